import {
  at,
  COUNTS,
  DIAGONAL,
  F,
  IS_CLAY,
  K1,
  K2,
  L_LAX,
  LANES,
  LAYER,
  LOWER,
  PER_PIVOT,
  put,
  S_FIRST_FLUX,
  S_FIRST_SLOPE,
  S_FLUX,
  S_SLOPE,
  SKIN_CELL,
  SKINS,
  UPPER,
  V_AHEAD_IN,
  V_AHEAD_OUT,
  V_LEFT_IN,
  V_LEFT_OUT,
  W_CELL,
  W_CELL_TO,
  W_SKIN,
  W_SKIN_OUT,
  W_SKIN_TO,
  wallAt,
  wallPut,
  wallWhole,
  whole,
  X,
  X2,
} from './memory';

/** Wetter than this the local error is held as a share. */
const RELATIVE_FROM: f32 = 0.25;
/** Drier than the first a coat is held to the clay's error, wetter than the second to its own. */
const LAX_FROM: f32 = 0.1;
const LAX_FULL: f32 = 0.25;
/** (I − γhJ)·k₁ = h·f; fills X2 with x + k₁ and keeps the factors. */
export function firstStage(h: v128, g: v128): void {
  const one = f32x4.splat(1);
  for (let w = 0, walls = whole(COUNTS, 0); w < walls; w++) {
    const from = wallWhole(w, W_CELL);
    const last = wallWhole(w, W_CELL_TO) - 1;
    let pivot = f32x4.div(one, f32x4.sub(one, f32x4.mul(g, at(DIAGONAL, from))));
    let k = f32x4.mul(h, at(F, from));
    put(PER_PIVOT, from, pivot);
    put(K1, from, k);
    for (let i = from + 1; i <= last; i++) {
      const above = f32x4.mul(g, at(UPPER, i - 1));
      const below = f32x4.mul(f32x4.mul(g, at(LOWER, i)), pivot);
      put(UPPER, i - 1, above);
      put(LOWER, i, below);
      const diagonal = f32x4.sub(one, f32x4.mul(g, at(DIAGONAL, i)));
      pivot = f32x4.div(one, f32x4.sub(diagonal, f32x4.mul(below, above)));
      put(PER_PIVOT, i, pivot);
      k = f32x4.add(f32x4.mul(h, at(F, i)), f32x4.mul(below, k));
      put(K1, i, k);
    }
    k = f32x4.mul(k, pivot);
    put(K1, last, k);
    put(X2, last, f32x4.add(at(X, last), k));
    for (let i = last - 1; i >= from; i--) {
      k = f32x4.mul(f32x4.add(at(K1, i), f32x4.mul(at(UPPER, i), k)), at(PER_PIVOT, i));
      put(K1, i, k);
      put(X2, i, f32x4.add(at(X, i), k));
    }
    const middle = wallWhole(w, W_SKIN_OUT);
    wallPut(w, V_AHEAD_IN, f32x4.mul(h, keepFluxes(wallWhole(w, W_SKIN), middle)));
    wallPut(w, V_AHEAD_OUT, f32x4.mul(h, keepFluxes(middle, wallWhole(w, W_SKIN_TO))));
  }
}

/** What leaves through skins at the start of a step is kept for its end; returns the sum. */
function keepFluxes(from: i32, to: i32): v128 {
  let sum = f32x4.splat(0);
  for (let s = from; s < to; s++) {
    const base = s << 3;
    const flux = at(SKINS, base + S_FLUX);
    put(SKINS, base + S_FIRST_FLUX, flux);
    put(SKINS, base + S_FIRST_SLOPE, at(SKINS, base + S_SLOPE));
    sum = f32x4.add(sum, flux);
  }
  return sum;
}

