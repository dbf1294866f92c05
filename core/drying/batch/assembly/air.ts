import { exp, log } from './math';
import {
  at,
  put,
  whole,
  HALF_DEPTH,
  ISOTHERM,
  L_CELSIUS,
  L_DRAUGHT,
  L_HUMIDITY,
  L_WANDER,
  LANES,
  ROOM,
  S_DROP,
  S_FLUX,
  S_SHARE,
  S_SLOPE,
  SKIN_CELL,
  SKINS,
  TAPE,
  TAPE_FROM,
  TAPE_LAST,
  V_AHEAD_IN,
  V_AHEAD_OUT,
  V_AREA,
  V_CLOTH,
  V_COLDER_IN,
  V_COLDER_OUT,
  V_HEAT,
  V_HELD,
  V_HOLDS,
  V_LEFT_IN,
  V_LEFT_OUT,
  V_PAPER,
  V_PASSES_IN,
  V_PASSES_OUT,
  V_PER_PAPER,
  V_PLASTER,
  V_RESISTANCE_IN,
  V_RESISTANCE_OUT,
  W_CLOTH,
  W_INSIDE,
  W_OUTSIDE,
  W_SKIN,
  W_SKIN_OUT,
  W_SKIN_TO,
  wallAt,
  wallPut,
  wallWhole,
} from './memory';
import { perVolume } from './clay';

/** Constants of the laws, given by the caller: the trade's figures stand in one place only. */
export const LAWS: usize = memory.data(16 * 4, 16);
const RADIATION: i32 = 0;
const LATENT: i32 = 1;
const LEWIS: i32 = 2;
const COOLER: i32 = 3;
const PLASTER_PULL: i32 = 4;
const PLASTER_DOWN_TO: i32 = 5;
const PLASTER_HOLDS: i32 = 6;
const CLOTH_PULL: i32 = 7;
const CLOTH_UP_TO: i32 = 8;
const CLOTH_HOLDS: i32 = 9;
const PAPER_LEAST: i32 = 10;
const PAPER_FULL: i32 = 11;
const TAPE_STEP: i32 = 12;

function law(index: i32): v128 {
  return v128.load32_splat(LAWS + ((<usize>index) << 2));
}

const R_CELSIUS: i32 = 0;
const R_HUMIDITY: i32 = 1;
const R_STIR: i32 = 2;
const R_SATURATED: i32 = 3;
const KELVIN: f32 = 273.15;

/** A row of the tape: °C, humidity, four waves of weather, cosine of the day. */
const ROW: i32 = 7;

/** The air of each lane's room so many seconds after the lane's own time. */
export function room(time: usize, ahead: v128): void {
  let frac = f32x4.splat(0);
  const rows = memory.data(16, 16);
  for (let lane = 0; lane < 4; lane++) {
    const step = <f64>load<f32>(LAWS + ((<usize>TAPE_STEP) << 2));
    const shift = <f64>(
      (lane == 0
        ? f32x4.extract_lane(ahead, 0)
        : lane == 1
          ? f32x4.extract_lane(ahead, 1)
          : lane == 2
            ? f32x4.extract_lane(ahead, 2)
            : f32x4.extract_lane(ahead, 3))
    );
    const offset = (<usize>lane) << 3;
    const place = (load<f64>(time + offset) + shift - load<f64>(TAPE_FROM + offset)) / step;
    const last = whole(TAPE_LAST, lane);
    const row = max(0, min(last, <i32>Math.floor(place)));
    const share = <f32>max(0.0, min(1.0, place - <f64>row));
    frac =
      lane == 0
        ? f32x4.replace_lane(frac, 0, share)
        : lane == 1
          ? f32x4.replace_lane(frac, 1, share)
          : lane == 2
            ? f32x4.replace_lane(frac, 2, share)
            : f32x4.replace_lane(frac, 3, share);
    store<i32>(rows + ((<usize>lane) << 2), whole(TAPE, lane) + row * ROW * 4);
  }
  const a = <usize>whole(rows, 0);
  const b = <usize>whole(rows, 1);
  const c = <usize>whole(rows, 2);
  const d = <usize>whole(rows, 3);
  let wandered = f32x4.splat(0);
  for (let k = 0; k < 4; k++)
    wandered = f32x4.add(wandered, f32x4.mul(at(LANES, L_WANDER + k), read(a, b, c, d, 2 + k, frac)));
  const celsius = f32x4.sub(
    f32x4.add(read(a, b, c, d, 0, frac), at(LANES, L_CELSIUS)),
    f32x4.mul(law(COOLER), wandered),
  );
  const humidity = f32x4.add(f32x4.add(read(a, b, c, d, 1, frac), at(LANES, L_HUMIDITY)), wandered);
  put(ROOM, R_CELSIUS, celsius);
  put(ROOM, R_HUMIDITY, f32x4.min(f32x4.splat(0.99), f32x4.max(f32x4.splat(0.02), humidity)));
  put(ROOM, R_STIR, exp(f32x4.mul(at(LANES, L_DRAUGHT), read(a, b, c, d, 6, frac))));
  put(ROOM, R_SATURATED, saturated(celsius));
}

