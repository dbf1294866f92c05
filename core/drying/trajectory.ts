import type { Instant } from '../units/quantity.ts';

/** A computed run: the cells' water contents and their rates at each solver step. Times never go back; two
 * records at one time are the wall before and after an event. */
export interface Trajectory {
  at: Instant[];
  x: Float64Array[];
  /** dX/dt, per millisecond. */
  rate: Float64Array[];
}

export const emptyTrajectory = (): Trajectory => ({ at: [], x: [], rate: [] });

export function joined(parts: Trajectory[]): Trajectory {
  return {
    at: parts.flatMap((p) => p.at),
    x: parts.flatMap((p) => p.x),
    rate: parts.flatMap((p) => p.rate),
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

/** Fills `out` with the cells at an instant, by cubic Hermite interpolation within record k and k + 1. */
function interpolate(run: Trajectory, k: number, at: Instant, out: Float64Array): void {
  const from = run.x[k]!;
  const to = run.x[k + 1];
  const width = to ? run.at[k + 1]! - run.at[k]! : 0;
  if (!to || width <= 0 || at <= run.at[k]!) return out.set(from);
  const s = Math.min(1, (at - run.at[k]!) / width);
  const startRate = run.rate[k]!;
  const endRate = run.rate[k + 1]!;
  const s2 = s * s;
  const s3 = s2 * s;
  const h00 = 2 * s3 - 3 * s2 + 1;
  const h10 = (s3 - 2 * s2 + s) * width;
  const h01 = 3 * s2 - 2 * s3;
  const h11 = (s3 - s2) * width;
  for (let i = 0; i < out.length; i++) {
    out[i] = h00 * from[i]! + h10 * startRate[i]! + h01 * to[i]! + h11 * endRate[i]!;
  }
}

/** The cells' water contents at an instant within the run; held at its ends outside it. */
export function cellsAt(
  run: Trajectory,
  at: Instant,
  out = new Float64Array(run.x[0]!.length),
): Float64Array {
  interpolate(run, recordBefore(run, at), at, out);
  return out;
}

/** One number read off the wall's cells. */
export type Reading = (x: Float64Array) => number;

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
  const scratch = new Float64Array(run.x[0]!.length);
  const holds = (k: number, at: Instant) => {
    interpolate(run, k, at, scratch);
    return test(reading(scratch));
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