/** (I − γhJ)·k₂ = h·f(x + k₁) − 2·k₁, its rates in K2; returns the worst local error of each lane: ½·|k₁ + k₂|. */
export function secondStage(h: v128, g: v128): v128 {
  const two = f32x4.splat(2);
  const half = f32x4.splat(0.5);
  let worst = f32x4.splat(0);
  for (let w = 0, walls = whole(COUNTS, 0); w < walls; w++) {
    const from = wallWhole(w, W_CELL);
    const last = wallWhole(w, W_CELL_TO) - 1;
    let k = f32x4.sub(f32x4.mul(h, at(K2, from)), f32x4.mul(two, at(K1, from)));
    put(K2, from, k);
    for (let i = from + 1; i <= last; i++) {
      const right = f32x4.sub(f32x4.mul(h, at(K2, i)), f32x4.mul(two, at(K1, i)));
      k = f32x4.add(right, f32x4.mul(at(LOWER, i), k));
      put(K2, i, k);
    }
    k = f32x4.splat(0);
    for (let i = last; i >= from; i--) {
      const above = i == last ? f32x4.splat(0) : f32x4.mul(at(UPPER, i), k);
      k = f32x4.mul(f32x4.add(at(K2, i), above), at(PER_PIVOT, i));
      put(K2, i, k);
      const error = f32x4.mul(half, f32x4.abs(f32x4.add(at(K1, i), k)));
      worst = f32x4.max(worst, f32x4.div(error, mayErr(i)));
    }
  }
  return worst;
}

/** How far a cell may err. */
function mayErr(cell: i32): v128 {
  const one = f32x4.splat(1);
  const x = at(X, cell);
  const wet = f32x4.max(one, f32x4.div(x, f32x4.splat(RELATIVE_FROM)));
  if (whole(IS_CLAY, whole(LAYER, cell)) != 0) return wet;
  // a coat is a few hundredths of the wall's clay; nearly dry it must not stick
  const shine = f32x4.div(f32x4.sub(x, f32x4.splat(LAX_FROM)), f32x4.splat(LAX_FULL - LAX_FROM));
  const share = f32x4.min(one, f32x4.max(f32x4.splat(0), shine));
  const lax = f32x4.add(one, f32x4.mul(share, f32x4.sub(at(LANES, L_LAX), one)));
  return f32x4.mul(wet, lax);
}

/** x + 1.5·k₁ + 0.5·k₂ in the lanes that are kept, and what has left through their faces. */
export function accept(h: v128, g: v128, kept: v128): void {
  const most = f32x4.splat(1.5);
  const half = f32x4.splat(0.5);
  for (let w = 0, walls = whole(COUNTS, 0); w < walls; w++) {
    for (let i = wallWhole(w, W_CELL), to = wallWhole(w, W_CELL_TO); i < to; i++) {
      const moves = f32x4.add(f32x4.mul(most, at(K1, i)), f32x4.mul(half, at(K2, i)));
      put(X, i, f32x4.add(at(X, i), v128.and(moves, kept)));
    }
    const middle = wallWhole(w, W_SKIN_OUT);
    const inside = leftThrough(wallWhole(w, W_SKIN), middle, h, g);
    const outside = leftThrough(middle, wallWhole(w, W_SKIN_TO), h, g);
    wallPut(w, V_LEFT_IN, f32x4.add(wallAt(w, V_LEFT_IN), v128.and(inside, kept)));
    wallPut(w, V_LEFT_OUT, f32x4.add(wallAt(w, V_LEFT_OUT), v128.and(outside, kept)));
    wallPut(w, V_AHEAD_IN, f32x4.splat(0));
    wallPut(w, V_AHEAD_OUT, f32x4.splat(0));
  }
}

function leftThrough(from: i32, to: i32, h: v128, g: v128): v128 {
  let left = f32x4.splat(0);
  for (let s = from; s < to; s++) {
    const base = s << 3;
    const cell = whole(SKIN_CELL, s);
    const slope = f32x4.mul(g, at(SKINS, base + S_FIRST_SLOPE));
    const first = f32x4.add(f32x4.mul(h, at(SKINS, base + S_FIRST_FLUX)), f32x4.mul(slope, at(K1, cell)));
    const second = f32x4.add(f32x4.mul(h, at(SKINS, base + S_FLUX)), f32x4.mul(slope, at(K2, cell)));
    left = f32x4.add(left, f32x4.add(first, second));
  }
  return f32x4.mul(left, f32x4.splat(0.5));
}
