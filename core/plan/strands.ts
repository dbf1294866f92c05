import { runsOf, type WallEvent, type Walls } from '../drying/run.ts';
import type { Way } from '../drying/legs.ts';
import { alone } from '../drying/together.ts';
import { countOf, type Trajectory } from '../drying/trajectory.ts';
import type { Seams, WallName } from '../form/places.ts';
import { apart } from '../piece/events.ts';
import { wallEventsOf, type Operation } from '../piece/operation.ts';
import type { Divided } from '../piece/stateEstimate.ts';
import type { Instant } from '../units/quantity.ts';
import type { Cover } from '../drying/face.ts';
import {
  beginProjection,
  courseSince,
  goOn,
  layOn,
  toTheEnd,
  type WallProjection,
} from './wallProjection.ts';

/** The walls looked ahead on: first those of the piece, then by themselves its parts that are not joined on yet. */
export function* strandsOf(
  walls: Walls,
  {
    divided,
    now,
    schedule,
  }: { divided: Divided; now: Instant; schedule: readonly { at: Instant; cover: Cover }[] },
  seams: Seams,
): Way<WallProjection[]> {
  const covers = schedule.map(({ at, cover }): WallEvent => ({
    at,
    kind: 'surroundings',
    change: { cover },
  }));
  const those = (names: WallName[]): Walls => Object.fromEntries(names.map((name) => [name, walls[name]!]));
  const parts = apart(divided.walls).map(({ name }) => name);
  const joined = runsOf(walls).flatMap(([name]) => (parts.includes(name) ? [] : [name]));
  const strands = [beginProjection(those(joined), now, { seams, covers })];
  for (const name of parts) {
    const byItself = beginProjection(those([name]), now, { seams: alone, covers: [] });
    yield* goOn(byItself, toTheEnd([name]));
    strands.push(byItself);
  }
  return strands;
}

/** The course of each wall as far as it is known: one and the same until it is known further. */
export function courses(strands: WallProjection[]): (name: WallName) => Trajectory {
  const known = new Map<WallName, { of: Trajectory; count: number; course: Trajectory }>();
  return (name) => {
    const strand = strands.find(({ runs }) => runs[name] !== undefined)!;
    const of = strand.runs[name]!.trajectory;
    const last = known.get(name);
    if (last?.of === of && last.count === countOf(of)) return last.course;
    const course = courseSince(strand, name);
    known.set(name, { of, count: countOf(of), course });
    return course;
  };
}

/**
 * Lays a deed on the strands that it does something to.
 * @param anew the piece's own must go on anew, whatever it does: it knows nothing of a cover yet
 * @returns whether it wets a wall of the piece itself
 */
export function* befall(
  strands: readonly WallProjection[],
  deed: Operation,
  divided: Divided,
  at: Instant,
  anew: boolean,
): Way<boolean> {
  let wets = false;
  for (const strand of strands) {
    const events = befalling(deed, strand, divided);
    if (Object.keys(events).length > 0 || (anew && strand === strands[0])) yield* layOn(strand, events, at);
    wets ||= divided.own.some(({ name }) => events[name]);
  }
  return wets;
}

/** What a deed does to the walls of a strand, those that it does something to. */
function befalling(
  deed: Operation,
  { runs }: WallProjection,
  { walls, zones }: Divided,
): Partial<Record<WallName, WallEvent[]>> {
  return Object.fromEntries(
    walls
      .filter(({ name }) => runs[name] !== undefined)
      .map((wall) => [wall.name, wallEventsOf(deed, wall, zones)])
      .filter(([, events]) => events!.length > 0),
  ) as Partial<Record<WallName, WallEvent[]>>;
}
