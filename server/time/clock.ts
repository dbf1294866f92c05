import { readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';

/** The one clock of the program. Everything else asks it. */
export interface Clock {
  now: () => number;
  /** True where the time shown is not the real time. */
  workshopTime: boolean;
  /** Keeps the clock's place for the next start. */
  save: () => void;
}

export const systemClock: Clock = { now: () => Date.now(), workshopTime: false, save: () => {} };

/** Runs from the instant written in a file, since it was written: for tests and pictures, which set it. */
export function fileClock(path: string): Clock {
  const now = () => Date.parse(readFileSync(path, 'utf8').trim()) + Date.now() - statSync(path).mtimeMs;
  return { now, workshopTime: false, save: () => {} };
}

/**
 * Workshop time of the demo: begins at a fixed moment, runs at normal speed, stands still while stopped.
 * @param path where its place is kept
 */
export function workshopClock(path: string, beginsAt: number): Clock {
  const offset = savedInstant(path, beginsAt) - Date.now();
  const now = () => Date.now() + offset;
  const save = () => {
    writeFileSync(`${path}.new`, new Date(now()).toISOString());
    renameSync(`${path}.new`, path);
  };
  return { now, workshopTime: true, save };
}

function savedInstant(path: string, otherwise: number): number {
  try {
    const saved = Date.parse(readFileSync(path, 'utf8').trim());
    return Number.isFinite(saved) ? saved : otherwise;
  } catch {
    return otherwise;
  }
}
