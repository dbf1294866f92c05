import { DAY, MINUTE, type Instant } from '../../units/quantity.ts';
import { ABOUT, wavesAt, type Air, type AirShift, type Climate } from '../air.ts';

/** A row every so often, ms: between two the air runs straight. */
export const TAPE_STEP = 15 * MINUTE;
/** °C, humidity, four waves of weather as far as the air has wandered, cosine of the day. */
export const TAPE_ROW = 7;
/** It is made some days at a time. */
const AHEAD = 2 * DAY;
/** A tape that would be longer is begun anew where it is read. */
const LONGEST = 120 * DAY;

/** The air of a room as it is known, before anything is believed of it, at even moments. */
export interface Tape {
  from: Instant;
  rows: Float32Array;
  count: number;
  climate: Climate;
  wanderFrom: Instant | undefined;
  offsetMs: number;
}

const tapes = new WeakMap<Climate, Tape[]>();

/** The tape of a climate over a stretch of time: the one that is known, made longer where it must be. */
export function tapeOver(
  climate: Climate,
  { wanderFrom, offsetMs = 0 }: AirShift,
  from: Instant,
  to: Instant,
): Tape {
  const of = tapes.get(climate) ?? [];
  if (of.length === 0) tapes.set(climate, of);
  const begins = Math.floor(from / TAPE_STEP) * TAPE_STEP;
  const known = of.find((tape) => tape.wanderFrom === wanderFrom && tape.offsetMs === offsetMs);
  if (known && known.from <= begins && to - known.from <= LONGEST) {
    lengthen(known, to);
    return known;
  }
  const made: Tape = {
    ...{ from: begins, rows: new Float32Array(0), count: 0 },
    ...{ climate, wanderFrom, offsetMs },
  };
  const before = known ? known.from + known.count * TAPE_STEP : to;
  lengthen(made, Math.max(to, Math.min(before, begins + LONGEST)));
  of.splice(known ? of.indexOf(known) : of.length, 1, made);
  return made;
}

function lengthen(tape: Tape, to: Instant): void {
  const needed = Math.ceil((to - tape.from) / TAPE_STEP) + 2;
  if (needed <= tape.count) return;
  const count = needed + AHEAD / TAPE_STEP;
  const rows = new Float32Array(count * TAPE_ROW);
  rows.set(tape.rows);
  const air: Air = { celsius: 20, humidity: 0.5 };
  for (let k = tape.count; k < count; k++) {
    const at = tape.from + k * TAPE_STEP;
    tape.climate(at, air);
    const row = k * TAPE_ROW;
    rows[row] = air.celsius;
    rows[row + 1] = air.humidity;
    wavesAt(at, tape.wanderFrom).forEach((wave, i) => (rows[row + 2 + i] = wave));
    const hour = ((at + tape.offsetMs) / 3_600_000) % 24;
    rows[row + 6] = Math.cos((2 * Math.PI * (hour - ABOUT)) / 24);
  }
  tape.rows = rows;
  tape.count = count;
}
