import { faces } from './air';
import { diffuses, laws, perVolume, relativeSlope, volume } from './clay';
import { exp, log } from './math';
import {
  ASKED,
  at,
  BOUNDARY,
  COUNTS,
  DIAGONAL,
  F,
  HALF_DEPTH,
  LEFT_SHARE,
  LETS_AT,
  LETS_BY,
  LOWER,
  MEAN_WEIGHT,
  PER_DISTANCE,
  PER_WIDTH,
  put,
  SEAM_WALLS,
  SEAMS,
  S_FLUX,
  S_SLOPE,
  SKIN_CELL,
  SKINS,
  UPPER,
  V_AREA,
  V_COMES,
  V_MEAN,
  V_PER_PLASTIC,
  V_PER_SOLIDS,
  W_BODY,
  W_BODY_TO,
  W_CELL,
  W_CELL_TO,
  W_CLAY,
  W_SKIN,
  W_SKIN_TO,
  wallAt,
  wallPut,
  wallWhole,
  whole,
} from './memory';

/** Of cell i and the next: how much of what otherwise would pass a film lets through. */
function lets(i: i32, cells: usize): v128 {
  const asked = at(cells, whole(ASKED, i));
  const share = f32x4.add(at(LETS_AT, i), f32x4.mul(at(LETS_BY, i), asked));
  return f32x4.min(f32x4.splat(1), f32x4.max(f32x4.splat(0), share));
}

/** Means of the walls, their areas, and what passes through the seams. */
function together(cells: usize): void {
  const walls = whole(COUNTS, 0);
  for (let w = 0; w < walls; w++) {
    let mean = f32x4.splat(0);
    for (let i = wallWhole(w, W_BODY), to = wallWhole(w, W_BODY_TO); i < to; i++)
      mean = f32x4.add(mean, f32x4.mul(at(MEAN_WEIGHT, i), at(cells, i)));
    laws(wallWhole(w, W_CLAY), mean);
    const left = f32x4.mul(volume, wallAt(w, V_PER_PLASTIC));
    wallPut(w, V_MEAN, mean);
    wallPut(w, V_AREA, exp(f32x4.mul(log(left), f32x4.splat(2 / 3.0))));
    wallPut(w, V_COMES, f32x4.splat(0));
  }
  const seams = whole(COUNTS, 1);
  for (let s = 0; s < seams; s++) {
    const a = whole(SEAM_WALLS, s << 1);
    const b = whole(SEAM_WALLS, (s << 1) + 1);
    const one = wallAt(a, V_MEAN);
    const two = wallAt(b, V_MEAN);
    laws(wallWhole(a, W_CLAY), f32x4.mul(f32x4.add(one, two), f32x4.splat(0.5)));
    const passes = f32x4.mul(f32x4.div(diffuses, volume), at(SEAMS, s << 2));
    const through = f32x4.mul(passes, f32x4.sub(one, two));
    const base = s << 2;
    wallPut(a, V_COMES, f32x4.sub(wallAt(a, V_COMES), f32x4.mul(through, at(SEAMS, base + 1))));
    wallPut(b, V_COMES, f32x4.add(wallAt(b, V_COMES), f32x4.mul(through, at(SEAMS, base + 2))));
  }
}

/**
 * dX/dt of all cells into `out`. At the start of a step also its slopes: of a tridiagonal Jacobian with area and seams held.
 * @param rounds how often each surface is looked for
 */
export function rates(cells: usize, out: usize, starts: bool, rounds: i32): void {
  together(cells);
  for (let w = 0, walls = whole(COUNTS, 0); w < walls; w++) {
    faces(w, cells, rounds);
    between(w, cells, out, starts);
    for (let s = wallWhole(w, W_SKIN), to = wallWhole(w, W_SKIN_TO); s < to; s++) {
      const cell = whole(SKIN_CELL, s);
      const per = at(PER_WIDTH, cell);
      put(out, cell, f32x4.sub(at(out, cell), f32x4.mul(at(SKINS, (s << 3) + S_FLUX), per)));
      if (!starts) continue;
      const slope = f32x4.mul(at(SKINS, (s << 3) + S_SLOPE), per);
      put(DIAGONAL, cell, f32x4.sub(at(DIAGONAL, cell), slope));
    }
  }
}

/** What passes between the cells of a wall. */
function between(w: i32, cells: usize, out: usize, starts: bool): void {
  const one = f32x4.splat(1);
  const area = wallAt(w, V_AREA);
  const scale = f32x4.mul(area, area);
  const beside = f32x4.mul(wallAt(w, V_COMES), wallAt(w, V_PER_SOLIDS));
  const from = wallWhole(w, W_CELL);
  const last = wallWhole(w, W_CELL_TO) - 1;
  let inflow = f32x4.splat(0);
  let diagonal = f32x4.splat(0);
  let x = at(cells, from);
  for (let i = from; i < last; i++) {
    const next = at(cells, i + 1);
    let passes: v128;
    let byLeft = one;
    let byRight = one;
    if (whole(BOUNDARY, i) == 1) {
      const share = at(LEFT_SHARE, i);
      const rest = f32x4.sub(one, share);
      const meets = f32x4.add(f32x4.mul(x, share), f32x4.mul(next, rest));
      passes = f32x4.mul(f32x4.mul(scale, perVolume(i, meets)), at(PER_DISTANCE, i));
      if (starts) {
        const slope = relativeSlope(i, meets);
        byLeft = f32x4.mul(slope, share);
        byRight = f32x4.mul(slope, rest);
      }
    } else {
      const here = perVolume(i, x);
      if (starts) byLeft = relativeSlope(i, x);
      const there = perVolume(i + 1, next);
      if (starts) byRight = relativeSlope(i + 1, next);
      const one = f32x4.div(at(HALF_DEPTH, i), here);
      const two = f32x4.div(at(HALF_DEPTH, i + 1), there);
      const met = f32x4.div(lets(i, cells), f32x4.add(one, two));
      passes = f32x4.mul(f32x4.mul(scale, met), at(PER_DISTANCE, i));
      if (starts) {
        byLeft = f32x4.mul(byLeft, f32x4.mul(met, one));
        byRight = f32x4.mul(byRight, f32x4.mul(met, two));
      }
    }
    const flow = f32x4.mul(passes, f32x4.sub(x, next));
    const per = at(PER_WIDTH, i);
    put(out, i, f32x4.add(f32x4.mul(f32x4.sub(inflow, flow), per), beside));
    if (starts) {
      const left = f32x4.add(passes, f32x4.mul(flow, byLeft));
      const right = f32x4.sub(f32x4.mul(flow, byRight), passes);
      const perNext = at(PER_WIDTH, i + 1);
      put(DIAGONAL, i, f32x4.sub(diagonal, f32x4.mul(left, per)));
      put(UPPER, i, f32x4.neg(f32x4.mul(right, per)));
      put(LOWER, i + 1, f32x4.mul(left, perNext));
      diagonal = f32x4.mul(right, perNext);
    }
    inflow = flow;
    x = next;
  }
  put(out, last, f32x4.add(f32x4.mul(inflow, at(PER_WIDTH, last)), beside));
  if (starts) put(DIAGONAL, last, diagonal);
}