/** One column of four tapes, between two rows of each. */
function read(a: usize, b: usize, c: usize, d: usize, column: i32, frac: v128): v128 {
  const o = (<usize>column) << 2;
  const n = o + <usize>(ROW << 2);
  let from = v128.load32_splat(a + o);
  from = v128.load_lane<f32>(b + o, from, 1);
  from = v128.load_lane<f32>(c + o, from, 2);
  from = v128.load_lane<f32>(d + o, from, 3);
  let to = v128.load32_splat(a + n);
  to = v128.load_lane<f32>(b + n, to, 1);
  to = v128.load_lane<f32>(c + n, to, 2);
  to = v128.load_lane<f32>(d + n, to, 3);
  return f32x4.add(from, f32x4.mul(frac, f32x4.sub(to, from)));
}

/** Density of saturated vapour, kg/m³: WMO-No. 8, annex 4.B, and the gas law. */
function saturated(celsius: v128): v128 {
  const power = f32x4.div(f32x4.mul(f32x4.splat(17.62), celsius), f32x4.add(f32x4.splat(243.12), celsius));
  const kelvin = f32x4.add(celsius, f32x4.splat(KELVIN));
  return f32x4.div(f32x4.mul(f32x4.splat(611.2 / 461.5), exp(power)), kelvin);
}

/** κ of a face in the air, and the vapour's way: j(a) = (a − h)·ρ₀/(R + κ·a). */
let kappa: v128 = f32x4.splat(0);
let way: v128 = f32x4.splat(0);

/**
 * Fixes κ so that j is exact for a wet surface: λ times the secant of ρ over the secant of heat, from the surface that is as
 * much colder as that makes it; the one of before is where it begins.
 */
function evaporates(humidity: v128, heat: v128, resistance: v128, colder: v128, rounds: i32): v128 {
  const celsius = at(ROOM, R_CELSIUS);
  const saturatedThere = at(ROOM, R_SATURATED);
  const shifted = f32x4.add(celsius, f32x4.splat(243.12));
  const kelvin = f32x4.add(celsius, f32x4.splat(KELVIN));
  way = f32x4.add(f32x4.div(law(LEWIS), heat), resistance);
  const drives = f32x4.mul(f32x4.sub(f32x4.splat(1), humidity), saturatedThere);
  let under = colder;
  for (let round = 0; round < rounds; round++) {
    // ln ρ falls by u over the difference; the slope's secant is ρ₀·(1 − e⁻ᵘ)/ΔT
    const steep = f32x4.sub(
      f32x4.div(f32x4.splat(17.62 * 243.12), f32x4.mul(shifted, f32x4.sub(shifted, under))),
      f32x4.div(f32x4.splat(1), f32x4.sub(kelvin, f32x4.mul(under, f32x4.splat(0.5)))),
    );
    const u = f32x4.mul(steep, under);
    let bends = f32x4.sub(f32x4.mul(u, f32x4.splat(1 / 120.0)), f32x4.splat(1 / 24.0));
    bends = f32x4.add(f32x4.mul(bends, u), f32x4.splat(1 / 6.0));
    bends = f32x4.sub(f32x4.mul(bends, u), f32x4.splat(0.5));
    bends = f32x4.add(f32x4.mul(bends, u), f32x4.splat(1));
    const slope = f32x4.mul(f32x4.mul(saturatedThere, steep), bends);
    const surface = f32x4.sub(kelvin, under);
    const radiates = f32x4.mul(
      law(RADIATION),
      f32x4.mul(
        f32x4.add(f32x4.mul(kelvin, kelvin), f32x4.mul(surface, surface)),
        f32x4.add(kelvin, surface),
      ),
    );
    const warms = f32x4.add(heat, radiates);
    kappa = f32x4.div(f32x4.mul(law(LATENT), slope), warms);
    const flux = f32x4.div(drives, f32x4.add(way, kappa));
    under = f32x4.div(f32x4.mul(law(LATENT), flux), warms);
  }
  return under;
}

