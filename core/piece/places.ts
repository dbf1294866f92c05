import { linearShrinkage, specificVolume, type ClayBody } from '../clay/body.ts';
import { moistureIndex, stageAt, type StageDescription } from '../clay/stage.ts';
import { meanReading, skinReading } from '../drying/readings.ts';
import { type WallRun, runsOf } from '../drying/run.ts';
import {
  beginOf,
  concatTrajectories,
  eachRecord,
  endOf,
  readAt,
  type Trajectory,
} from '../drying/trajectory.ts';
import { spreadOf } from '../forecast/windows.ts';
import type { WallName } from '../form/places.ts';
import type { PieceState } from '../log/piece.ts';
import type { Role } from '../technique/technique.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import type { StateEstimate } from './stateEstimate.ts';
import { stretches } from '../operation/whole.ts';
import { strainWatch, type Uneven } from './uneven.ts';

/** A place of a piece as it stands now. */
export interface PlaceNow {
  place: WallName;
  /** What it is, where it is a part made for the piece. */
  role: Role | null;
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
  /** The worst strain that stays in it, now or to come as it stands; null where none does. */
  uneven: Uneven | null;
}

/** On the moisture index: what strain came of drying is in it. */
const DRY = 15;
/** Strain is looked at so often. */
const LOOKS = 45 * MINUTE;

/**
 * Rim, wall, foot, floor and attachment side by side, each a wall of its own that passes water to its neighbours.
 * @param ahead how they go on from now, as planned
 */
export function placesNow(piece: PieceState, believed: StateEstimate, ahead: Courses): PlacesNow {
  const { body } = believed.best.wall!.setting;
  const courses = coursesOf(believed, ahead);
  const thinner = piece.form.wallM / piece.made.form.wallM;
  const places = believed.divided.walls.map(({ name, thicknessM, part }): PlaceNow => {
    const meanX = meanOf(believed.best[name]!);
    const indices = spreadOf(believed.members.map((walls) => moistureIndex(body, meanOf(walls[name]!))));
    const over = meansOver(courses[name]!);
    return {
      place: name,
      role: part?.role ?? null,
      thicknessM: stretches(name) ? thicknessM * thinner : thicknessM,
      meanX,
      meanIndex: moistureIndex(body, meanX),
      stage: stageAt(body, meanX),
      between: [indices.p10!, indices.p90!],
      over,
    };
  });
  const parts = believed.divided.walls.flatMap(({ name, part }) => (part?.joinedAt === null ? [name] : []));
  const joinedOn = places.filter(({ place }) => !parts.includes(place));
  const byWater = [...joinedOn].sort((a, b) => a.meanX - b.meanX);
  return {
    places,
    driest: byWater[0]!,
    wettest: byWater.at(-1)!,
    shrinkageApart: apart(body, joinedOn),
    // in dry clay nothing can be mended any more
    uneven: byWater.at(-1)!.meanIndex < DRY ? null : unevenIn(piece, believed, courses),
  };
}

type Courses = Partial<Record<WallName, Trajectory>>;

/** The walls over time: as they came to now, and on as planned. */
const coursesOf = ({ best }: StateEstimate, ahead: Courses): Courses =>
  Object.fromEntries(
    runsOf(best).map(([name, run]) => [name, concatTrajectories([run.trajectory, ahead[name]!])]),
  );

/** What strain stays in a piece, looked at from when it was made on; the worst that is still to be had. */
function unevenIn(
  piece: PieceState,
  { best, joined: joins, at: now }: StateEstimate,
  courses: Courses,
): Uneven | null {
  const { body } = best.wall!.setting;
  const strain = strainWatch(
    body,
    piece.form,
    joins.joins.map(({ between }) => between),
  );
  const wall = courses.wall!;
  const [faceOut, faceIn] = [skinReading('outside'), skinReading('inside')];
  const all = Object.entries(courses) as [WallName, Trajectory][];
  const from = beginOf(wall);
  const to = endOf(wall);
  /** Strain between two gathers from when both are there and joined. */
  const together = (name: WallName, at: Instant): boolean =>
    beginOf(courses[name]!) <= at &&
    (!name.startsWith('part') ||
      joins.joins.some(({ between, since }) => between.includes(name) && since !== undefined && since <= at));
  for (let at = from; at <= to; at += LOOKS) {
    const means = Object.fromEntries(
      all
        .filter(([name]) => together(name, at))
        .map(([name, course]) => [name, readAt(course, at, meanReading)]),
    );
    strain.look({
      at,
      means,
      faces: { outside: readAt(wall, at, faceOut), inside: readAt(wall, at, faceIn) },
    });
  }
  return strain.worstFrom(now);
}

function meansOver(course: Trajectory): PlaceNow['over'] {
  const over: PlaceNow['over'] = { at: [], meanX: [] };
  for (const { at, x, mesh } of eachRecord(course)) {
    over.at.push(at);
    over.meanX.push(meanReading(x, mesh));
  }
  return over;
}

const meanOf = ({ state, wall }: WallRun): number => meanReading(state.x, wall.mesh);

function apart(body: ClayBody, places: PlaceNow[]): number {
  const means = places.map(({ meanX }) => meanX);
  return shrinkageBetween(body, Math.max(...means), Math.min(...means));
}

const shrinkageBetween = (body: ClayBody, wetX: number, dryX: number): number =>
  specificVolume(body, wetX) <= specificVolume(body, dryX) ? 0 : linearShrinkage(body, wetX, dryX);
