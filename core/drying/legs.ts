import type { Join, Seams, WallName } from '../form/places.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import { withSettledCoats } from './mesh.ts';
import { meanReading } from './readings.ts';
import { BEFORE_EVENTS, isFree, restTo, STEADY } from './rest.ts';
import type { Stops } from './stop.ts';
import { applyEvent, type WallEvent } from './wallEvent.ts';
import { runsOf, setMesh, type WallRun, type Walls } from './wallRun.ts';

/** Part of the way of a piece's walls, on which nothing befalls them: they only dry, side by side. */
export interface Leg {
  /** All of them stand at the same moment. */
  walls: Walls;
  joins: Join[];
  areas: Seams['areas'];
  to: Instant;
  /** They go no further once these hold; to the end where there are none. */
  stops?: Stops;
  /** Something befell one of them just now: they fare otherwise than on record. */
  anew?: true;
}

/** The way of some walls, a leg at a time: whoever goes on with it has carried the walls along the leg it asked for. */
export type Way<T> = Generator<Leg, T, void>;

/** What befalls each wall, ascending. */
export type Events = Partial<Record<WallName, WallEvent[]>>;

/**
 * Carries the walls of a piece to an instant, with what befalls each on the way exactly at its time. Those that stand later,
 * like one still warm from a hot tool, wait for the others.
 * @param stops they go no further once these hold of all walls that are asked
 */
export function* carrying(
  walls: Walls,
  { joins, areas }: Seams,
  events: Events,
  to: Instant,
  stops?: Stops,
): Way<Walls> {
  const due = new Map(runsOf(walls).map(([name]) => [name, [...(events[name] ?? [])]]));
  const all = runsOf(walls);
  for (;;) {
    const anew = all.filter(([name, run]) => befall(run, due.get(name)!, to)).length > 0;
    const at = Math.min(...all.map(([, run]) => run.at));
    if (at >= to) return walls;
    const present = all.filter(([, run]) => run.at === at);
    const leg: Leg = {
      walls: Object.fromEntries(present),
      joins: joins.filter(
        ({ between, since = at }) => since <= at && between.every((name) => walls[name]?.at === at),
      ),
      areas,
      to: Math.min(to, nextTurn(all, due, joins, at)),
      ...(stops && present.length === all.length && { stops }),
      ...(anew && { anew }),
    };
    yield* leg.to - at > DAY + BEFORE_EVENTS && !leg.stops ? byDays(leg, present) : [leg];
    if (leg.stops && present.some(([, run]) => run.at < leg.to)) return walls;
  }
}

/** Does to a wall what is due where it stands; whether there was anything. */
function befall(run: WallRun, due: WallEvent[], to: Instant): boolean {
  const count = due.length;
  while (due[0] && due[0].at <= Math.min(run.at, to)) applyEvent(run, due.shift()!);
  if (run.settlesAt === null || run.settlesAt > run.at || run.at >= to) return due.length < count;
  run.settlesAt = null;
  setMesh(run, withSettledCoats({ mesh: run.wall.mesh, x: run.state.x }));
  return true;
}

/** When something next changes for any of the walls. */
function nextTurn(
  all: [WallName, WallRun][],
  due: Map<WallName, WallEvent[]>,
  joins: Join[],
  at: Instant,
): Instant {
  const turns = [
    ...all.flatMap(([name, run]) => [run.at, run.settlesAt ?? at, due.get(name)![0]?.at ?? at]),
    ...joins.map(({ since = at }) => since),
  ];
  return Math.min(...turns.filter((turn) => turn > at));
}

/** A long leg day by day: walls in balance with their air are not carried on, but for some days before its end. */
function* byDays(leg: Leg, present: [WallName, WallRun][]): Generator<Leg, void, void> {
  const means = () => present.map(([, { state, wall }]) => meanReading(state.x, wall.mesh));
  let before = means();
  let at = present[0]![1].at;
  while (leg.to - at > DAY + BEFORE_EVENTS) {
    yield { ...leg, to: at + DAY };
    const now = means();
    const steady = now.every((mean, i) => Math.abs(mean - before[i]!) < STEADY);
    if (steady && present.every(([, run]) => isFree(run)))
      for (const [, run] of present) restTo(run, leg.to - BEFORE_EVENTS);
    before = now;
    at = present[0]![1].at;
  }
  yield leg;
}

/** Goes some ways at once: what each asks for next is carried together with what the others do. */
export function along<T>(ways: Way<T>[], carry: (legs: Leg[]) => void): T[] {
  const ends = new Array<T>(ways.length);
  let open = ways.map((way, i) => ({ way, i }));
  while (open.length > 0) {
    const legs: Leg[] = [];
    open = open.filter(({ way, i }) => {
      const { done, value } = way.next();
      if (done) ends[i] = value;
      else legs.push(value);
      return !done;
    });
    carry(legs);
  }
  return ends;
}
