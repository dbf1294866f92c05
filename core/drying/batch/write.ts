import { specificVolume } from '../../clay/body.ts';
import { SECOND, type Instant } from '../../units/quantity.ts';
import { COOLER } from '../air.ts';
import { CLOTH, coverNamed, LATENT_HEAT, LEWIS, PLASTER, RADIATION } from '../face.ts';
import type { Leg } from '../legs.ts';
import { NARROW_MOUTH, PAPER_AIR, WAX_PASSES } from '../run.ts';
import { FIRST_STEP_S } from '../wall.ts';
import type { WallRun } from '../wallRun.ts';
import { cellFigures, figuresOf, OF_LAYER, type MeshFigures } from './figures.ts';
import { LANES, type Kernel } from './kernel.ts';
import { faceKinds, isUnderCloth } from './shape.ts';
import { writeStops } from './stops.ts';
import { TAPE_STEP } from './tape.ts';

/** A leg, and where the tape of its room lies in the kernel's memory. */
export interface Placed {
  leg: Leg;
  tape: { bytes: number; from: Instant; count: number };
}

/** Steps are no longer than this: the weather of some hours is felt; under a fresh coat, and where paper fills, sooner. s */
const LONGEST_S = { usual: 1.5 * 3600, coated: 3600, paper: 900, fine: 1800 };
/** Local error in X below which a wall is carried in short steps; none is carried finer. */
const FINE = 1e-4;
/** A coat is a few hundredths of the wall's clay: with its cells erring by this much more, its matte still comes within seconds. */
const COAT_ERROR = 3;
const ALL_BITS = -1;

/** Writes the walls of up to four legs of one shape; a lane without one does as the last, and goes nowhere. */
export function writeSystem(kernel: Kernel, placed: Placed[], epoch: Instant): void {
  kernel.f32.set(lawFigures, kernel.place.LAWS);
  for (let lane = 0; lane < LANES; lane++) {
    const of = placed[Math.min(lane, placed.length - 1)]!;
    writeLane(kernel, lane, of, epoch, lane < placed.length);
    writeWalls(kernel, lane, of.leg);
    writeSeams(kernel, lane, of.leg);
    writeStops(kernel, lane, of.leg);
  }
}

/** Constants of the laws, in the order of the kernel's `LAWS`. */
const lawFigures = Float32Array.from([
  ...[RADIATION, LATENT_HEAT, LEWIS, COOLER],
  ...[PLASTER.pull, PLASTER.downToX, PLASTER.holdsKg, CLOTH.pull, CLOTH.upToX, CLOTH.holdsKg],
  ...[PAPER_AIR.dry, PAPER_AIR.full, TAPE_STEP / SECOND],
]);

function writeLane(
  { f32, f64, i32, place }: Kernel,
  lane: number,
  { leg, tape }: Placed,
  epoch: Instant,
  goes: boolean,
): void {
  const { runs } = leg;
  const { setting, at } = runs[0]!;
  const { celsius, humidity, wander = [0, 0, 0, 0], draught = 0 } = setting.airShift;
  const put = (index: number, value: number) => (f32[place.LANES + index * LANES + lane] = value);
  const mask = (index: number, on: boolean) => (i32[place.LANES + index * LANES + lane] = on ? ALL_BITS : 0);
  put(place.L_CELSIUS, celsius);
  put(place.L_HUMIDITY, humidity);
  wander.forEach((amplitude, i) => put(place.L_WANDER + i, amplitude));
  put(place.L_DRAUGHT, draught / 2);
  const tolerance = Math.max(FINE, Math.min(...runs.map((run) => run.tolerance)));
  put(place.L_TOLERANCE, tolerance);
  put(place.L_LAX, COAT_ERROR);
  const longest = Math.min(...runs.map((run) => longestStep(run, tolerance)));
  put(place.L_LONGEST, longest);
  const begins = runs.map(({ state }) => state.lastStepS ?? FIRST_STEP_S);
  put(place.L_STEP, Math.min(longest, ...begins));
  mask(place.L_ACTIVE, goes);
  mask(place.L_FRESH, goes);
  f64[place.TIME + lane] = (at - epoch) / SECOND;
  f64[place.END + lane] = ((goes ? leg.to : at) - epoch) / SECOND;
  f64[place.TAPE_FROM + lane] = (tape.from - epoch) / SECOND;
  i32[place.TAPE + lane] = tape.bytes;
  i32[place.TAPE_LAST + lane] = tape.count - 2;
  put3(f32, place.ISOTHERM, lane, [1 / setting.body.isotherm.scale, 1 / setting.body.isotherm.power]);
}

function longestStep({ surroundings, taken, settlesAt }: WallRun, tolerance: number): number {
  const { holds } = coverNamed(surroundings.cover);
  if (tolerance < 1e-3) return LONGEST_S.fine;
  if (holds && 'paperKg' in holds && taken.paper < PAPER_AIR.full * holds.paperKg) return LONGEST_S.paper;
  return settlesAt === null ? LONGEST_S.usual : LONGEST_S.coated;
}

const put3 = (f32: Float32Array, base: number, lane: number, values: number[]): void =>
  values.forEach((value, i) => (f32[base + i * LANES + lane] = value));