/** What leaves through the faces of a wall, and how that changes with the cells there. */
export function faces(wall: i32, cells: usize, rounds: i32): void {
  const inside = wallWhole(wall, W_INSIDE);
  const outside = wallWhole(wall, W_OUTSIDE);
  const first = wallWhole(wall, W_SKIN);
  const middle = wallWhole(wall, W_SKIN_OUT);
  const last = wallWhole(wall, W_SKIN_TO);
  const heat = f32x4.mul(wallAt(wall, V_HEAT), at(ROOM, R_STIR));
  const humidity = v128.bitselect(held(wall, inside, outside), at(ROOM, R_HUMIDITY), wallAt(wall, V_HOLDS));
  if (inside == 1) {
    const resistance = wallAt(wall, V_RESISTANCE_IN);
    wallPut(wall, V_COLDER_IN, evaporates(humidity, heat, resistance, wallAt(wall, V_COLDER_IN), rounds));
    for (let s = first; s < middle; s++) throughAir(wall, s, cells, V_PASSES_IN, humidity, false, rounds);
  } else for (let s = first; s < middle; s++) otherwise(wall, s, cells, inside);
  if (outside == 1) {
    const resistance = wallAt(wall, V_RESISTANCE_OUT);
    wallPut(wall, V_COLDER_OUT, evaporates(humidity, heat, resistance, wallAt(wall, V_COLDER_OUT), rounds));
    const cloth = wallWhole(wall, W_CLOTH) != 0;
    for (let s = middle; s < last; s++) throughAir(wall, s, cells, V_PASSES_OUT, humidity, cloth, rounds);
  } else for (let s = middle; s < last; s++) otherwise(wall, s, cells, outside);
}

function leftInside(wall: i32): v128 {
  return f32x4.add(wallAt(wall, V_LEFT_IN), wallAt(wall, V_AHEAD_IN));
}

function leftOutside(wall: i32): v128 {
  return f32x4.add(wallAt(wall, V_LEFT_OUT), wallAt(wall, V_AHEAD_OUT));
}

/** The humidity that a cover holds; paper's rises with what it has taken. */
function held(wall: i32, inside: i32, outside: i32): v128 {
  let paper = wallAt(wall, V_PAPER);
  if (inside == 1) paper = f32x4.add(paper, leftInside(wall));
  if (outside == 1) paper = f32x4.add(paper, leftOutside(wall));
  const per = wallAt(wall, V_PER_PAPER);
  const filled = f32x4.min(law(PAPER_FULL), f32x4.max(law(PAPER_LEAST), f32x4.mul(paper, per)));
  return v128.bitselect(filled, wallAt(wall, V_HELD), f32x4.gt(per, f32x4.splat(0)));
}

/** A surface never is taken for drier than this, kg/kg. */
const DRIEST: f32 = 1e-6;

/**
 * Through a skin in the air, with the half cell between its centre and the surface in the way: A²·K·(X₁ − X_s)/(Δζ/2) = A·j(X_s).
 */
