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

/** A raw file that the log names and that is not there as it was kept. */
export interface FileLacking {
  /** Its SHA-256. */
  file: string;
  harm: 'missing' | 'damaged';
  /** What it is, in words. */
  what: string;
  /** When what names it happened. */
  at: string;
}

/** GET /api/files: how far the look at the kept files is, and what it found. */
export interface FilesAnswer {
  looked: number;
  of: number;
  lacking: FileLacking[];
}

/** POST /api/import */
export interface ImportAnswer {
  acts: number;
  alreadyHere: number;
  files: number;
  /** What is set here and was set otherwise there: kept as it is here. */
  settingsKept: string[];
  /** What cannot stand here and was left out: how much, and the first of it. */
  passedOver: { count: number; first: { field: string | null; message: string }[] };
  /** Files that the acts name and that did not come. */
  lacking: FileLacking[];
}

/** GET /api/import: how far the running import is; null where none runs. DELETE stops it while it can be as if it had never begun. */
export interface ImportProgress {
  phase: 'reading' | 'checking' | 'keeping';
  /** Acts done in this phase, and of how many. */
  done: number;
  of: number | null;
}
