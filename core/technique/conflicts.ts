import { problem } from '../units/problem.ts';
import { overlap, type Conflict, type Layer, type Planned } from './layer.ts';
import type { Does, Span } from './technique.ts';

interface Clash {
  before: Does[];
  then: Does[];
  words: string;
  remedy: string;
}

/** What of one layer spoils what another laid on the same clay. Common practice, no source. */
const clashes: Clash[] = [
  {
    before: ['print'],
    then: ['cut', 'scrape', 'wipe'],
    words: 'takes the print off',
    remedy: 'Keep it out of the printed zone, or print last.',
  },
  {
    before: ['line'],
    then: ['scrape', 'wipe'],
    words: 'takes the slip lines off',
    remedy: 'Scrape first and trail afterwards, or in another zone.',
  },
  {
    before: ['silicate'],
    then: ['coat', 'line', 'fill'],
    words: 'does not hold on silicate',
    remedy: 'Lay the slip before the silicate, or in another zone.',
  },
  {
    before: ['silicate', 'burnish'],
    then: ['wash'],
    words: 'cannot soak in there',
    remedy: 'Keep the wash to bare clay or slip.',
  },
  {
    before: ['burnish'],
    then: ['coat', 'line', 'fill'],
    words: 'covers the burnish, and holds badly on it',
    remedy: 'Burnish last, or in another zone.',
  },
  {
    before: ['wax'],
    then: ['coat', 'line'],
    words: 'does not hold on wax',
    remedy: 'Coat before the wax, or in another zone.',
  },
  {
    before: ['silicate'],
    then: ['cut', 'scrape'],
    words: 'tears the silicate skin: it cannot be turned through',
    remedy: 'Stop the silicate above what is turned or cut.',
  },
  {
    before: ['join'],
    then: ['stretch'],
    words: 'pulls off what was joined',
    remedy: 'Stretch first, join afterwards.',
  },
];

/** What cannot be in a route, each with its remedy. */
export function conflictsOf(route: Planned[], layers: readonly Layer[]): Conflict[] {
  return [...wetterAfterDrier(route, layers), ...clashesIn(route, layers)];
}

const fieldOf = (layers: readonly Layer[], { refs }: Planned): string =>
  `layers.${layers.findIndex(({ id }) => id === refs[0]!.layer)}`;

/** Clay only dries: a step that needs it wetter than an earlier one allows can never be done. */
function wetterAfterDrier(route: Planned[], layers: readonly Layer[]): Conflict[] {
  const found: Conflict[] = [];
  let driest: { at: number; by: Planned } | null = null;
  for (const planned of route) {
    const spans = spansOf(planned);
    if (planned.optional || spans.length === 0) continue;
    const reach = reachOf(planned, spans);
    if (driest && reach > driest.at && planned.refs[0]!.layer !== driest.by.refs[0]!.layer)
      found.push({
        refs: [...driest.by.refs, ...planned.refs],
        problem: problem(
          'wetter-after-drier',
          fieldOf(layers, planned),
          `${planned.step.name} needs wetter clay than ${lower(driest.by.step.name)} before it: put it first, or on a piece of its own.`,
        ),
      });
    const wettest = Math.max(...spans.map((span) => span.wettest ?? Number.POSITIVE_INFINITY));
    if (!driest || wettest < driest.at) driest = { at: wettest, by: planned };
  }
  return found;
}

const spansOf = ({ step }: Planned): Span[] =>
  step.needs.flatMap((need) => (need.kind === 'water' && !need.rather ? need.spans : []));

/** How dry the clay may be for a step, dampened where that helps. */
function reachOf({ step }: Planned, spans: Span[]): number {
  const reached = step.remedies.flatMap(({ reaches }) =>
    reaches?.driest === undefined ? [] : [reaches.driest],
  );
  return Math.min(...spans.map(({ driest }) => driest ?? Number.NEGATIVE_INFINITY), ...reached);
}

/** Of two layers each way of spoiling one another once, by the first steps that do. */
function clashesIn(route: Planned[], layers: readonly Layer[]): Conflict[] {
  const named = new Set<string>();
  return route.flatMap((then, i) =>
    route.slice(0, i).flatMap((before) => {
      if (before.refs[0]!.layer === then.refs[0]!.layer || before.face !== then.face) return [];
      const zones = [...before.zones, ...then.zones];
      if (!before.zones.some((a) => then.zones.some((b) => overlap(a, b, zones)))) return [];
      const of = clashes.find((clash) => does(before, clash.before) && does(then, clash.then));
      const name = of && `${before.refs[0]!.layer} ${then.refs[0]!.layer} ${of.words}`;
      if (name === undefined || named.has(name)) return [];
      named.add(name);
      return of
        ? [
            {
              refs: [...before.refs, ...then.refs],
              problem: problem(
                'clash',
                fieldOf(layers, then),
                `${then.step.name} after ${lower(before.step.name)} ${of.words}. ${of.remedy}`,
              ),
            },
          ]
        : [];
    }),
  );
}

const does = ({ step }: Planned, any: Does[]): boolean =>
  step.effects.some((effect) => any.includes(effect.does));
const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
