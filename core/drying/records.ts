import type { Instant } from '../units/quantity.ts';
import type { Mesh } from './mesh.ts';

/**
 * A wall at each step of a solver, while its cells are what they are: water contents and their rates, wherever in memory
 * the solver put them. Nobody changes them but who wrote them; others look at as many as counted when they came.
 */
export interface Records {
  mesh: Mesh;
  /** When each was, ascending. */
  at: ArrayLike<Instant>;
  /** Which of them count: the first, and the one after the last. */
  from: number;
  to: number;
  /** They are looked at no later than this, though the last may be of later. */
  end: Instant;
  data: Float64Array | Float32Array;
  /** Where in the data the first cell of each lies, but for the offset. */
  places: ArrayLike<number>;
  offset: number;
  /** From one cell to the next, and from its X to its dX/dt, per second. */
  cell: number;
  rate: number;
}

/** The latest that is known of them. */
export const endOfRecords = ({ at, to, end }: Records): Instant => Math.min(end, at[to - 1]!);

/** Cells of record k, into an array of their number. */
export function cellsInto({ data, places, offset, cell }: Records, k: number, out: Float64Array): void {
  const base = places[k]! + offset;
  for (let i = 0; i < out.length; i++) out[i] = data[base + i * cell]!;
}

/** Rates of record k, per second. */
export function ratesOf({ data, places, offset, cell, rate, mesh }: Records, k: number): Float64Array {
  const base = places[k]! + offset + rate;
  const rates = new Float64Array(mesh.widths.length);
  for (let i = 0; i < rates.length; i++) rates[i] = data[base + i * cell]!;
  return rates;
}

/** Index of the last record at or before an instant; the first where there is none. */
export function lastBefore({ at, from, to }: Records, moment: Instant): number {
  let low = from;
  let high = to - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (at[middle]! <= moment) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The wall at an instant from record k on, by cubic Hermite interpolation to the next; held where there is none. */
export function between(records: Records, k: number, moment: Instant, out: Float64Array): void {
  const { at, to, data, places, offset, cell, rate } = records;
  const begins = at[k]!;
  const width = k + 1 < to ? at[k + 1]! - begins : 0;
  if (width <= 0 || moment <= begins) {
    cellsInto(records, k, out);
    return;
  }
  const s = Math.min(1, (moment - begins) / width);
  const s2 = s * s;
  const s3 = s2 * s;
  const seconds = width / 1000;
  const h00 = 2 * s3 - 3 * s2 + 1;
  const h10 = (s3 - 2 * s2 + s) * seconds;
  const h01 = 3 * s2 - 2 * s3;
  const h11 = (s3 - s2) * seconds;
  let one = places[k]! + offset;
  let two = places[k + 1]! + offset;
  for (let i = 0; i < out.length; i++, one += cell, two += cell)
    out[i] = h00 * data[one]! + h10 * data[one + rate]! + h01 * data[two]! + h11 * data[two + rate]!;
}

/** Records that a solver of one wall adds to, one by one. */
export interface Growing extends Records {
  at: Instant[];
  places: number[];
  data: Float64Array;
}

/** Room for so many records at first. */
const ROOM = 16;

/** @param room for so many records at first */
export const growing = (mesh: Mesh, room = ROOM): Growing => ({
  ...{ mesh, at: [], places: [], from: 0, to: 0, end: Number.POSITIVE_INFINITY },
  data: new Float64Array(2 * room * mesh.widths.length),
  ...{ offset: 0, cell: 1, rate: mesh.widths.length },
});

/** @param rate per second */
export function added(records: Growing, at: Instant, x: Float64Array, rate: Float64Array): void {
  const size = 2 * x.length;
  const place = records.to * size;
  if (place + size > records.data.length) {
    const longer = new Float64Array(Math.max(2 * records.data.length, ROOM * size));
    longer.set(records.data);
    records.data = longer;
  }
  records.data.set(x, place);
  records.data.set(rate, place + x.length);
  records.at[records.to] = at;
  records.places[records.to] = place;
  records.to += 1;
}

/** The same in memory of their own, with none of what lay beside them. */
export function compact(records: Records): Records {
  const { mesh, at, from, to, end, data, places, offset, cell, rate } = records;
  const n = mesh.widths.length;
  const own = growing(mesh, to - from);
  for (let k = from; k < to; k++) {
    const place = (k - from) * 2 * n;
    const base = places[k]! + offset;
    for (let i = 0; i < n; i++) {
      own.data[place + i] = data[base + i * cell]!;
      own.data[place + n + i] = data[base + i * cell + rate]!;
    }
    own.at.push(at[k]!);
    own.places.push(place);
  }
  return { ...own, to: to - from, end };
}
