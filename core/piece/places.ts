import { linearShrinkage, specificVolume, type ClayBody } from '../clay/body.ts';
import { moistureIndex, stageAt, type StageDescription } from '../clay/stage.ts';
import { coreReading, meanReading, surfaceReading } from '../drying/readings.ts';
import { carry, forkRun, standing, type WallEvent, type WallRun } from '../drying/run.ts';
import { joined, type WallAt } from '../drying/trajectory.ts';
import type { Walls } from '../forecast/ensemble.ts';
import { spreadOf } from '../forecast/windows.ts';
import { placesOf, takesCoats, type PlaceName } from '../form/form.ts';
import type { PieceState } from '../log/piece.ts';
import type { Instant } from '../units/quantity.ts';
import type { Believed } from './believed.ts';

/** A place of a piece as it stands now. */
export interface PlaceNow {
  place: PlaceName;
  thicknessM: number;
  meanX: number;
  meanIndex: number;
  stage: StageDescription;
  /** Its moisture index in 10 and 90 % of the members. */
  between: [number, number];
  /** Its mean water content over time, kg/kg, on to where it is dry if all goes as planned. */
  over: { at: Instant[]; meanX: number[] };
}

export interface PlacesNow {
  places: PlaceNow[];
  driest: PlaceNow;
  wettest: PlaceNow;
  /** Linear shrinkage between the wettest place and the driest. */
  shrinkageApart: number;
  /** Linear shrinkage between the core of the wall and its skin. */
  shrinkageThrough: number;
  /** The share of members in which that is enough to warp or crack. */
  unevenIn: number;
  /** Whether it is likely enough to act on. */
  uneven: boolean;
}

/** Shrinkage apart at which rims and joins crack, and through a wall at which its skin does. From memory. */
const APART = 0.04;
const THROUGH = 0.02;
/** Worth a warning when this share of the members has it. */
const LIKELY = 0.5;
/** A place is followed until its mean is this dry, kg/kg. */
const DRY = 0.012;

/**
 * Rim, wall, foot, floor and attachment side by side, each a wall of its own.
 * @param coming what is planned to befall them, from now until `end`
 */
export function placesNow(
  piece: PieceState,
  believed: Believed,
  coming: { events: WallEvent[]; end: Instant },
): PlacesNow {
  const { body } = believed.best.wall!.setting;
  const { made, stand } = piece;
  const places = placesOf(made.form, stand, made.attachmentM).map(({ place, thicknessM }): PlaceNow => {
    const run = believed.best[place]!;
    const meanX = meanOf(run);
    const indices = spreadOf(believed.members.map((walls) => moistureIndex(body, meanOf(walls[place]!))));
    return {
      place,
      thicknessM,
      meanX,
      meanIndex: moistureIndex(body, meanX),
      stage: stageAt(body, meanX),
      between: [indices.p10!, indices.p90!],
      over: meanOver(run, coming.end, takesCoats(place) ? coming.events : withoutCoats(coming.events)),
    };
  });
  const byWater = [...places].sort((a, b) => a.meanX - b.meanX);
  const unevenIn = believed.members.filter((walls) => isUneven(body, walls)).length / believed.members.length;
  return {
    places,
    driest: byWater[0]!,
    wettest: byWater.at(-1)!,
    shrinkageApart: apart(body, believed.best),
    shrinkageThrough: through(body, believed.best.wall!),
    unevenIn,
    uneven: unevenIn > LIKELY,
  };
}

const meanOf = ({ state, wall }: WallRun): number => meanReading(state.x, wall.mesh);

const withoutCoats = (events: WallEvent[]): WallEvent[] => events.filter(({ kind }) => kind !== 'coat');

function meanOver(run: WallRun, end: Instant, events: WallEvent[]): PlaceNow['over'] {
  const dry = ({ x, mesh }: WallAt) => meanReading(x, mesh) < DRY;
  const ahead = carry(forkRun(run, run.at, standing(run)), end, events, dry).trajectory;
  const { at, x, mesh } = joined([run.trajectory, ahead]);
  return { at, meanX: x.map((cells, k) => meanReading(cells, mesh[k]!)) };
}

const isUneven = (body: ClayBody, walls: Walls): boolean =>
  apart(body, walls) > APART || through(body, walls.wall!) > THROUGH;

function apart(body: ClayBody, walls: Walls): number {
  const means = Object.values(walls).map(meanOf);
  return shrinkageBetween(body, Math.max(...means), Math.min(...means));
}

function through(body: ClayBody, { state, wall }: WallRun): number {
  const skin = (face: 'outside' | 'inside') => surfaceReading(face)(state.x, wall.mesh);
  return shrinkageBetween(body, coreReading(state.x, wall.mesh), Math.min(skin('outside'), skin('inside')));
}

const shrinkageBetween = (body: ClayBody, wetX: number, dryX: number): number =>
  specificVolume(body, wetX) <= specificVolume(body, dryX) ? 0 : linearShrinkage(body, wetX, dryX);
