import {
  activityLaw,
  diffusivityLaw,
  drySolidsPerArea,
  specificVolume,
  volumeLaw,
  type ClayBody,
} from '../clay/body.ts';
import type { FaceExposure } from '../form/form.ts';
import type { Instant } from '../units/quantity.ts';
import type { Climate } from './air.ts';
import { coverNamed, evaporatingFace, sealedFace, type Cover, type FaceLaw } from './face.ts';
import { meanReading } from './readings.ts';
import { emptyTrajectory, type Trajectory } from './trajectory.ts';
import { createWall, type Wall, type WallState } from './wall.ts';

/** What a wall is and how it was found to behave. */
export interface WallSetting {
  body: ClayBody;
  /** Thickness in the plastic state, m. */
  thicknessM: number;
  /** Water content when made, kg/kg. */
  startX: number;
  /** How much faster than the room's default the air takes water away (learned from checks; 1 is no change). */
  airFactor: number;
  /** How much tighter than the default its covers are (learned from checks; 1 is no change). */
  coverFactor: number;
}

/** What surrounds the wall. */
export interface Surroundings {
  climate: Climate;
  /** h_c of the room's air, W/(m²·K). */
  heatTransfer: number;
  cover: Cover;
  outside: FaceExposure;
  inside: FaceExposure;
}

export type WallEvent = { at: Instant } & (
  | { kind: 'surroundings'; change: Partial<Surroundings> }
  /** A coat's water, laid on a face as a lump, kg/m². */
  | { kind: 'coat'; face: 'outside' | 'inside'; water: number }
  /** The clay was found to lie between two mean water contents, whatever was computed. */
  | { kind: 'found'; fromX: number; toX: number }
);

export interface WallRun {
  setting: WallSetting;
  wall: Wall;
  surroundings: Surroundings;
  at: Instant;
  state: WallState;
  trajectory: Trajectory;
  tolerance: number;
}

export const CELLS = 16;
/** Local error in X per step; keeps a week within 5·10⁻⁴ of a run at 10⁻⁷. */
export const TOLERANCE = 1e-4;
/** No step is so long that a few hours of weather slip through it. */
const LONGEST_STEP_S = 2 * 3600;
/** Resistance of a narrow mouth to vapour from the inside, s/m. From memory. */
const NARROW_MOUTH = 1_000;
/** No cell of a coated wall holds more than this; the rest soaks into the next. */
const SATURATED_X = 0.45;

/** The material laws of a clay body, for the wall solver. */
export function wallLaws(body: ClayBody) {
  const plastic = specificVolume(body, body.plasticX);
  return {
    diffusivity: diffusivityLaw(body),
    volume: volumeLaw(body),
    faceArea: (meanX: number) => Math.cbrt(specificVolume(body, meanX) / plastic) ** 2,
  };
}

/** A wall evenly wet at `startX`, ready to be carried through time. */
export function startRun(
  setting: WallSetting,
  surroundings: Surroundings,
  at: Instant,
  tolerance = TOLERANCE,
  cells = CELLS,
): WallRun {
  const wall = createWall(wallLaws(setting.body), cells, drySolidsPerArea(setting.body, setting.thicknessM));
  const state = { x: new Float64Array(cells).fill(setting.startX), left: { inside: 0, outside: 0 } };
  return { setting, wall, surroundings, at, state, trajectory: emptyTrajectory(), tolerance };
}

/** The same wall at some moment of its course, going on by itself with an empty record. */
export function forkRun(run: WallRun, at: Instant, x: Float64Array): WallRun {
  const state = { x: x.slice(), left: { inside: 0, outside: 0 } };
  return { ...run, surroundings: { ...run.surroundings }, at, state, trajectory: emptyTrajectory() };
}

/**
 * Carries a run to an instant, applying the events due on the way (ascending in time) exactly at theirs.
 * @param until stop early once this holds of the cells
 */
export function carry(
  run: WallRun,
  to: Instant,
  events: WallEvent[] = [],
  until?: (x: Float64Array) => boolean,
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

function advance(run: WallRun, to: Instant, until?: (x: Float64Array) => boolean): void {
  const startAt = run.at;
  const { trajectory } = run;
  const stopped = run.wall.advance(run.state, 0, (to - startAt) / 1000, facesOf(run), {
    tolerance: run.tolerance,
    maxStep: LONGEST_STEP_S,
    record: (timeS, x, rate) => {
      trajectory.at.push(startAt + timeS * 1000);
      trajectory.x.push(x.slice());
      trajectory.rate.push(perMillisecond(rate));
    },
    ...(until && { until: (_t: number, x: Float64Array) => until(x) }),
  });
  run.at = startAt + stopped * 1000;
}

function perMillisecond(perSecond: Float64Array): Float64Array {
  const rate = new Float64Array(perSecond.length);
  for (let i = 0; i < rate.length; i++) rate[i] = perSecond[i]! / 1000;
  return rate;
}

function facesOf(run: WallRun): { inside: FaceLaw; outside: FaceLaw } {
  const { surroundings, setting } = run;
  const cover = coverNamed(surroundings.cover).resistance * setting.coverFactor;
  const law = (exposure: FaceExposure): FaceLaw =>
    exposure === 'sealed'
      ? sealedFace
      : evaporatingFace({
          climate: surroundings.climate,
          startAt: run.at,
          activity: activityLaw(setting.body),
          heatTransfer: surroundings.heatTransfer * setting.airFactor,
          resistance: cover + (exposure === 'narrow' ? NARROW_MOUTH : 0),
        });
  return { inside: law(surroundings.inside), outside: law(surroundings.outside) };
}

export function applyEvent(run: WallRun, event: WallEvent): void {
  switch (event.kind) {
    case 'surroundings':
      run.surroundings = { ...run.surroundings, ...event.change };
      return;
    case 'coat':
      soakIn(run.state.x, event.face, (event.water * run.wall.cells) / run.wall.drySolids);
      return;
    case 'found': {
      const mean = meanReading(run.state.x);
      const shift = Math.min(event.toX, Math.max(event.fromX, mean)) - mean;
      for (let i = 0; i < run.state.x.length; i++) run.state.x[i] = Math.max(1e-4, run.state.x[i]! + shift);
    }
  }
}

/** Adds water to the cells at a face, outermost first. `amount` is in kg per kg of one cell's clay. */
function soakIn(x: Float64Array, face: 'outside' | 'inside', amount: number): void {
  let rest = amount;
  const n = x.length;
  for (let k = 0; k < n && rest > 0; k++) {
    const i = face === 'outside' ? n - 1 - k : k;
    const taken = k === n - 1 ? rest : Math.min(rest, Math.max(0, SATURATED_X - x[i]!));
    x[i] = x[i]! + taken;
    rest -= taken;
  }
}
