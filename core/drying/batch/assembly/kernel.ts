import { room } from './air';
import { rates } from './rates';
import {
  at,
  END,
  F,
  K2,
  L_ACTIVE,
  L_FRESH,
  L_LONGEST,
  L_STEP,
  L_TOLERANCE,
  LANES,
  put,
  TIME,
  WRITTEN,
  X,
  X2,
} from './memory';
import { recordSize, write } from './records';
import { accept, firstStage, secondStage } from './stages';
import { stopped } from './stops';

export * from './memory';
export { LAWS } from './air';

/** γ = 1 − 1/√2: L-stable. */
const GAMMA: f32 = 0.29289321881345254;
const SHORTEST: f32 = 1e-4;
const MOST_SWEEPS: i32 = 200_000;
/** How often a surface is looked for: at the first rates of a run, and afterwards. */
const ROUNDS_FIRST: i32 = 6;
const ROUNDS: i32 = 3;

const KEPT: i32 = 0;
const FULL: i32 = 1;
const GAVE_UP: i32 = 2;

/**
 * Carries the four members to their ends, or until their stops hold. Rosenbrock-W of two stages and order 2, which keeps
 * its order with any Jacobian: Verwer, Spee, Blom and Hundsdorfer, SIAM J. Sci. Comput. 20 (1999) 1456–1480, ROS2.
 * Each lane has its own time and step; one that is done takes steps of no length.
 * @param record where records go: four times, a mask of the lanes they are of, then X and dX/dt of all recorded walls' cells
 * @param recordEnd how far they may
 * @returns 0 done, 1 no room for further records: it goes on when called again, 2 a step vanished
 */
export function run(record: usize, recordEnd: usize): i32 {
  const size = recordSize();
  let place = record;
  let rounds = ROUNDS_FIRST;
  let written = 0;
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    room(TIME, f32x4.splat(0));
    rates(X, F, true, rounds);
    rounds = ROUNDS;
    const fresh = at(LANES, L_FRESH);
    if (size > 0 && v128.any_true(fresh)) {
      if (place + size > recordEnd) {
        store<i32>(WRITTEN, written);
        return FULL;
      }
      write(place, fresh);
      place += size;
      written++;
    }
    put(LANES, L_FRESH, f32x4.splat(0));
    const active = v128.andnot(v128.and(at(LANES, L_ACTIVE), beforeEnd()), stopped());
    put(LANES, L_ACTIVE, active);
    if (!v128.any_true(active)) {
      store<i32>(WRITTEN, written);
      return KEPT;
    }
    if (!step(active)) {
      store<i32>(WRITTEN, written);
      return GAVE_UP;
    }
  }
  store<i32>(WRITTEN, written);
  return GAVE_UP;
}

/** One trial step of every lane; false where one vanished. */
function step(active: v128): bool {
  const planned = at(LANES, L_STEP);
  const rest = untilEnd();
  // to the end, or half of what is left
  const reaches = f32x4.ge(planned, f32x4.mul(rest, f32x4.splat(0.999)));
  const half = f32x4.mul(rest, f32x4.splat(0.5));
  const size = v128.bitselect(rest, f32x4.min(planned, half), reaches);
  const h = v128.and(v128.bitselect(size, planned, v128.or(reaches, f32x4.gt(planned, half))), active);
  const g = f32x4.mul(h, f32x4.splat(GAMMA));
  firstStage(h, g);
  room(TIME, h);
  rates(X2, K2, false, ROUNDS);
  const error = secondStage(h, g);
  const tolerance = at(LANES, L_TOLERANCE);
  const kept = v128.and(active, f32x4.le(error, tolerance));
  accept(h, g, kept);
  put(LANES, L_FRESH, kept);
  const grown = growth(tolerance, error);
  const longer = f32x4.mul(h, grown);
  // a step cut short by the end says nothing against the one that was planned
  const held = f32x4.max(longer, v128.and(planned, f32x4.lt(h, planned)));
  const next = f32x4.min(v128.bitselect(held, longer, kept), at(LANES, L_LONGEST));
  put(LANES, L_STEP, v128.bitselect(next, planned, active));
  advanceClocks(h, kept, reaches);
  return !v128.any_true(v128.and(active, f32x4.lt(next, f32x4.splat(SHORTEST))));
}

/** How much longer the next step may be; where numbers were left behind it is cut hard. */
function growth(tolerance: v128, error: v128): v128 {
  const ratio = f32x4.div(tolerance, f32x4.max(error, f32x4.splat(1e-14)));
  const grown = f32x4.mul(f32x4.splat(0.9), f32x4.sqrt(ratio));
  const within = f32x4.min(f32x4.splat(4), f32x4.max(f32x4.splat(0.2), grown));
  return v128.bitselect(within, f32x4.splat(0.1), f32x4.lt(error, f32x4.splat(Infinity)));
}

function laneOf(vector: v128, index: i32): f32 {
  if (index == 0) return f32x4.extract_lane(vector, 0);
  if (index == 1) return f32x4.extract_lane(vector, 1);
  if (index == 2) return f32x4.extract_lane(vector, 2);
  return f32x4.extract_lane(vector, 3);
}

function isSet(mask: v128, index: i32): bool {
  if (index == 0) return i32x4.extract_lane(mask, 0) != 0;
  if (index == 1) return i32x4.extract_lane(mask, 1) != 0;
  if (index == 2) return i32x4.extract_lane(mask, 2) != 0;
  return i32x4.extract_lane(mask, 3) != 0;
}

function rest(index: usize): f32 {
  return <f32>(load<f64>(END + (index << 3)) - load<f64>(TIME + (index << 3)));
}

function untilEnd(): v128 {
  return f32x4(rest(0), rest(1), rest(2), rest(3));
}

const beforeEnd = (): v128 => f32x4.gt(untilEnd(), f32x4.splat(0));

function advanceClocks(h: v128, kept: v128, reaches: v128): void {
  for (let i = 0; i < 4; i++) {
    if (!isSet(kept, i)) continue;
    const clock = TIME + ((<usize>i) << 3);
    // exactly there, or rounding would leave its end just ahead
    const end = load<f64>(END + ((<usize>i) << 3));
    store<f64>(clock, isSet(reaches, i) ? end : load<f64>(clock) + <f64>laneOf(h, i));
  }
}
