import { activityLaw, drySolidsPerArea, specificVolume, type ClayBody } from '../clay/body.ts';
import type { FaceExposure } from '../form/places.ts';
import { signAt } from '../coat/sign.ts';
import { DAY, MINUTE, type Instant } from '../units/quantity.ts';
import { shiftedClimate } from './air.ts';
import { closedFace, coverNamed, evaporatingFace, plasterFace, sealedFace, type FaceLaw } from './face.ts';
import { heatPass, type HeatTool } from './heat.ts';
import {
  bareMesh,
  COAT_CELLS,
  gradedWidths,
  layerLaws,
  withCoat,
  stretched,
  takenOff,
  withSettledCoats,
  type CoatLaid,
  type FaceName,
  type Laid,
  type Layer,
} from './mesh.ts';
import { meanReading, OUTER_LAYER_M, signWater } from './readings.ts';
import { emptyTrajectory, type WallAt } from './trajectory.ts';
import { createWall, type Wall, type WallState } from './wall.ts';
import { recorded, type Surroundings, type WallRun, type WallSetting } from './wallRun.ts';

export { plainSetting } from './wallRun.ts';
export type { Surroundings, WallRun, WallSetting } from './wallRun.ts';

export type WallEvent = { at: Instant } & (
  | { kind: 'surroundings'; change: Partial<Surroundings> }
  | { kind: 'coat'; coat: Omit<CoatLaid, 'at'> }
  /** A film of water on a face, kg/m². */
  | { kind: 'mist'; face: FaceName; water: number }
  /** A hot tool over a face, pointing there for a share of the time. */
  | { kind: 'heat'; tool: HeatTool; face: FaceName; seconds: number; duty: number }
  /** The clay is stretched to so many times its face. */
  | { kind: 'stretch'; ratio: number }
  /** A tool or a sponge takes off so much of a face, m of plastic clay; a sponge coats only. */
  | { kind: 'taken-off'; face: FaceName; depthM: number; share: number; wiped?: boolean }
  /** Wax closes a share of a face. */
  | { kind: 'wax'; face: FaceName; share: number }
  /** The clay was found to lie between two mean water contents, whatever was computed. */
  | { kind: 'found'; fromX: number; toX: number }
);

export interface Fineness {
  cells: number;
  coatCells: number;
  /** Largest local error in any cell's X. */
  tolerance: number;
}

export const CELLS = 16;
/** Local error in X per step; keeps a week within 5·10⁻⁴ of a run at 10⁻⁷. */
export const TOLERANCE = 4.5e-5;
export const FINE: Fineness = { cells: CELLS, coatCells: COAT_CELLS, tolerance: TOLERANCE };
/** No step is so long that a few hours of weather slip through it; nor so long that paper fills unseen. */
const LONGEST_STEP_S = 1.8 * 3600;
const PAPER_STEP_S = 900;
/** Behind a cover as tight as this the weather of some hours is not felt, s/m. */
const WEATHERPROOF = 1e4;
const WEATHERPROOF_STEP_S = 12 * 3600;
/** Other air, another cover or another place: steps begin no longer than this, s. */
const AFTER_CHANGE_S = 120;
/** A wall whose mean changes less than this from one day to the next is in balance, kg/kg. */
const STEADY = 2e-4;
/** So long a wall in balance is still carried on before something happens to it. */
const BEFORE_EVENTS = 2 * DAY;
/** Resistance of a narrow mouth to vapour from the inside, s/m. From memory. */
const NARROW_MOUTH = 1_000;
/** No cell of a misted wall holds more than this; the rest soaks into the next. */
const SATURATED_X = 0.45;
/** What a brushed film of wax lets through of what the bare clay would lose. From memory. */
const WAX_PASSES = 0.3;
/** Relative humidity over paper that has taken all it can. */
const FULL = 0.995;
const COAT_SETTLES = 30 * MINUTE;

