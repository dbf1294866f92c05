import { conesApart } from '../firing/cone.ts';
import { isDoublyCurved, type Form } from '../form/form.ts';
import { withheld, type HazardId } from '../hazard/hazard.ts';
import type { SlipUse } from '../slip/consistency.ts';
import { problem } from '../units/problem.ts';
import { sharing, type Conflict, type Layer, type Planned } from './layer.ts';
import type { Does, Span } from './technique.ts';

/** What is known of a piece besides its layers. */
export interface Setting {
  form?: Form | undefined;
  /** Pupils or pregnant people work on it. */
  guarded?: boolean | undefined;
  /** It came fired. */
  entered?: 'bisque' | undefined;
}

interface Clash {
  before: (planned: Planned) => boolean;
  then: (planned: Planned) => boolean;
  words: string;
  remedy: string;
}

const does =
  (...any: Does[]) =>
  ({ step }: Planned): boolean =>
    step.effects.some((effect) => any.includes(effect.does));
const lays =
  (...uses: SlipUse[]) =>
  ({ step }: Planned): boolean =>
    step.effects.some((effect) => 'use' in effect && uses.includes(effect.use));
const torches = ({ step }: Planned): boolean =>
  step.effects.some((effect) => effect.does === 'heat' && effect.tool === 'torch');

/** What of one layer spoils what another laid on the same clay. Common practice, no source. */
const clashes: Clash[] = [
  {
    before: does('print'),
    then: does('cut', 'scrape', 'wipe'),
    words: 'The print would come off',
    remedy: 'Keep it out of the printed zone, or print last.',
  },
  {
    before: does('print'),
    then: does('coat', 'fill'),
    words: 'The print would be covered',
    remedy: 'Lay the coat first, print on it once it is firm.',
  },
  {
    before: does('print'),
    then: does('join'),
    words: 'The print would smear where something is pressed on',
    remedy: 'Join first, or keep the print clear of the joint.',
  },
  {
    before: lays('stencil'),
    then: does('scrape', 'wipe'),
    words: 'The lace pattern would come off',
    remedy: 'Keep it out of that zone.',
  },
  {
    before: does('line'),
    then: does('scrape', 'wipe'),
    words: 'The slip lines would come off',
    remedy: 'Scrape first and trail afterwards, or in another zone.',
  },
  {
    before: does('silicate'),
    then: does('coat', 'line', 'fill'),
    words: 'Slip will not stick on silicate',
    remedy: 'Lay the slip before the silicate, or in another zone.',
  },
  {
    before: does('silicate', 'burnish'),
    then: does('wash'),
    words: 'A wash cannot soak in there',
    remedy: 'Keep the wash to bare clay or slip.',
  },
  {
    before: does('burnish'),
    then: does('coat', 'line', 'fill'),
    words: 'Slip would cover the burnish, and hold badly on it',
    remedy: 'Burnish last, or in another zone.',
  },
  {
    before: does('wax'),
    then: does('coat', 'line'),
    words: 'Slip will not stick on wax',
    remedy: 'Coat before the wax, or in another zone.',
  },
  {
    before: does('silicate'),
    then: does('cut', 'scrape'),
    words: 'The silicate skin would tear: nothing is turned or cut through it',
    remedy: 'Stop the silicate above what is turned or cut.',
  },
  {
    before: does('join'),
    then: does('stretch'),
    words: 'What was joined would pull off',
    remedy: 'Stretch first, join afterwards.',
  },
  {
    before: does('wax', 'print'),
    then: torches,
    words: 'A flame would come near what burns',
    remedy: 'Torch before anything of wax, shellac, tissue or film is there.',
  },
];

/** What cannot be in a route, each with its remedy. */
export function conflictsOf(route: Planned[], layers: readonly Layer[], setting: Setting = {}): Conflict[] {
  return [
    ...wetterAfterDrier(route, layers),
    ...clashesIn(route, layers),
    ...shineLost(route, layers),
    ...(setting.form && isDoublyCurved(setting.form) ? wrinkled(route, layers) : []),
    ...foodFaces(route, layers),
    ...(setting.guarded ? forAdults(route, layers) : []),
  ];
}

const conflict = (layers: readonly Layer[], of: Planned[], code: string, words: string): Conflict => ({
  refs: of.flatMap(({ refs }) => refs),
  problem: problem(code, fieldOf(layers, of.at(-1)!), words),
});

/** Hotter than this the shine of a burnish goes. Common practice. */
const SHINE_CONE = '08';