function throughAir(
  wall: i32,
  skin: i32,
  cells: usize,
  passing: i32,
  humidity: v128,
  cloth: bool,
  rounds: i32,
): void {
  const cell = whole(SKIN_CELL, skin);
  const x1 = at(cells, cell);
  const area = wallAt(wall, V_AREA);
  const half = f32x4.div(f32x4.mul(area, perVolume(cell, x1)), at(HALF_DEPTH, cell));
  const passes = wallAt(wall, passing);
  const perScale = at(ISOTHERM, 0);
  const inverse = at(ISOTHERM, 1);
  const one = f32x4.splat(1);
  const density = f32x4.mul(passes, at(ROOM, R_SATURATED));
  const back = f32x4.add(way, f32x4.mul(kappa, humidity));
  let surface = f32x4.max(f32x4.sub(x1, at(SKINS, (skin << 3) + S_DROP)), f32x4.splat(DRIEST));
  let slope = one;
  for (let round = 0; round < rounds; round++) {
    const u = exp(f32x4.mul(log(f32x4.mul(surface, perScale)), inverse));
    const dry = f32x4.div(one, f32x4.add(one, u));
    const activity = f32x4.mul(u, dry);
    const rises = f32x4.div(f32x4.mul(f32x4.mul(activity, dry), inverse), surface);
    const per = f32x4.div(one, f32x4.add(way, f32x4.mul(kappa, activity)));
    let flux = f32x4.mul(f32x4.mul(f32x4.sub(activity, humidity), density), per);
    slope = f32x4.mul(f32x4.mul(f32x4.mul(density, back), f32x4.mul(per, per)), rises);
    if (cloth) {
      const pull = f32x4.mul(passes, clothPull(wall));
      const short = f32x4.max(f32x4.sub(law(CLOTH_UP_TO), surface), f32x4.splat(0));
      flux = f32x4.sub(flux, f32x4.mul(pull, short));
      slope = f32x4.add(slope, v128.and(pull, f32x4.gt(short, f32x4.splat(0))));
    }
    const over = f32x4.sub(f32x4.mul(half, f32x4.sub(x1, surface)), flux);
    const next = f32x4.add(surface, f32x4.div(over, f32x4.add(half, slope)));
    surface = f32x4.max(next, f32x4.mul(surface, f32x4.splat(0.2)));
  }
  leaves(skin, x1, surface, half, slope, area);
}

/** How hard a damp cloth still pulls the other way, kg/m²s for each of X. */
function clothPull(wall: i32): v128 {
  const given = f32x4.add(wallAt(wall, V_CLOTH), f32x4.max(f32x4.neg(leftOutside(wall)), f32x4.splat(0)));
  const left = f32x4.sub(f32x4.splat(1), f32x4.div(given, law(CLOTH_HOLDS)));
  return f32x4.mul(law(CLOTH_PULL), f32x4.max(left, f32x4.splat(0)));
}

/** Through a skin that is sealed, or lies on plaster. */
function otherwise(wall: i32, skin: i32, cells: usize, kind: i32): void {
  const cell = whole(SKIN_CELL, skin);
  const x1 = at(cells, cell);
  const zero = f32x4.splat(0);
  if (kind == 0) {
    leaves(skin, x1, x1, zero, zero, zero);
    return;
  }
  const area = wallAt(wall, V_AREA);
  const half = f32x4.div(f32x4.mul(area, perVolume(cell, x1)), at(HALF_DEPTH, cell));
  const taken = f32x4.add(wallAt(wall, V_PLASTER), leftInside(wall));
  const left = f32x4.max(f32x4.sub(f32x4.splat(1), f32x4.div(taken, law(PLASTER_HOLDS))), zero);
  const pull = f32x4.mul(f32x4.mul(law(PLASTER_PULL), left), wallAt(wall, V_PASSES_IN));
  const downTo = law(PLASTER_DOWN_TO);
  const draws = f32x4.gt(x1, downTo);
  const met = f32x4.div(f32x4.add(f32x4.mul(half, x1), f32x4.mul(pull, downTo)), f32x4.add(half, pull));
  leaves(skin, x1, v128.bitselect(met, x1, draws), half, v128.and(pull, draws), area);
}

function leaves(skin: i32, x1: v128, surface: v128, half: v128, slope: v128, area: v128): void {
  const base = skin << 3;
  const drop = f32x4.sub(x1, surface);
  const share = f32x4.mul(at(SKINS, base + S_SHARE), area);
  put(SKINS, base + S_DROP, drop);
  put(SKINS, base + S_FLUX, f32x4.mul(f32x4.mul(share, half), drop));
  const both = f32x4.max(f32x4.add(half, slope), f32x4.splat(1e-30));
  put(SKINS, base + S_SLOPE, f32x4.div(f32x4.mul(f32x4.mul(share, half), slope), both));
}