/** Face area left at a mean water content of a body: A = (v(X̄)/v(X_plastic))^(2/3). */
export function faceAreaLaw(body: ClayBody): (meanX: number) => number {
  const plastic = specificVolume(body, body.plasticX);
  return (meanX) => Math.cbrt(specificVolume(body, meanX) / plastic) ** 2;
}

/** A wall evenly wet at `startX`, ready to be carried through time. */
export function startRun(
  setting: WallSetting,
  surroundings: Surroundings,
  at: Instant,
  fineness: Partial<Fineness> = {},
): WallRun {
  const { cells, coatCells, tolerance } = { ...FINE, ...fineness };
  const mesh = bareMesh(
    gradedWidths(cells, drySolidsPerArea(setting.body, setting.thicknessM)),
    drySolidsPerArea(setting.body, OUTER_LAYER_M),
  );
  return {
    setting,
    wall: wallOf(setting.body, mesh),
    surroundings,
    at,
    state: { x: new Float64Array(cells).fill(setting.startX), left: { inside: 0, outside: 0 } },
    trajectory: emptyTrajectory(),
    recordFrom: Number.NEGATIVE_INFINITY,
    tolerance,
    taken: { paper: 0, plaster: 0 },
    waxed: { inside: 0, outside: 0 },
    coatCells,
    settlesAt: null,
  };
}

const wallOf = (body: ClayBody, mesh: Laid['mesh']): Wall =>
  createWall(mesh, layerLaws(body), faceAreaLaw(body));

/** The same wall at some moment of its course, going on by itself with an empty record. */
export function forkRun(run: WallRun, at: Instant, { x, mesh }: WallAt): WallRun {
  return {
    ...run,
    wall: mesh === run.wall.mesh ? run.wall : wallOf(run.setting.body, mesh),
    surroundings: { ...run.surroundings },
    at,
    state: {
      x: x.slice(),
      left: { inside: 0, outside: 0 },
      strideS: run.state.strideS,
      comesKgM2S: run.state.comesKgM2S,
    },
    trajectory: emptyTrajectory(),
    recordFrom: Number.NEGATIVE_INFINITY,
    taken: { ...run.taken },
  };
}

/** The wall as a run stands. */
export const standing = ({ wall, state }: WallRun): WallAt => ({ x: state.x, mesh: wall.mesh });

/**
 * Carries a run to an instant, applying the events due on the way (ascending in time) exactly at theirs.
 * @param until stop early once this holds of the wall
 */
export function carry(
  run: WallRun,
  to: Instant,
  events: WallEvent[] = [],
  until?: (wall: WallAt) => boolean,
): WallRun {
  for (const event of events) {
    if (event.at > to) break;
    if (event.at > run.at) advance(run, event.at, until);
    if (run.at < event.at) return run;
    applyEvent(run, event);
  }
  if (run.at < to) advance(run, to, until);
  return run;
}

function advance(run: WallRun, to: Instant, until?: (wall: WallAt) => boolean): void {
  while (run.settlesAt !== null && run.settlesAt < to) {
    const settlesAt = run.settlesAt;
    if (run.at < settlesAt) {
      step(run, settlesAt, until);
      if (run.at < settlesAt) return;
    }
    run.settlesAt = null;
    relay(run, withSettledCoats({ mesh: run.wall.mesh, x: run.state.x }));
  }
  let before = meanReading(run.state.x, run.wall.mesh);
  while (to - run.at > DAY + BEFORE_EVENTS) {
    const next = run.at + DAY;
    step(run, next, until);
    if (run.at < next) return;
    const mean = meanReading(run.state.x, run.wall.mesh);
    if (Math.abs(mean - before) < STEADY && isFree(run)) rest(run, to);
    before = mean;
  }
  step(run, to, until);
}

/** Nothing but the room's air acts on it: no plaster beneath, no paper or damp cloth over it. */
const isFree = ({ surroundings }: WallRun): boolean =>
  coverNamed(surroundings.cover).holds === undefined &&
  coverNamed(surroundings.cover).resistance < WEATHERPROOF &&
  surroundings.inside !== 'plaster';

