import { specificVolume, type ClayBody } from '../clay/body.ts';
import type { FaceExposure, WallName } from '../form/places.ts';
import type { Instant } from '../units/quantity.ts';
import type { AirShift, Climate } from './air.ts';
import type { Cover } from './face.ts';
import { added, growing, type Growing } from './records.ts';
import type { Trajectory } from './trajectory.ts';
import { layerLaws } from './laws.ts';
import type { MeshState } from './mesh.ts';
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

/** Behind a cover as tight as this the weather of some hours is not felt, s/m. */
export const WEATHERPROOF = 1e4;

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
  /** The end of it that further records are added to. */
  grows?: Growing | undefined;
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

/** The walls of a piece, by name. */
export type Walls = Partial<Record<WallName, WallRun>>;

/** The walls of a piece, each with its name. */
export const runsOf = (walls: Walls): [WallName, WallRun][] => Object.entries(walls) as [WallName, WallRun][];

/** Adds a record; `rate` is per second. */
export function recorded(run: WallRun, at: Instant, x: Float64Array, rate: Float64Array): void {
  const { mesh } = run.wall;
  if (at < run.recordFrom) {
    const only = growing(mesh, 1);
    added(only, at, x, rate);
    run.trajectory = [only];
    return;
  }
  const last = run.trajectory.at(-1);
  // what is grown by another run is not this one's
  if (last && last === run.grows && last.mesh === mesh) return added(run.grows, at, x, rate);
  run.grows = growing(mesh);
  run.trajectory.push(run.grows);
  added(run.grows, at, x, rate);
}

/** Face area left at a mean water content of a body: A = (v(X̄)/v(X_plastic))^(2/3). */
export function faceAreaLaw(body: ClayBody): (meanX: number) => number {
  const plastic = specificVolume(body, body.plasticX);
  return (meanX) => Math.cbrt(specificVolume(body, meanX) / plastic) ** 2;
}

/** The wall of a mesh of a body; its working memory is made when it first is carried on. */
export function wallOf(body: ClayBody, mesh: MeshState['mesh']): Wall {
  let made: Wall | null = null;
  return {
    mesh,
    advance(...way) {
      made ??= createWall(mesh, layerLaws(body), faceAreaLaw(body));
      return made.advance(...way);
    },
  };
}

/** Goes on with another mesh. */
export function setMesh(run: WallRun, { mesh, x }: MeshState): void {
  if (mesh === run.wall.mesh) return;
  run.wall = wallOf(run.setting.body, mesh);
  run.state.x = x;
  run.state.lastStepS = undefined;
}
