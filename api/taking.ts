import type { Instant } from '../core/units/quantity.ts';

/** What the routes answer that take files in: readings, photographs, another studio's log. */

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
  /** What is set here and was set otherwise there: kept as it is here. */
  settingsKept: string[];
}

/** GET /api/import: how far the running import is; null where none runs. DELETE stops it while it is read or checked. */
export interface ImportProgress {
  phase: 'reading' | 'checking' | 'keeping';
  /** Acts done in this phase, and of how many. */
  done: number;
  of: number | null;
}
