import type { Cover } from '../drying/face.ts';
import type { HeatTool } from '../drying/heat.ts';
import type { Stand } from '../form/places.ts';
import type { Sign } from '../coat/sign.ts';
import type { HazardId } from '../hazard/hazard.ts';
import type { SlipUse } from '../slip/consistency.ts';

/** A technique as plain data: what is done, when the clay allows it, and what it does to the clay. All SI. */

export type Face = 'outside' | 'inside';
export type FiredState = 'raw' | 'bisque' | 'glazed';
export type StepKey = string;
export type GlazedZone = 'inside' | 'slip' | 'outside';

/** What the trade says of a quantity. */
export interface Usual {
  usual: number;
  least?: number;
  most?: number;
}

/** Between two edges of the moisture index; a missing end is open. */
export interface Span {
  driest?: number;
  wettest?: number;
}

/** A step of the same layer; the pass before this one; or the newest coat on this face and zone, whosever it is. */
export type Of = StepKey | '@before' | '@here';

/** School by choice; of a condition, any of those named, a bar between them. */
export type Only = Record<string, string>;

/** The schools that a condition names. */
export const anyOfSchools = (schools: string): string[] => schools.split('|');

/** What is made for a piece and joined on, or joined into it. */
export type Role = 'handle' | 'spout' | 'lid' | 'foot' | 'coils' | 'slab';

/** What must hold before a step is done; all needs of a step must. */
export type Need = {
  /** Only of the first pass, or only of those after it. */
  pass?: 'first' | 'later';
  /** Better so, but not needed. */
  rather?: true;
  only?: Only;
  /** Of a part made for the piece, not of the piece itself; holds where there is none. */
  part?: Role;
} & (
  | { kind: 'water'; of: 'skin' | 'mean' | 'core'; spans: Span[] }
  | { kind: 'kiln-dry'; wettestX: number }
  /** `before`: while the coat does not show the sign yet, wet in wet. */
  | {
      kind: 'sign';
      sign: Sign;
      of: Of;
      side: 'after' | 'before';
      /** Of a coat on the other face. */ face?: Face;
    }
  /** As firm as the wall that it lies in. */
  | { kind: 'level'; of: Of }
  /** Piece and part so near to one another in their means, on the moisture index. */
  | { kind: 'together'; with: Role; within: number }
  /** Seconds after a step was done. */
  | { kind: 'since'; of: Of; least?: number; most?: number }
  /** Linear shrinkage since a step: off the mould before it is more. */
  | { kind: 'shrunk'; of: StepKey; most: number }
  | { kind: 'fired'; state: FiredState[] }
  /** Only the maker can see it; usually so many seconds after the step named, or after the one before. */
  | {
      kind: 'seen';
      what: string;
      of?: Of;
      usual?: Usual;
      /** The usual time is reckoned: slip laid on paper dries into it and into the air of the room. */
      clock?: 'paper';
    }
);

/**
 * What there is to say of each effect. A quantity is what is usual in a technique, and a number in an operation.
 * `share` is the share of the zone that it takes. What an effect does stands in `core/operation`, a row each.
 */
interface Quantities<Q> {
  coat: { use: SlipUse; thicknessM: Q; share: Q };
  line: { use: SlipUse; thicknessM: Q; share: Q };
  /** Slip into the latest cut, proud by a share of its depth. */
  fill: { use: SlipUse; depthM: Q; proud: Q; share: Q };
  /** Slip laid on paper, of which `share` of the zone is to be printed. */
  paper: { use: SlipUse; thicknessM: Q; share: Q };
  film: { kgM2: Q; share: Q };
  silicate: { kgM2: Q; share: Q; use?: SlipUse };
  wash: { kgM2: Q; share: Q; use?: SlipUse };
  cut: { depthM: Q; share: Q };
  scrape: { depthM: Q; share: Q };
  wipe: { share: Q };
  heat: { tool: HeatTool; seconds: Q; duty: Q };
  /** Around (`hoop`) or all ways (`area`): the new area of the face over the old. */
  stretch: { by: 'hoop' | 'area'; ratio: Q };
  shape: object;
  join: { part: Role; use?: SlipUse };
  stand: { cover?: Cover; stand?: Stand };
  print: { share: Q };
  burnish: { share: Q };
  wax: { share: Q };
  /** Where it is said: poured inside, the slipped zone by itself, or the whole outside. */
  glaze: { seconds: Q; on?: GlazedZone };
  /** `place` is where in the kiln. */
  fire: { cone: string; to: FiredState; place?: string };
  none: object;
}

