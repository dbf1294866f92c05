import type { SlipUse } from '../slip/consistency.ts';
import type { Adjustment } from '../slip/correct.ts';
import type { Feel } from '../slip/feel.ts';
import type { MakingRoad, MakingSource } from '../slip/making.ts';

/** What is logged of tubs, batches and trials. All quantities SI. */

/** What a tub carries that decides where its waste may go. */
export type Carries = 'colour' | 'toxic' | 'silicate';

export interface TubMade {
  name: string;
  use: SlipUse;
  /** What is in it, in the maker's words. */
  contents: string;
  /** The body it was made from or for. */
  clayId: string | null;
  volumeM3: number;
  /** The tub when full, m³. */
  capacityM3: number;
  /** Density of the dry powder, kg/m³. */
  grainDensity: number;
  wetColour: string;
  firedColour: string;
  adjusted: Adjustment;
  carries: Carries[];
  /** Days it is expected to keep before it is looked at for mould; null for no date. */
  keepsDays: number | null;
  /** What was really weighed into it; empty where it was not. */
  composition: { materialId: string; kg: number }[];
  batchId: string | null;
}

/** Seconds a cup took to empty. */
export interface FlowTaken {
  cupId: string;
  seconds: number;
  /** Rest before, s; 0 is freshly stirred. */
  restS: number;
}

export interface GravitySample {
  /** Mass of the sample with its cup, kg. */
  massKg: number;
  tareKg: number;
  volumeM3: number;
}

/** A measurement of slip: any of it, at least one. */
export interface TubMeasured {
  sample: GravitySample | null;
  /** SG as read off a hydrometer, or taken over from another record. */
  gravityRead: number | null;
  flow: FlowTaken[];
  feel: Feel | null;
  celsius: number | null;
  /** Level of the tub, m³, where the maker read it. */
  levelM3: number | null;
}

export interface BatchBegun {
  name: string;
  recipeId: string | null;
  source: MakingSource;
  road: MakingRoad;
  use: SlipUse;
  clayId: string | null;
  /** What is to be weighed, dry. */
  lines: { materialId: string; kg: number }[];
  /** Colourants by percent of the dry slip, for slip of unknown solids. */
  colourants: { materialId: string; percent: number }[];
  waterKg: number;
  /** Bone-dry trimmings to begin with; left out where nobody reckoned it. */
  dryKg?: number;
  grainDensity: number;
}

export interface TrialBegun {
  tubId: string;
  /** Slip taken into the cup, m³, and its SG. */
  volumeM3: number;
  specificGravity: number;
  materialId: string;
  /** Mass of one drop, kg. */
  dropKg: number;
  cupId: string;
}