/** A wall in balance is not carried on: whole days pass it by, up to shortly before `to`. */
function rest(run: WallRun, to: Instant): void {
  const days = Math.floor((to - BEFORE_EVENTS - run.at) / DAY);
  if (days <= 0) return;
  const still = new Float64Array(run.state.x.length);
  recorded(run, run.at, run.state.x, still);
  run.at += days * DAY;
  recorded(run, run.at, run.state.x, still);
}

function step(run: WallRun, to: Instant, until?: (wall: WallAt) => boolean): void {
  const startAt = run.at;
  const { mesh } = run.wall;
  const before = { ...run.state.left };
  const lasts = (to - startAt) / 1000;
  const stopped = run.wall.advance(run.state, 0, lasts, facesOf(run), {
    tolerance: run.tolerance,
    maxStep: longestStep(run),
    record: (timeS, x, rate) => recorded(run, startAt + timeS * 1000, x, rate),
    ...(until && { until: (_t: number, x: Float64Array) => until({ x, mesh }) }),
  });
  // exactly there, or rounding would leave an event just ahead undone
  run.at = stopped >= lasts ? to : startAt + stopped * 1000;
  run.taken = takenSince(run, before);
}

function longestStep({ surroundings, taken }: WallRun): number {
  const { holds, resistance } = coverNamed(surroundings.cover);
  if (holds && 'paperKg' in holds) return taken.paper < FULL * holds.paperKg ? PAPER_STEP_S : LONGEST_STEP_S;
  const held = holds !== undefined || resistance >= WEATHERPROOF;
  return held && surroundings.inside !== 'plaster' ? WEATHERPROOF_STEP_S : LONGEST_STEP_S;
}

function takenSince(run: WallRun, before: WallState['left']): WallRun['taken'] {
  const { surroundings, state, taken } = run;
  const inside = state.left.inside - before.inside;
  const outside = state.left.outside - before.outside;
  const free = (exposure: FaceExposure) => exposure === 'free' || exposure === 'narrow';
  const intoAir = (free(surroundings.inside) ? inside : 0) + (free(surroundings.outside) ? outside : 0);
  return {
    paper: surroundings.cover === 'paper-bag' ? taken.paper + intoAir : taken.paper,
    plaster: surroundings.inside === 'plaster' ? taken.plaster + inside : taken.plaster,
  };
}

export function facesOf(run: WallRun): { inside: FaceLaw; outside: FaceLaw } {
  const { surroundings, setting, state, taken } = run;
  const cover = coverNamed(surroundings.cover);
  const climate = shiftedClimate(surroundings.climate, setting.airShift);
  const before = { ...state.left };
  const held = heldBy(run, before);
  const law = (exposure: FaceExposure): FaceLaw => {
    if (exposure === 'sealed' || exposure === 'mould') return sealedFace;
    if (exposure === 'plaster') return plasterFace(() => taken.plaster + state.left.inside - before.inside);
    return evaporatingFace({
      climate,
      startAt: run.at,
      activity: activityLaw(setting.body),
      heatTransfer: (cover.heatTransfer ?? surroundings.heatTransfer) * setting.airFactor,
      resistance: cover.resistance * setting.coverFactor + (exposure === 'narrow' ? NARROW_MOUTH : 0),
      ...(held && { held }),
    });
  };
  const waxed = (face: FaceName, of: FaceLaw) => closedFace(of, run.waxed[face] * (1 - WAX_PASSES));
  return {
    inside: waxed('inside', law(surroundings.inside)),
    outside: waxed('outside', law(surroundings.outside)),
  };
}

/** The humidity that lies under a cover which holds its own; paper's rises with what it has taken. */
function heldBy(run: WallRun, before: WallState['left']): (() => number) | null {
  const { holds } = coverNamed(run.surroundings.cover);
  if (!holds) return null;
  if ('humidity' in holds) return () => holds.humidity;
  return () => Math.min(FULL, Math.max(0.3, takenSince(run, before).paper / holds.paperKg));
}

