import type { Instant } from '../units/quantity.ts';
import type { Mesh } from './mesh.ts';
import type { Reading } from './readings.ts';

/** A computed run: the cells' water contents and their rates at each solver step. Times never go back; two
 * records at one time are the wall before and after an event. */
export interface Trajectory {
  at: Instant[];
  x: Float64Array[];
  /** dX/dt, per millisecond. */
  rate: Float64Array[];
  /** What the cells of each record are. */
  mesh: Mesh[];
}

export const emptyTrajectory = (): Trajectory => ({ at: [], x: [], rate: [], mesh: [] });

export function concatTrajectories(parts: Trajectory[]): Trajectory {
  return {
    at: parts.flatMap((p) => p.at),
    x: parts.flatMap((p) => p.x),
    rate: parts.flatMap((p) => p.rate),
    mesh: parts.flatMap((p) => p.mesh),
  };
}

/** Index of the last record at or before an instant (the first record if there is none before). */
export function recordBefore(run: Trajectory, at: Instant): number {
  let low = 0;
  let high = run.at.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (run.at[middle]! <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** What is on record from an instant on, with the record it falls on. */
export function since(run: Trajectory, at: Instant): Trajectory {
  const k = recordBefore(run, at);
  return { at: run.at.slice(k), x: run.x.slice(k), rate: run.rate.slice(k), mesh: run.mesh.slice(k) };
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

/**
 * The wall at an instant, by cubic Hermite interpolation within record k and k + 1.
 * @param into where its cells are written; an array of their own where none is given
 */
function interpolated(run: Trajectory, k: number, at: Instant, into?: Float64Array): WallAt {
  const mesh = run.mesh[k]!;
  const from = run.x[k]!;
  const to = run.x[k + 1];
  const width = to && run.mesh[k + 1] === mesh ? run.at[k + 1]! - run.at[k]! : 0;
  if (!to || width <= 0 || at <= run.at[k]!) return { x: from, mesh };
  const s = Math.min(1, (at - run.at[k]!) / width);
  const startRate = run.rate[k]!;
  const endRate = run.rate[k + 1]!;
  const s2 = s * s;
  const s3 = s2 * s;
  const h00 = 2 * s3 - 3 * s2 + 1;
  const h10 = (s3 - 2 * s2 + s) * width;
  const h01 = 3 * s2 - 2 * s3;
  const h11 = (s3 - s2) * width;
  const x = into ?? new Float64Array(from.length);
  for (let i = 0; i < x.length; i++) {
    x[i] = h00 * from[i]! + h10 * startRate[i]! + h01 * to[i]! + h11 * endRate[i]!;
  }
  return { x, mesh };
}

/** The wall at an instant within the run; held at its ends outside it. */
export const wallAt = (run: Trajectory, at: Instant): WallAt => interpolated(run, recordBefore(run, at), at);

/** The same, only for as long as nothing else is looked at. */
const lookedAt = (run: Trajectory, k: number, at: Instant): WallAt =>
  interpolated(run, k, at, glance(run.x[k]!.length));

/** One number read off the wall at an instant. */
export function readAt(run: Trajectory, at: Instant, reading: Reading): number {
  const { x, mesh } = lookedAt(run, recordBefore(run, at), at);
  return reading(x, mesh);
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
  const holds = (k: number, at: Instant) => {
    const { x, mesh } = lookedAt(run, k, at);
    return test(reading(x, mesh));
  };
  const end = run.at[run.at.length - 1]!;
  if (from > end) return null;
  for (let k = recordBefore(run, from); k < run.at.length; k++) {
    const start = Math.max(run.at[k]!, from);
    if (holds(k, start)) return start;
    const stop = run.at[k + 1];
    if (stop === undefined || stop <= start) continue;
    let before = start;
    for (let part = 1; part <= FINER; part++) {
      const at = start + ((stop - start) * part) / FINER;
      if (holds(k, at)) return narrowed((t) => holds(k, t), before, at);
      before = at;
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
  const holds = (k: number, at: Instant) => test(lookedAt(run, k, at), at);
  let since: Instant | null = null;
  let before = from;
  let last: boolean | null = null;
  for (let k = recordBefore(run, from); k < run.at.length; k++) {
    const start = Math.max(run.at[k]!, from);
    const stop = run.at[k + 1] ?? start;
    const parts = stop > start ? HALVES : 0;
    for (let part = 0; part <= parts; part++) {
      const at = parts === 0 ? start : start + ((stop - start) * part) / parts;
      const now = holds(k, at);
      if (now === last) {
        before = at;
        continue;
      }
      // at the first look, and where an event changed the wall at one moment, there is nothing to narrow down
      const turned = last === null || at <= before ? at : narrowed((t) => holds(k, t) === now, before, at);
      if (now) since = turned;
      else if (since !== null) {
        yield { from: since, to: turned };
        since = null;
      }
      last = now;
      before = at;
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