/** A burnish that is fired too hot, or glazed over. */
function shineLost(route: Planned[], layers: readonly Layer[]): Conflict[] {
  const shone = route.find((of) => does('burnish')(of) && polished(of, layers));
  if (!shone) return [];
  const tooHot = route.find(
    (of) =>
      !of.optional &&
      of.step.effects.some((effect) => effect.does === 'fire' && !(conesApart(effect.cone, SHINE_CONE) <= 0)),
  );
  return tooHot
    ? [
        conflict(
          layers,
          [shone, tooHot],
          'shine-lost',
          `${tooHot.step.name} after ${lower(shone.step.name)} is hotter than cone ${SHINE_CONE}: the shine goes. Fire it low, unglazed.`,
        ),
      ]
    : [];
}

/** Whether the shine is what the layer is for; a body may be pressed for what follows. */
const polished = ({ refs }: Planned, layers: readonly Layer[]): boolean => {
  const of = layers.find(({ id }) => id === refs[0]!.layer);
  return of?.technique === 'sigillata' || of?.technique === 'burnish';
};

/** A flat sheet on a wall that is curved both ways. */
const wrinkled = (route: Planned[], layers: readonly Layer[]): Conflict[] =>
  route
    .filter(does('print'))
    .map((of) =>
      conflict(
        layers,
        [of],
        'wrinkles',
        `${of.step.name} lays a flat sheet on a wall that is curved both ways: it wrinkles. Cut gores, or choose a straight wall.`,
      ),
    );

/** What is no face for food: cracked, metallic or bare, on the inside. */
const foodFaces = (route: Planned[], layers: readonly Layer[]): Conflict[] =>
  route
    .filter((of) => of.face === 'inside' && does('silicate', 'wash')(of))
    .slice(0, 1)
    .map((of) =>
      conflict(
        layers,
        [of],
        'food-face',
        `${of.step.name} on the inside is no face for food: only a leach test tells. Keep it outside, or glaze it with a tested glaze.`,
      ),
    );

/** Why pupils and pregnant people leave a step to an adult; empty where they need not. */
export const leftToAdults = (of: Planned): HazardId[] => {
  const barred = of.step.hazards.filter((id) => withheld.includes(id));
  return torches(of) && !barred.includes('hot-tool') ? [...barred, 'hot-tool'] : barred;
};

/** Whether a step of a piece that pupils or pregnant people work on is left to an adult. */
export const isForAdults = (of: Planned): boolean => of.guarded === true && leftToAdults(of).length > 0;

/** What pupils and pregnant people leave to an adult, or do in the other way. */
const forAdults = (route: Planned[], layers: readonly Layer[]): Conflict[] =>
  route
    .filter((of) => of.pass === 1 && leftToAdults(of).length > 0)
    .map((of) =>
      conflict(
        layers,
        [of],
        'for-adults',
        `${of.step.name.replace(/ 1 of \d+/, '')} is not for pupils or in pregnancy: hand it to an adult, or choose another way of doing it.`,
      ),
    );

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
  const shares = sharing();
  const named = new Set<string>();
  const found: Conflict[] = [];
  /** Places of the steps so far that one way of spoiling begins with. */
  const begun = clashes.map((): number[] => []);
  for (const [at, then] of route.entries()) {
    for (const before of spoiltBy(then, begun).map((i) => route[i]!)) {
      if (before.refs[0]!.layer === then.refs[0]!.layer || !shares(before, then)) continue;
      const of = clashes.find((clash) => clash.before(before) && clash.then(then))!;
      const name = `${before.refs[0]!.layer} ${then.refs[0]!.layer} ${of.words}`;
      if (named.has(name)) continue;
      named.add(name);
      found.push({
        refs: [...before.refs, ...then.refs],
        problem: problem(
          'clash',
          fieldOf(layers, then),
          `${of.words}: “${then.step.name}” comes after “${before.step.name}”. ${of.remedy}`,
        ),
      });
    }
    for (const [i, clash] of clashes.entries()) if (clash.before(then)) begun[i]!.push(at);
  }
  return found;
}

/** Places of the steps so far that a step spoils in some way, in their order. */
function spoiltBy(then: Planned, begun: number[][]): number[] {
  const ways = begun.filter((_, i) => clashes[i]!.then(then));
  return ways.length <= 1 ? (ways[0] ?? []) : [...new Set(ways.flat())].sort((a, b) => a - b);
}

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