function writeWalls(kernel: Kernel, lane: number, leg: Leg): void {
  const { f32, i32, place } = kernel;
  const from = { cell: 0, layer: 0, skin: 0 };
  leg.runs.forEach((run, w) => {
    const { surroundings, wall, setting } = run;
    const { body, widths, layers } = wall.mesh;
    const figures = figuresOf(wall.mesh, setting.body);
    const whole = place.WALLS + w * 16;
    i32[whole + place.W_CELL] = from.cell;
    i32[whole + place.W_CELL_TO] = from.cell + widths.length;
    i32[whole + place.W_BODY] = from.cell + body.from;
    i32[whole + place.W_BODY_TO] = from.cell + body.to;
    i32[whole + place.W_CLAY] = from.layer + figures.clay;
    i32[whole + place.W_INSIDE] = faceKinds[surroundings.inside];
    i32[whole + place.W_OUTSIDE] = faceKinds[surroundings.outside];
    i32[whole + place.W_CLOTH] = isUnderCloth(run) ? 1 : 0;
    if (lane === 0) i32[whole + place.W_RECORDED] = 0;
    if (run.recordFrom < leg.to) i32[whole + place.W_RECORDED] = 1;
    i32[whole + place.W_SKIN] = from.skin;
    i32[whole + place.W_SKIN_OUT] = from.skin + figures.bareInside;
    i32[whole + place.W_SKIN_TO] = from.skin + figures.bare.length;
    for (const { cell, share } of figures.bare) {
      i32[place.SKIN_CELL + from.skin] = from.cell + cell;
      const skin = place.SKINS + from.skin * 8 * LANES + lane;
      f32[skin + place.S_SHARE * LANES] = share;
      f32[skin + place.S_DROP * LANES] = 0;
      from.skin += 1;
    }
    writeFaces(kernel, lane, w, run, figures);
    writeCells(kernel, lane, from, run, figures);
    from.cell += widths.length;
    from.layer += layers.length;
  });
  i32[place.COUNTS] = leg.runs.length;
}

function writeFaces(
  { f32, i32, place }: Kernel,
  lane: number,
  w: number,
  { surroundings, setting, taken, waxed }: WallRun,
  { perSolids }: MeshFigures,
): void {
  const { holds, resistance, heatTransfer } = coverNamed(surroundings.cover);
  const vector = place.WALL_VECTORS + w * 32 * LANES + lane;
  const put = (index: number, value: number) => {
    f32[vector + index * LANES] = value;
  };
  const covers = resistance * setting.coverFactor;
  const narrow = (face: 'inside' | 'outside') => (surroundings[face] === 'narrow' ? NARROW_MOUTH : 0);
  put(place.V_RESISTANCE_IN, covers + narrow('inside'));
  put(place.V_RESISTANCE_OUT, covers + narrow('outside'));
  put(place.V_HEAT, (heatTransfer ?? surroundings.heatTransfer) * setting.airFactor);
  put(place.V_PASSES_IN, 1 - waxed.inside * (1 - WAX_PASSES));
  put(place.V_PASSES_OUT, 1 - waxed.outside * (1 - WAX_PASSES));
  i32[vector + place.V_HOLDS * LANES] = holds ? ALL_BITS : 0;
  put(place.V_HELD, holds && 'humidity' in holds ? holds.humidity : 0);
  put(place.V_PER_PAPER, holds && 'paperKg' in holds ? 1 / holds.paperKg : 0);
  put(place.V_PAPER, taken.paper);
  put(place.V_PLASTER, taken.plaster);
  put(place.V_CLOTH, taken.cloth);
  for (const zero of [place.V_LEFT_IN, place.V_LEFT_OUT, place.V_AHEAD_IN, place.V_AHEAD_OUT]) put(zero, 0);
  for (const zero of [place.V_COLDER_IN, place.V_COLDER_OUT]) put(zero, 0);
  put(place.V_PER_PLASTIC, 1 / specificVolume(setting.body, setting.body.plasticX));
  put(place.V_PER_SOLIDS, perSolids);
}

function writeCells(
  { f32, i32, place }: Kernel,
  lane: number,
  from: { cell: number; layer: number },
  { state }: WallRun,
  { cells, kinds, layers }: MeshFigures,
): void {
  const n = state.x.length;
  const first = from.cell * LANES + lane;
  for (let i = 0; i < n; i++) {
    f32[place.X + first + i * LANES] = state.x[i]!;
    i32[place.LAYER + from.cell + i] = from.layer + kinds[i * 3]!;
    i32[place.BOUNDARY + from.cell + i] = kinds[i * 3 + 1]!;
    i32[place.ASKED + from.cell + i] = from.cell + kinds[i * 3 + 2]!;
  }
  const of = cellFigures.length;
  for (let q = 0; q < of; q++) {
    const base = place[cellFigures[q]!] + first;
    for (let i = 0; i < n; i++) f32[base + i * LANES] = cells[i * of + q]!;
  }
  const base = place.LAYERS + from.layer * OF_LAYER * LANES + lane;
  for (let k = 0; k < layers.length; k++) f32[base + k * LANES] = layers[k]!;
  for (let k = 0; k * OF_LAYER < layers.length; k++)
    // D of clay grows with its water, of nothing else
    i32[place.IS_CLAY + from.layer + k] = layers[k * OF_LAYER + 1] === 0 ? 0 : 1;
}

function writeSeams({ f32, i32, place }: Kernel, lane: number, { names, joins, areas }: Leg): void {
  joins.forEach(({ between: [a, b], widthM, sectionM, distanceM }, s) => {
    i32[place.SEAM_WALLS + s * 2] = names.indexOf(a);
    i32[place.SEAM_WALLS + s * 2 + 1] = names.indexOf(b);
    const through = (sectionM * widthM) / distanceM;
    put3(f32, place.SEAMS + s * 4 * LANES, lane, [through, 1 / areas[a]!, 1 / areas[b]!]);
  });
  i32[place.COUNTS + 1] = joins.length;
}