export function applyEvent(run: WallRun, event: WallEvent): void {
  const { state, wall } = run;
  if (event.kind !== 'surroundings') state.strideS = undefined;
  switch (event.kind) {
    case 'surroundings':
      if (event.change.cover === 'paper-bag') run.taken = { ...run.taken, paper: 0 };
      run.surroundings = { ...run.surroundings, ...event.change };
      if (state.strideS) run.state = { ...state, strideS: Math.min(AFTER_CHANGE_S, state.strideS) };
      return;
    case 'coat': {
      const settled = withSettledCoats({ mesh: wall.mesh, x: state.x });
      relay(run, withCoat(settled, { ...event.coat, at: event.at }, run.coatCells));
      run.settlesAt = event.at + COAT_SETTLES;
      return;
    }
    case 'mist':
      soakIn(run, event.face, event.water);
      return;
    case 'heat':
      heatPass(run, event);
      state.strideS = undefined;
      return;
    case 'stretch':
      stretch(run, event.ratio);
      return;
    case 'taken-off': {
      const drySolids = drySolidsPerArea(run.setting.body, event.depthM);
      const before = bodySolids(wall.mesh);
      relay(run, takenOff({ mesh: wall.mesh, x: state.x }, event.face, { ...event, drySolids }));
      const left = bodySolids(run.wall.mesh) / before;
      run.setting = { ...run.setting, thicknessM: run.setting.thicknessM * left };
      return;
    }
    case 'wax':
      run.waxed = { ...run.waxed, [event.face]: 1 - (1 - run.waxed[event.face]) * (1 - event.share) };
      return;
    case 'found': {
      const mean = meanReading(state.x, wall.mesh);
      const shift = Math.min(event.toX, Math.max(event.fromX, mean)) - mean;
      const { from, to } = wall.mesh.body;
      for (let i = from; i < to; i++) state.x[i] = Math.max(1e-4, state.x[i]! + shift);
    }
  }
}

/** Dry solids of the wall's own clay, kg/m². */
function bodySolids({ widths, body }: Laid['mesh']): number {
  let sum = 0;
  for (let i = body.from; i < body.to; i++) sum += widths[i]!;
  return sum;
}

/** From then on all that is of an area is of the new one. */
function stretch(run: WallRun, ratio: number): void {
  const { state, wall, setting, taken } = run;
  relay(
    run,
    stretched({ mesh: wall.mesh, x: state.x }, ratio, (layer) => isSkin(layer, state.x)),
  );
  run.setting = { ...setting, thicknessM: setting.thicknessM / ratio };
  state.left.inside /= ratio;
  state.left.outside /= ratio;
  run.taken = { paper: taken.paper / ratio, plaster: taken.plaster / ratio };
}

/** A coat at touch-dry, or a film that has its skin, breaks where wet slip spreads. */
function isSkin({ coat, from, to }: Layer, x: Float64Array): boolean {
  if (coat === null) return false;
  const surface = x[coat.face === 'outside' ? to - 1 : from]!;
  return signWater(surface, coat) <= signAt[coat.silicateSolids === undefined ? 'touch-dry' : 'matte'];
}

/** Goes on with another mesh. */
function relay(run: WallRun, { mesh, x }: Laid): void {
  if (mesh === run.wall.mesh) return;
  run.wall = wallOf(run.setting.body, mesh);
  run.state.x = x;
  run.state.strideS = undefined;
}

/** Adds water to the cells at a face, outermost first, kg/m². */
function soakIn(run: WallRun, face: FaceName, water: number): void {
  const { x } = run.state;
  const { widths } = run.wall.mesh;
  let rest = water;
  const n = x.length;
  for (let k = 0; k < n && rest > 0; k++) {
    const i = face === 'outside' ? n - 1 - k : k;
    const room = Math.max(0, SATURATED_X - x[i]!) * widths[i]!;
    const taken = k === n - 1 ? rest : Math.min(rest, room);
    x[i] = x[i]! + taken / widths[i]!;
    rest -= taken;
  }
}
