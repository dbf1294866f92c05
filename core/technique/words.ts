import { signNames } from '../coat/sign.ts';
import type { GlazedZone, Need, Span, Step, Usual } from './technique.ts';

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

const figure = ({ usual, least, most }: Usual, scale: number, unit: string): string => {
  const text = (value: number) => String(Number((value * scale).toPrecision(3)));
  const between =
    least !== undefined && most !== undefined && least < most ? ` (${text(least)}–${text(most)})` : '';
  return `${text(usual)}${between} ${unit}`;
};

/** What is glazed, in words. */
const glazedZones: Record<GlazedZone | 'whole', string> = {
  whole: 'glaze',
  inside: 'glaze inside',
  slip: 'over slip alone',
  outside: 'the whole outside',
};

/** What a step does to the clay, in words; empty where it does nothing. */
export const doesWords = ({ effects }: Step): string =>
  effects
    .flatMap((effect) => {
      switch (effect.does) {
        case 'coat':
        case 'line':
          return `${effect.does === 'coat' ? 'coat' : 'lines'} of ${figure(effect.thicknessM, 1000, 'mm')}`;
        case 'fill':
          return `fills ${figure(effect.depthM, 1000, 'mm')}`;
        case 'silicate':
        case 'wash':
        case 'film':
          return `${effect.does === 'film' ? 'water' : effect.does}, ${figure(effect.kgM2, 1000, 'g/m²')}`;
        case 'cut':
        case 'scrape':
          return `${effect.does === 'cut' ? 'cuts' : 'takes off'} ${figure(effect.depthM, 1000, 'mm')}`;
        case 'heat':
          return `${effect.tool === 'torch' ? 'torch' : 'hot air'}, ${figure(effect.seconds, 1, 's')}`;
        case 'stretch':
          return `stretches to ${figure(effect.ratio, 100, '%')} of its face`;
        case 'glaze':
          return `${glazedZones[effect.on ?? 'whole']}, ${figure(effect.seconds, 1, 's')}`;
        case 'fire':
          return `cone ${effect.cone}`;
        case 'join':
          return `joins a ${effect.part}`;
        case 'none':
        case 'shape':
          return [];
        case 'stand':
          return effect.stand === undefined ? [] : `then on a ${effect.stand}`;
        default:
          return effect.does === 'wax' ? 'wax' : `${effect.does}s`;
      }
    })
    .join(', ');
