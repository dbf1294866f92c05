import type { PieceCase } from '../core/plan/case.ts';
import type { CoverAdvice } from '../core/plan/advice.ts';
import type { NextStep } from '../core/plan/next.ts';
import type { Hazard } from '../core/hazard/hazard.ts';
import type { TubState } from '../core/log/tub.ts';
import type { PieceState } from '../core/log/piece.ts';
import type { RecordedAct } from '../core/log/entry.ts';
import type { StudioState } from '../core/log/studio.ts';
import type { Instant } from '../core/units/quantity.ts';

/** What the routes answer. Errors are problem details (RFC 9457) with `code` and `field`. */

export interface ProblemDetails {
  type: string;
  title: string;
  status: number;
  detail: string;
  code: string;
  field: string | null;
  /** Every problem found, where there is more than one. */
  problems?: { field: string | null; message: string }[];
}

/** The header that carries the studio's clock, ms, on every answer. */
export const CLOCK_HEADER = 'kosmema-clock';
export const PROBLEM_TYPE = 'application/problem+json';

/** GET /api/studio */
export interface StudioAnswer extends StudioState {
  /** Whether the clock is the demo's workshop time. */
  workshopTime: boolean;
  pieces: number;
  tubs: number;
}

/** POST /api/acts */
export interface ActAnswer {
  n: number;
  recordedAt: string;
  /** The act had been kept already: this was a retry. */
  again: boolean;
}

export interface BenchPiece {
  pieceId: string;
  name: string;
  techniqueName: string;
  roomName: string;
  cover: PieceState['cover'];
  onRack: boolean;
  stageName: string;
  meanIndex: number;
  /** The face that is coated, m². */
  areaM2: number;
  next: NextStep | null;
  advice: CoverAdvice | null;
  cautions: Hazard[];
  /** Surface and mean water of the next day, for the ribbon: moments and moisture between dry 0 and wet 1. */
  ribbon: { at: Instant[]; moisture: number[]; wetColour: string; dryColour: string };
}

/** GET /api/bench */
export interface BenchAnswer {
  at: Instant;
  pieces: BenchPiece[];
}

/** GET /api/pieces */
export interface PieceRow {
  id: string;
  name: string;
  madeAt: Instant;
  techniqueName: string;
  roomName: string;
  clayName: string;
  cover: PieceState['cover'];
  finished: PieceState['finished'];
  doneSteps: number;
  steps: number;
  stageName: string | null;
}

/** GET /api/pieces/:id */
export interface PieceAnswer {
  given: PieceCase;
  /** Acts that name the piece, standing or not, in journal order. */
  acts: (RecordedAct & { standing: boolean })[];
}

/** GET /api/tubs and /api/tubs/:id */
export type TubRow = TubState;
export interface TubAnswer {
  tub: TubState;
  acts: (RecordedAct & { standing: boolean })[];
}

/** POST /api/files */
export interface FileAnswer {
  file: string;
  bytes: number;
}

export interface ReadingsQuestion {
  ask: 'dayFirst' | 'columns' | 'fahrenheit';
  text: string;
  options: { label: string; answer: unknown }[];
}

/** POST /api/readings/preview */
export interface ReadingsPreview {
  encoding: string;
  delimiter: string;
  headers: string[];
  columns: { time: number; celsius: number; humidity: number } | null;
  questions: ReadingsQuestion[];
  goodRows: number;
  badRows: { line: number; message: string }[];
  badCount: number;
  sample: { at: Instant; celsius: number; humidity: number }[];
  from: Instant | null;
  to: Instant | null;
  notes: string[];
}

/** POST /api/import */
export interface ImportAnswer {
  acts: number;
  alreadyHere: number;
  files: number;
}
