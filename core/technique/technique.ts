import type { ReadingName } from '../drying/readings.ts';
import type { HazardId } from '../hazard/hazard.ts';

export type TechniqueId = 'sgraffito';

/** The sign that ends a wait, in the order a drying coat shows them. */
export type Sign = 'matte' | 'print-free' | 'firm' | 'touch-dry';

/** Water content of a plain coat's surface at which each sign shows as it dries, kg/kg. From memory. */
export const signAt: Record<Sign, number> = { matte: 0.3, 'print-free': 0.26, firm: 0.22, 'touch-dry': 0.12 };

export const signNames: Record<Sign, { name: string; look: string }> = {
  matte: { name: 'matte', look: 'the shine has gone from the whole coat' },
  'print-free': { name: 'print-free', look: 'tacky, but a finger leaves no print' },
  firm: { name: 'firm', look: 'a nail marks the coat without lifting it' },
  'touch-dry': { name: 'touch-dry', look: 'nothing comes off on a dry finger' },
};

/** Between which moistures a step can be done. Edges are on the reference scale; null is open-ended. */
export type StepWindow =
  | { reading: ReadingName; wettest: number | null; driest: number | null }
  /** For the kiln: on the water content itself. */
  | { reading: 'core'; wettestX: number };

export interface Wait {
  /** The wait begins when the step before was done. */
  sign: Sign;
  /** How long it is waited for where the coat's own drying does not bring it, s. Common practice, no source. */
  longestS: number;
}

export interface Step {
  id: string;
  name: string;
  /** What the button says. */
  verb: string;
  does: 'coat' | 'work';
  window: StepWindow;
  /** The wait on the step before, if any. */
  wait: Wait | null;
  /** Attended time, s. */
  takesS: number;
  how: string[];
  tooWet: string;
  tooDry: string;
  /** What to do once the window has closed. */
  remedy: string;
  hazards: HazardId[];
  optional: boolean;
}

export interface School {
  id: string;
  name: string;
  difference: string;
}

export interface SchoolChoice {
  id: string;
  question: string;
  schools: School[];
}

export interface Technique {
  id: TechniqueId;
  name: string;
  summary: string;
  choices: SchoolChoice[];
  /** Wet thickness of a brushed coat, m, and the SG it is usually brushed at. From memory. */
  coat: { thicknessM: number; specificGravity: number };
  steps: (schools: Record<string, string>) => Step[];
}
