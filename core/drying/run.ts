import { activityLaw, drySolidsPerArea } from '../clay/body.ts';
import type { FaceExposure } from '../form/places.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import { askedOnce, shiftedClimate } from './air.ts';
import {
  clothFace,
  closedFace,
  coverNamed,
  evaporatingFace,
  plasterFace,
  sealedFace,
  type FaceLaw,
} from './face.ts';
import { bareMesh, coarser, COAT_CELLS, gradedWidths, withSettledCoats, type FaceName } from './mesh.ts';
import { meanReading, OUTER_LAYER_M } from './readings.ts';
import type { WallAt } from './trajectory.ts';
import type { WallState } from './wall.ts';
import { applyEvent, type WallEvent } from './wallEvent.ts';
import { BEFORE_EVENTS, isFree, restTo, STEADY } from './rest.ts';
import {
  recorded,
  setMesh,
  wallOf,
  WEATHERPROOF,
  type Surroundings,
  type WallRun,
  type WallSetting,
} from './wallRun.ts';

export { applyEvent, type WallEvent } from './wallEvent.ts';
export { faceAreaLaw, plainSetting, runsOf } from './wallRun.ts';
export type { Surroundings, WallRun, Walls, WallSetting } from './wallRun.ts';

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
/** Members of an ensemble need be no truer than hands. */
export const COARSE: Fineness = { cells: 8, coatCells: 4, tolerance: 2e-3 };
/** No step is so long that a few hours of weather slip through it; nor so long that paper fills unseen. */
const LONGEST_STEP_S = 1.8 * 3600;
const PAPER_STEP_S = 900;
const WEATHERPROOF_STEP_S = 12 * 3600;
/** Resistance of a narrow mouth to vapour from the inside, s/m. From memory. */
export const NARROW_MOUTH = 1_000;
/** What a brushed film of wax lets through of what the bare clay would lose. From memory. */
export const WAX_PASSES = 0.3;
/** Relative humidity over the paper in a bag: while it is dry, and once it has taken all it can. From memory. */
export const PAPER_AIR = { dry: 0.3, full: 0.995 };

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
    trajectory: [],
    recordFrom: Number.NEGATIVE_INFINITY,
    tolerance,
    taken: { paper: 0, plaster: 0, cloth: 0 },
    waxed: { inside: 0, outside: 0 },
    coatCells,
    settlesAt: null,
  };
}

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
      lastStepS: run.state.lastStepS,
      comes: run.state.comes,
    },
    trajectory: [],
    recordFrom: Number.NEGATIVE_INFINITY,
    taken: { ...run.taken },
    grows: undefined,
  };
}

/** The same wall as it stands, to be carried no finer than is asked. */
export function roughened(run: WallRun, { cells, coatCells, tolerance }: Fineness): WallRun {
  const fork = forkRun(run, run.at, coarser(standing(run), cells));
  return {
    ...fork,
    coatCells: Math.min(run.coatCells, coatCells),
    tolerance: Math.max(run.tolerance, tolerance),
  };
}

/** The wall as a run stands. */
export const standing = ({ wall, state }: WallRun): WallAt => ({ x: state.x, mesh: wall.mesh });

/**
 * Carries a run to an instant, applying the events due on the way (ascending in time) exactly at theirs.
 * @param until stop early once this holds of the wall
 */
export function integrate(
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
    setMesh(run, withSettledCoats({ mesh: run.wall.mesh, x: run.state.x }));
  }
  let before = meanReading(run.state.x, run.wall.mesh);
  while (to - run.at > DAY + BEFORE_EVENTS) {
    const next = run.at + DAY;
    step(run, next, until);
    if (run.at < next) return;
    const mean = meanReading(run.state.x, run.wall.mesh);
    if (Math.abs(mean - before) < STEADY && isFree(run)) restTo(run, to - BEFORE_EVENTS);
    before = mean;
  }
  step(run, to, until);
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

export function longestStep({ surroundings, taken }: WallRun): number {
  const { holds, resistance } = coverNamed(surroundings.cover);
  if (holds && 'paperKg' in holds)
    return taken.paper < PAPER_AIR.full * holds.paperKg ? PAPER_STEP_S : LONGEST_STEP_S;
  const held = holds !== undefined || resistance >= WEATHERPROOF;
  const still = surroundings.inside !== 'plaster' && surroundings.cover !== 'damp-cloth';
  return held && still ? WEATHERPROOF_STEP_S : LONGEST_STEP_S;
}

export function takenSince(run: WallRun, before: WallState['left']): WallRun['taken'] {
  const { surroundings, state, taken } = run;
  const inside = state.left.inside - before.inside;
  const outside = state.left.outside - before.outside;
  const free = (exposure: FaceExposure) => exposure === 'free' || exposure === 'narrow';
  const intoAir = (free(surroundings.inside) ? inside : 0) + (free(surroundings.outside) ? outside : 0);
  return {
    paper: surroundings.cover === 'paper-bag' ? taken.paper + intoAir : taken.paper,
    plaster: surroundings.inside === 'plaster' ? taken.plaster + inside : taken.plaster,
    cloth: surroundings.cover === 'damp-cloth' ? taken.cloth + Math.max(0, -outside) : taken.cloth,
  };
}

export function facesOf(run: WallRun): { inside: FaceLaw; outside: FaceLaw } {
  const { surroundings, setting, state, taken } = run;
  const cover = coverNamed(surroundings.cover);
  const climate = askedOnce(shiftedClimate(surroundings.climate, setting.airShift));
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
  const outside = law(surroundings.outside);
  const underCloth = surroundings.cover === 'damp-cloth' && surroundings.outside === 'free';
  return {
    inside: waxed('inside', law(surroundings.inside)),
    outside: waxed('outside', underCloth ? clothFace(outside, () => takenSince(run, before).cloth) : outside),
  };
}

/** The humidity that lies under a cover which holds its own; paper's rises with what it has taken. */
function heldBy(run: WallRun, before: WallState['left']): (() => number) | null {
  const { holds } = coverNamed(run.surroundings.cover);
  if (!holds) return null;
  if ('humidity' in holds) return () => holds.humidity;
  return () =>
    Math.min(PAPER_AIR.full, Math.max(PAPER_AIR.dry, takenSince(run, before).paper / holds.paperKg));
}
