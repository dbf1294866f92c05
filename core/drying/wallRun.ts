import { specificVolume, type ClayBody } from '../clay/body.ts';
import type { FaceExposure } from '../form/places.ts';
import type { Instant } from '../units/quantity.ts';
import type { AirShift, Climate } from './air.ts';
import type { Cover } from './face.ts';
import type { Trajectory } from './trajectory.ts';
import { layerLaws, type MeshState } from './mesh.ts';
import { createWall, type Wall, type WallState } from './wall.ts';

/** What a wall is and how it was found to behave. */
export interface WallSetting {
  body: ClayBody;
  /** Thickness in the plastic state, m. */
  thicknessM: number;
  /** Water content when made, kg/kg. */
  startX: number;
  /** How much faster than the room's default the air takes water away (learned; 1 is no change). */
  airFactor: number;
  /** How much tighter than the default its covers are (learned; 1 is no change). */
  coverFactor: number;
  /** How far the room's air is from what is known of it. */
  airShift: AirShift;
}

/** A wall as the defaults have it. */
export const plainSetting = (body: ClayBody, thicknessM: number, startX = body.plasticX): WallSetting => ({
  body,
  thicknessM,
  startX,
  airFactor: 1,
  coverFactor: 1,
  airShift: { celsius: 0, humidity: 0 },
});

/** What surrounds the wall. */
export interface Surroundings {
  climate: Climate;
  /** h_c of the room's air, W/(m²·K). */
  heatTransfer: number;
  cover: Cover;
  outside: FaceExposure;
  inside: FaceExposure;
}

export interface WallRun {
  setting: WallSetting;
  wall: Wall;
  surroundings: Surroundings;
  at: Instant;
  state: WallState;
  trajectory: Trajectory;
  /** From when on its course is looked back upon: of what went before, only the last is on record. */
  recordFrom: Instant;
  tolerance: number;
  /** Water that paper in a bag or plaster beneath has taken so far, and that a damp cloth has given, kg/m². */
  taken: { paper: number; plaster: number; cloth: number };
  /** The share of each face that is waxed. */
  waxed: { inside: number; outside: number };
  coatCells: number;
  /** When the newest coat is joined into fewer cells. */
  settlesAt: Instant | null;
}

/** Adds a record; `rate` is per second. */
export function recorded(run: WallRun, at: Instant, x: Float64Array, rate: Float64Array): void {
  const { trajectory, wall } = run;
  if (at < run.recordFrom && trajectory.at.length === 1) {
    trajectory.at[0] = at;
    trajectory.x[0] = x.length === trajectory.x[0]!.length ? copied(x, trajectory.x[0]!) : x.slice();
    trajectory.rate[0] = perMs(rate);
    trajectory.mesh[0] = wall.mesh;
    return;
  }
  trajectory.at.push(at);
  trajectory.x.push(x.slice());
  trajectory.rate.push(perMs(rate));
  trajectory.mesh.push(wall.mesh);
}

/** Counted through by hand: it is done at every step of every wall. */
function perMs(perSecond: Float64Array): Float64Array {
  const rate = new Float64Array(perSecond.length);
  for (let i = 0; i < rate.length; i++) rate[i] = perSecond[i]! / 1000;
  return rate;
}

function copied(from: Float64Array, to: Float64Array): Float64Array {
  to.set(from);
  return to;
}

/** Face area left at a mean water content of a body: A = (v(X̄)/v(X_plastic))^(2/3). */
export function faceAreaLaw(body: ClayBody): (meanX: number) => number {
  const plastic = specificVolume(body, body.plasticX);
  return (meanX) => Math.cbrt(specificVolume(body, meanX) / plastic) ** 2;
}

/** The wall of a mesh of a body. */
export const wallOf = (body: ClayBody, mesh: MeshState['mesh']): Wall =>
  createWall(mesh, layerLaws(body), faceAreaLaw(body));

/** Goes on with another mesh. */
export function setMesh(run: WallRun, { mesh, x }: MeshState): void {
  if (mesh === run.wall.mesh) return;
  run.wall = wallOf(run.setting.body, mesh);
  run.state.x = x;
  run.state.lastStepS = undefined;
}
