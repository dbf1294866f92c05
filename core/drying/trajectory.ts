import type { Instant } from '../units/quantity.ts';
import type { Mesh } from './mesh.ts';
import type { Reading } from './readings.ts';
import { between, cellsInto, compact, endOfRecords, lastBefore, type Records } from './records.ts';

/** The computed course of a wall, ascending. Times never go back; two records at one time are the wall before and after an event. */
export type Trajectory = Records[];

export const isEmpty = (run: Trajectory): boolean => run.length === 0;
/** When the course of a wall begins, and as far as it is known. */
export const beginOf = ([first]: Trajectory): Instant => first!.at[first!.from]!;
export const endOf = (run: Trajectory): Instant => endOfRecords(run.at(-1)!);

/** How many records there are. */
export const countOf = (run: Trajectory): number => run.reduce((sum, { from, to }) => sum + to - from, 0);

/** One after the other; what is added to the courses later is not in it. */
export const concatTrajectories = (runs: Trajectory[]): Trajectory =>
  runs.flatMap((run) => run.map((records) => ({ ...records })));

/** What is known before an instant. */
export function until(run: Trajectory, at: Instant): Trajectory {
  return run.flatMap((records) => {
    if (records.at[records.from]! >= at) return [];
    const last = lastBefore(records, at);
    // up to the one after it, which tells how it goes on
    const to = Math.min(records.to, records.at[last]! < at ? last + 2 : last + 1);
    return [{ ...records, to, end: Math.min(records.end, at) }];
  });
}

/** What is on record from an instant on, with the record it falls on, in memory of its own. */
export function since(run: Trajectory, at: Instant): Trajectory {
  const first = indexAt(run, at);
  return run.slice(first).map((records, i) => {
    const from = i === 0 ? lastBefore(records, at) : records.from;
    return compact({ ...records, from });
  });
}

/** The wall at an instant: its water contents, and what the cells are. */
export interface WallAt {
  x: Float64Array;
  mesh: Mesh;
}

/** For a wall of so many cells that is only looked at: it is written over by the next look. */
const glances = new Map<number, Float64Array>();

function glance(cells: number): Float64Array {
  const known = glances.get(cells);
  if (known) return known;
  const made = new Float64Array(cells);
  glances.set(cells, made);
  return made;
}

/** Which of the records an instant falls in: the last that have begun by then, or the first. */
function indexAt(run: Trajectory, at: Instant): number {
  let index = run.length - 1;
  while (index > 0 && run[index]!.at[run[index]!.from]! > at) index -= 1;
  return index;
}

/** The wall at an instant within the run; held at its ends outside it. */
export function wallAt(run: Trajectory, at: Instant): WallAt {
  const { x, mesh } = lookedAt(run[indexAt(run, at)]!, at);
  return { x: x.slice(), mesh };
}

/** The same, only for as long as nothing else is looked at. */
function lookedAt(records: Records, at: Instant, k = lastBefore(records, at)): WallAt {
  const { mesh, end } = records;
  const x = glance(mesh.widths.length);
  between(records, k, Math.min(at, end), x);
  return { x, mesh };
}

/** One number read off the wall at an instant. */
export function readAt(run: Trajectory, at: Instant, reading: Reading): number {
  const { x, mesh } = lookedAt(run[indexAt(run, at)]!, at);
  return reading(x, mesh);
}

/** The wall at each of its records; each is the reader's only until the next. */
export function* eachRecord(run: Trajectory): Generator<WallAt & { at: Instant }> {
  for (const records of run) {
    const { mesh, end } = records;
    for (let k = records.from; k < records.to; k++) {
      const at = records.at[k]!;
      if (at > end) break;
      const x = glance(mesh.widths.length);
      cellsInto(records, k, x);
      yield { at, x, mesh };
    }
  }
}

const FINER = 4;

/**
 * The first instant from `from` on at which a reading satisfies `test`, to within a second; null if none.
 */
export function firstWhen(
  run: Trajectory,
  from: Instant,
  reading: Reading,
  test: (value: number) => boolean,
): Instant | null {
  if (isEmpty(run) || from > endOf(run)) return null;
  for (let p = indexAt(run, from); p < run.length; p++) {
    const records = run[p]!;
    const { at: times, to, end } = records;
    for (let k = lastBefore(records, from); k < to; k++) {
      const holds = (at: Instant) => {
        const { x, mesh } = lookedAt(records, at, k);
        return test(reading(x, mesh));
      };
      const start = Math.max(times[k]!, from);
      if (start > end) break;
      if (holds(start)) return start;
      const stop = k + 1 < to ? Math.min(end, times[k + 1]!) : start;
      if (stop <= start) continue;
      let before = start;
      for (let part = 1; part <= FINER; part++) {
        const at = start + ((stop - start) * part) / FINER;
        if (holds(at)) return narrowed(holds, before, at);
        before = at;
      }
    }
  }
  return null;
}

/** A wall dries one way between two records, but for the weather: what turns within half a step is not looked for. */
const HALVES = 2;

/**
 * The stretches of time from `from` on in which something holds of the wall, to within a second, ascending, one by one;
 * `to` is infinite where it holds to the end of what was computed. The wall is the test's only while it looks.
 */
export function* whileHolds(
  run: Trajectory,
  from: Instant,
  test: (wall: WallAt, at: Instant) => boolean,
): Generator<{ from: Instant; to: Instant }> {
  let since: Instant | null = null;
  let before = from;
  let last: boolean | null = null;
  for (let p = indexAt(run, from); p < run.length; p++) {
    const records = run[p]!;
    const { at: times, to, end } = records;
    for (let k = lastBefore(records, from); k < to; k++) {
      const holds = (at: Instant) => test(lookedAt(records, at, k), at);
      const start = Math.max(times[k]!, from);
      if (start > end) break;
      const stop = k + 1 < to ? Math.min(end, times[k + 1]!) : start;
      const parts = stop > start ? HALVES : 0;
      for (let part = 0; part <= parts; part++) {
        const at = parts === 0 ? start : start + ((stop - start) * part) / parts;
        const now = holds(at);
        if (now === last) {
          before = at;
          continue;
        }
        // at the first look, and where an event changed the wall at one moment, there is nothing to narrow down
        const turned = last === null || at <= before ? at : narrowed((t) => holds(t) === now, before, at);
        if (now) since = turned;
        else if (since !== null) {
          yield { from: since, to: turned };
          since = null;
        }
        last = now;
        before = at;
      }
    }
  }
  if (since !== null) yield { from: since, to: Number.POSITIVE_INFINITY };
}

function narrowed(holds: (at: Instant) => boolean, no: Instant, yes: Instant): Instant {
  let low = no;
  let high = yes;
  while (high - low > 1000) {
    const middle = (low + high) / 2;
    if (holds(middle)) high = middle;
    else low = middle;
  }
  return high;
}
