import { signNames } from '../coat/sign.ts';
import type { Need, Span, Step } from './technique.ts';

/** The data of a technique in words. */

const readings = { skin: 'outer millimetre', mean: 'mean', core: 'core' } as const;

/** A span of the moisture index. */
function spanWords({ driest, wettest }: Span): string {
  if (driest === undefined) return wettest === undefined ? 'any' : `at most ${wettest}`;
  return wettest === undefined ? `at least ${driest}` : `${driest} to ${wettest}`;
}

/** A stretch of seconds, in the unit that it is spoken of. */
export function secondsWords(s: number): string {
  if (s < 90) return `${Math.round(s)} s`;
  if (s < 2 * 3600) return `${Math.round(s / 60)} min`;
  return s < 48 * 3600 ? `${Math.round(s / 3600)} h` : `${Math.round(s / 86_400)} days`;
}

/** What a step needs, in words. @param named the name of a step by its key */
export function needWords(need: Need, named: (key: string) => string): string {
  const of = (key: string) =>
    key === '@before' ? 'the one before' : key === '@here' ? 'the coat there' : `“${named(key)}”`;
  const words = plainWords(need, of);
  const when =
    need.pass === 'first' ? ', the first time' : need.pass === 'later' ? ', from the second on' : '';
  return `${need.rather ? 'better: ' : ''}${need.part ? `${need.part}: ` : ''}${words}${when}`;
}

function plainWords(need: Need, of: (key: string) => string): string {
  switch (need.kind) {
    case 'water':
      return `${readings[need.of]} ${need.spans.map(spanWords).join(' or ')}`;
    case 'kiln-dry':
      return `core kiln-dry, at most ${(100 * need.wettestX).toFixed(1)} % water`;
    case 'sign':
      return need.side === 'before'
        ? `while ${of(need.of)} still shines`
        : `${of(need.of)} ${signNames[need.sign].name.toLowerCase()}`;
    case 'level':
      return 'the fill as firm as the wall';
    case 'together':
      return `piece and ${need.with} within ${need.within} of one another`;
    case 'since':
      if (need.most === undefined && !need.least) return `after ${of(need.of)}`;
      return need.most === undefined
        ? `${secondsWords(need.least ?? 0)} after ${of(need.of)}`
        : `within ${secondsWords(need.most)} of ${of(need.of)}`;
    case 'shrunk':
      return `shrunk at most ${(100 * need.most).toFixed(1)} % since ${of(need.of)}`;
    case 'fired':
      return need.state.join(' or ');
    case 'seen':
      return `seen: ${need.what}`;
  }
}

/** How often a step is done. */
export function repeatWords({ repeat }: Step): string {
  if (!repeat) return '';
  const { least, usual, most, until, each } = repeat;
  const often = least === most ? `×${usual}` : `×${least}–${most}, usually ${usual}`;
  return [often, until && `until ${until}`, each && 'in each zone'].filter(Boolean).join(', ');
}
