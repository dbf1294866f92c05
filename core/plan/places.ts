import { linearShrinkage, specificVolume, type ClayBody } from '../clay/body.ts';
import { moistureIndex, stageAt, type StageDescription } from '../clay/stage.ts';
import { coreReading, meanReading, surfaceReading } from '../drying/readings.ts';
import { carry } from '../drying/run.ts';
import { placesOf, type PlaceName } from '../form/form.ts';
import type { PieceState } from '../log/piece.ts';
import type { PieceCase } from './case.ts';
import { placeRun, type Course } from './course.ts';

/** A place of a piece as it stands now. */
export interface PlaceNow {
  place: PlaceName;
  thicknessM: number;
  meanX: number;
  meanIndex: number;
  stage: StageDescription;
}

export interface PlacesNow {
  places: PlaceNow[];
  driest: PlaceNow;
  wettest: PlaceNow;
  /** Linear shrinkage between the wettest place and the driest. */
  shrinkageApart: number;
  /** Linear shrinkage between the core of the wall and its skin. */
  shrinkageThrough: number;
  /** Whether that is enough to warp or crack. */
  uneven: boolean;
}

/** Shrinkage apart at which rims and joins crack, and through a wall at which its skin does. From memory. */
const APART = 0.04;
const THROUGH = 0.02;

/** Rim, wall, foot, floor and attachment side by side, each a wall of its own. */
export function placesNow(piece: PieceState, given: PieceCase, course: Course): PlacesNow {
  const { body } = given;
  const { best } = course;
  const { made, stand } = piece;
  const places = placesOf(made.form, stand, made.attachmentM).map((place): PlaceNow => {
    const { run, events } = placeRun(place, piece, given, course);
    const { state, wall } = place.place === 'wall' ? best : carry(run, best.at, events);
    const meanX = meanReading(state.x, wall.mesh);
    return {
      place: place.place,
      thicknessM: place.thicknessM,
      meanX,
      meanIndex: moistureIndex(body, meanX),
      stage: stageAt(body, meanX),
    };
  });
  const byWater = [...places].sort((a, b) => a.meanX - b.meanX);
  const driest = byWater[0]!;
  const wettest = byWater.at(-1)!;
  const { x } = best.state;
  const { mesh } = best.wall;
  const skin = Math.min(surfaceReading('outside')(x, mesh), surfaceReading('inside')(x, mesh));
  const shrinkageApart = shrinkageBetween(body, wettest.meanX, driest.meanX);
  const shrinkageThrough = shrinkageBetween(body, coreReading(x, mesh), skin);
  return {
    places,
    driest,
    wettest,
    shrinkageApart,
    shrinkageThrough,
    uneven: shrinkageApart > APART || shrinkageThrough > THROUGH,
  };
}

const shrinkageBetween = (body: ClayBody, wetX: number, dryX: number): number =>
  specificVolume(body, wetX) <= specificVolume(body, dryX) ? 0 : linearShrinkage(body, wetX, dryX);
