import { linearShrinkage, specificVolume, type ClayBody } from '../clay/body.ts';
import { moistureIndex, stageAt, type StageDescription } from '../clay/stage.ts';
import { meanReading, skinReading } from '../drying/readings.ts';
import { forkRun, standing, type WallEvent, type WallRun } from '../drying/run.ts';
import { carryTogether, type Walls } from '../drying/together.ts';
import { joined, readAt, type Trajectory } from '../drying/trajectory.ts';
import { spreadOf } from '../forecast/windows.ts';
import { placesOf, takesCoats, type PlaceName } from '../form/form.ts';
import type { PieceState } from '../log/piece.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import type { Believed } from './believed.ts';
import { strainWatch, type Uneven } from './uneven.ts';

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
  /** The worst strain that stays in it, now or to come as it stands; null where none does. */
  uneven: Uneven | null;
}

/** On the moisture index: what strain came of drying is in it. */
const DRY = 15;
/** Strain is looked at so often. */
const LOOKS = 45 * MINUTE;

/**
 * Rim, wall, foot, floor and attachment side by side, each a wall of its own that passes water to its neighbours.
 * @param coming what is planned to befall them, from now until `end`
 */
export function placesNow(
  piece: PieceState,
  believed: Believed,
  coming: { events: WallEvent[]; end: Instant },
): PlacesNow {
  const { body } = believed.best.wall!.setting;
  const { made, stand } = piece;
  const courses = coursesOf(believed, coming);
  const places = placesOf(made.form, stand, made.attachmentM).map(({ place, thicknessM }): PlaceNow => {
    const meanX = meanOf(believed.best[place]!);
    const indices = spreadOf(believed.members.map((walls) => moistureIndex(body, meanOf(walls[place]!))));
    const { at, x, mesh } = courses[place]!;
    return {
      place,
      thicknessM,
      meanX,
      meanIndex: moistureIndex(body, meanX),
      stage: stageAt(body, meanX),
      between: [indices.p10!, indices.p90!],
      over: { at, meanX: x.map((cells, k) => meanReading(cells, mesh[k]!)) },
    };
  });
  const byWater = [...places].sort((a, b) => a.meanX - b.meanX);
  return {
    places,
    driest: byWater[0]!,
    wettest: byWater.at(-1)!,
    shrinkageApart: apart(body, believed.best),
    // in dry clay nothing can be mended any more
    uneven: byWater.at(-1)!.meanIndex < DRY ? null : unevenIn(piece, believed, courses),
  };
}

type Courses = Partial<Record<PlaceName, Trajectory>>;

/** The places over time, on from now as they are planned. */
function coursesOf(
  { best, joined: joins }: Believed,
  { events, end }: { events: WallEvent[]; end: Instant },
): Courses {
  const all = Object.entries(best) as [PlaceName, WallRun][];
  const ahead: Walls = Object.fromEntries(
    all.map(([place, run]) => [place, forkRun(run, run.at, standing(run))]),
  );
  const dry = withoutDeeds(events);
  const of = Object.fromEntries(all.map(([place]) => [place, takesCoats(place) ? events : dry]));
  carryTogether(ahead, joins, of, Math.max(end, ...all.map(([, run]) => run.at)));
  return Object.fromEntries(
    all.map(([place, run]) => [place, joined([run.trajectory, ahead[place]!.trajectory])]),
  );
}

/** What strain stays in a piece, looked at from when it was made on; the worst that is still to be had. */
function unevenIn(
  piece: PieceState,
  { best, joined: joins, at: now }: Believed,
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
  const from = Math.max(...Object.values(courses).map(({ at }) => at[0]!));
  const to = Math.min(...Object.values(courses).map(({ at }) => at.at(-1)!));
  for (let at = from; at <= to; at += LOOKS) {
    const means = Object.fromEntries(
      Object.entries(courses).map(([place, course]) => [place, readAt(course, at, meanReading)]),
    );
    strain.look({
      at,
      means,
      faces: { outside: readAt(wall, at, faceOut), inside: readAt(wall, at, faceIn) },
    });
  }
  return strain.worstFrom(now);
}

const meanOf = ({ state, wall }: WallRun): number => meanReading(state.x, wall.mesh);

const withoutDeeds = (events: WallEvent[]): WallEvent[] =>
  events.filter(({ kind }) => kind === 'surroundings' || kind === 'heat');

function apart(body: ClayBody, walls: Walls): number {
  const means = Object.values(walls).map(meanOf);
  return shrinkageBetween(body, Math.max(...means), Math.min(...means));
}

const shrinkageBetween = (body: ClayBody, wetX: number, dryX: number): number =>
  specificVolume(body, wetX) <= specificVolume(body, dryX) ? 0 : linearShrinkage(body, wetX, dryX);
