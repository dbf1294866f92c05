import type { Sign } from '../coat/sign.ts';
import type { HazardId } from '../hazard/hazard.ts';
import type { SlipUse } from '../slip/consistency.ts';
import {
  about,
  type Effect,
  type Need,
  type Of,
  type Remedy,
  type Repeat,
  type Span,
  water,
  type Step,
  type Usual,
} from './technique.ts';

/** How techniques are written down: what most steps have need not be said of each. */

type Said = Partial<Omit<Step, 'key' | 'name' | 'verb' | 'takesS' | 'words'>> & {
  /** Hands at work on a mug-sized piece, minutes. */
  minutes?: number;
  words: string[];
};

/** A step; it does nothing to the clay and needs nothing where that is not said. */
export function step(key: string, name: string, verb: string, { minutes = 1, words, ...more }: Said): Step {
  return {
    key,
    name,
    verb: `Log ${verb}`,
    effects: [{ does: 'none' }],
    needs: [],
    takesS: about(minutes * 60),
    look: [],
    words,
    remedies: [],
    hazards: [],
    ...more,
  };
}

/** So much usually, and between what. */
export const from = (least: number, usual: number, most: number): Usual => ({ usual, least, most });

/** Any of some spans of water. */
export const anyOf = (of: 'skin' | 'mean' | 'core', ...spans: [number | null, number | null][]): Need => ({
  kind: 'water',
  of,
  spans: spans.map(([driest, wettest]): Span => ({
    ...(driest !== null && { driest }),
    ...(wettest !== null && { wettest }),
  })),
});

/** The coat of a step shows a sign. */
export const shows = (sign: Sign, of: Of): Need => ({ kind: 'sign', sign, of, side: 'after' });
/** The coat of a step still shines: wet in wet. */
export const stillWet = (of: Of): Need => ({ kind: 'sign', sign: 'matte', of, side: 'before' });
/** The first time so, later otherwise. */
export const firstThen = (first: Need[], later: Need[]): Need[] => [
  ...first.map((need): Need => ({ ...need, pass: 'first' })),
  ...later.map((need): Need => ({ ...need, pass: 'later' })),
];
/**
 * Coats on a wall whose outer millimetre is between two edges. Each puts water back, so that of the later ones only the wet edge
 * gives way to a sign of the one before: a wall that has gone too dry under its coats takes no more.
 */
export const coatsWithin = (driest: number, wettest: number | null, sign: Sign = 'matte'): Need[] =>
  firstThen([water('skin', driest, wettest)], [water('skin', driest, null), shows(sign, '@before')]);
/** Only the maker can see it; usually so many minutes after a step. */
export const seen = (what: string, of?: Of, minutes?: number): Need => ({
  kind: 'seen',
  what,
  ...(of !== undefined && { of }),
  ...(minutes !== undefined && { usual: about(minutes * 60) }),
});
/** Within so many minutes of a step. */
export const within = (of: Of, minutes: number): Need => ({ kind: 'since', of, most: minutes * 60 });
/** A day or more after a step. */
export const afterHours = (of: Of, hours: number): Need => ({ kind: 'since', of, least: hours * 3600 });
/** Once in each zone of the layer, each with a tub of its own. */
export const eachZone: Repeat = { least: 1, usual: 1, most: 1, each: 'zone' };
export const bisque: Need = { kind: 'fired', state: ['bisque'] };

export const coat = (use: SlipUse, mm: number, share = 1): Effect<Usual> => ({
  does: 'coat',
  use,
  thicknessM: about(mm / 1000),
  share: about(share),
});
export const line = (use: SlipUse, mm: Usual, share: Usual): Effect<Usual> => ({
  does: 'line',
  use,
  thicknessM: inMetres(mm),
  share,
});
export const cut = (mm: Usual, share: Usual): Effect<Usual> => ({ does: 'cut', depthM: inMetres(mm), share });
export const film = (kgM2: number, share = 1): Effect<Usual> => ({
  does: 'film',
  kgM2: about(kgM2),
  share: about(share),
});
export const heat = (tool: 'heat-gun' | 'torch', seconds: Usual): Effect<Usual> => ({
  does: 'heat',
  tool,
  seconds,
  duty: from(0.2, 0.5, 1),
});

const inMetres = ({ usual, least, most }: Usual): Usual => ({
  usual: usual / 1000,
  ...(least !== undefined && { least: least / 1000 }),
  ...(most !== undefined && { most: most / 1000 }),
});

export const tooWet = (sign: string, say: string): Remedy => ({ when: 'too-wet', sign, say });
export const tooDry = (sign: string, say: string, more: Partial<Remedy> = {}): Remedy => ({
  when: 'too-dry',
  sign,
  say,
  ...more,
});
export const wrong = (sign: string, say: string, redo?: string): Remedy => ({
  when: 'seen',
  sign,
  say,
  ...(redo !== undefined && { redo }),
});
/** Dampened at once before a coat, the wall may be drier. */
export const dampened = (driest: number): Remedy =>
  tooDry('the brush clogs and drags', 'Dampen the wall with a brush or a mist and coat at once, thinly.', {
    effects: [film(0.03)],
    reaches: { driest },
  });
/** Misted, it can be gone on with once the shine is gone. */
export const misted = (sign: string): Remedy =>
  tooDry(sign, 'Mist it lightly, wait until matte, go on.', { effects: [film(0.03)], then: 'matte' });

/** Under a damp cloth for hours it is as wet as a step wants it again; a day does not bring it back further. */
export const underCloth = (sign: string): Remedy[] => [
  tooDry(sign, 'Put what is too dry under a damp cloth, and look again in some hours.', {
    effects: [{ does: 'stand', cover: 'damp-cloth' }],
  }),
  tooDry(sign, 'A day under a damp cloth does not bring it back: make it anew.'),
];

/** No slip holds there any more, wetted or not. */
export const tooDryForSlip: Remedy = {
  when: 'too-dry',
  sign: 'the wall has gone pale',
  say: 'Too dry for more slip: it would lift. Bisque it, and lay underglaze on the bisque.',
};

export const colours: HazardId[] = ['toxic-colour'];