export type Does = keyof Quantities<unknown>;

/** One effect of a name. */
export type EffectNamed<D extends Does, Q> = { does: D } & Quantities<Q>[D];

/** What a step does to the clay. */
export type Effect<Q> = { [D in Does]: EffectNamed<D, Q> }[Does];

/** What slip an effect takes, where it takes any. */
export const useOf = (effect: Effect<unknown>): SlipUse | undefined =>
  'use' in effect ? effect.use : undefined;

/** Whether a slip comes from a jar of its own, whatever tub the rest of a layer is laid from. */
export const hasJar = (use: SlipUse): boolean => use === 'silicate' || use === 'joining';

/** A step done more than once. */
export interface Repeat {
  least: number;
  usual: number;
  most: number;
  /** The sign that it is enough. */
  until?: string;
  /** Once for each zone of the layer, each with a tub of its own. */
  each?: 'zone';
}

/** What goes wrong, how it is seen, what to do. */
export interface Remedy {
  when: 'too-dry' | 'too-wet' | 'seen';
  sign: string;
  say: string;
  only?: Only;
  /** What it does to the clay, and the sign to wait for after it. */
  effects?: Effect<Usual>[];
  then?: Sign;
  /** Widens the window: so dry it may be with this done first. */
  reaches?: Span;
  /** One more pass of that step. */
  redo?: StepKey;
}

/** Steps that layers have in common are done once for all of them, in this order. */
export type SharedStep = 'clean' | 'raw-glaze' | 'load' | 'bisque' | 'glaze' | 'glost';

export type Reach = 'below' | 'face' | 'piece';

export interface Step {
  key: StepKey;
  name: string;
  /** What the button says. */
  verb: string;
  effects: Effect<Usual>[];
  needs: Need[];
  /** Hands at work on a mug-sized piece, s; null where it takes none. */
  takesS: Usual | null;
  /** The face it is done on, where it is not the layer's. */
  face?: Face;
  repeat?: Repeat;
  optional?: true;
  only?: Only;
  shared?: SharedStep;
  /** What it touches or disturbs, where that is more than its zone: all below it too, its whole face, or the piece. */
  reach?: Reach;
  /** Within minutes of the step before: nothing of another layer comes between. */
  follows?: true;
  /** It only marks where things go: layouts of several layers on one surface are drawn at once. */
  layout?: true;
  /** Done on the wheel, the piece centred: what follows at once of such steps shares the centring. */
  centred?: true;
  /** It takes the slurry off a fresh wall: once on a piece. `bare`: not where something lies already. */
  slurry?: 'bare' | 'always';
  /** What to look at before the next step. */
  look: string[];
  /** How it is done, each short enough to read at arm's length. */
  words: string[];
  remedies: Remedy[];
  hazards: HazardId[];
  /** How it is done otherwise where pupils or pregnant people work. */
  guarded?: Pick<Step, 'name' | 'verb' | 'words' | 'hazards'>;
}

export interface School {
  id: string;
  name: string;
  difference: string;
}

export interface SchoolChoice {
  id: string;
  question: string;
  usual: string;
  /** Asked only where these were chosen. */
  only?: Only;
  schools: School[];
}

/** What a school does otherwise at a step. */
export interface Patch {
  when: Only;
  step: StepKey;
  set: Partial<
    Pick<Step, 'name' | 'needs' | 'effects' | 'takesS' | 'repeat' | 'words' | 'hazards' | 'remedies'>
  >;
}

export interface Technique {
  id: string;
  /** Its revision: a piece keeps the one it was begun with. */
  rev: string;
  name: string;
  /** What it gives, in a line. */
  gives: string;
  tools: string[];
  choices: SchoolChoice[];
  steps: Step[];
  patches: Patch[];
  /** Its steps from the kiln on stand for those of all layers of a piece. */
  finishes?: true;
  /** The technique that a studio made this of as its own. */
  copyOf?: string;
  /** A studio's own that is not begun any more. */
  retired?: true;
}

/** What the trade says of a quantity, without bounds. */
export const about = (usual: number): Usual => ({ usual });

/** A water need of one span. */
export const water = (of: 'skin' | 'mean' | 'core', driest: number | null, wettest: number | null): Need => ({
  kind: 'water',
  of,
  spans: [{ ...(driest !== null && { driest }), ...(wettest !== null && { wettest }) }],
});
