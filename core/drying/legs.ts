import type { Join, Seams, WallName } from '../form/places.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import { withSettledCoats } from './mesh.ts';
import { meanReading } from './readings.ts';
import { BEFORE_EVENTS, isFree, restTo, STEADY } from './rest.ts';
import type { Stops } from './stop.ts';
import { applyEvent, type WallEvent } from './wallEvent.ts';
import { setMesh, type WallRun, type Walls } from './wallRun.ts';

/** Part of the way of a piece's walls, on which nothing befalls them: they only dry, side by side. */
export interface Leg {
  names: readonly WallName[];
  /** All of them stand at the same moment. */
  runs: readonly WallRun[];
  joins: readonly Join[];
  areas: Seams['areas'];
  to: Instant;
  /** They go no further once these hold; to the end where there are none. */
  stops?: Stops | undefined;
  /** Something befell one of them just now: they fare otherwise than on record. */
  anew?: boolean;
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
  const names = Object.keys(walls) as WallName[];
  const runs = names.map((name) => walls[name]!);
  const due = names.map((name) => [...(events[name] ?? [])]);
  for (;;) {
    let anew = false;
    runs.forEach((run, i) => (anew = befall(run, due[i]!, to) || anew));
    const at = Math.min(...runs.map((run) => run.at));
    if (at >= to) return walls;
    const present = runs.map((run) => run.at === at);
    const all = !present.includes(false);
    const leg: Leg = {
      names: all ? names : names.filter((_, i) => present[i]),
      runs: all ? runs : runs.filter((_, i) => present[i]),
      joins: joins.filter(
        ({ between, since = at }) => since <= at && between.every((name) => walls[name]?.at === at),
      ),
      ...{ areas, anew },
      to: Math.min(to, nextTurn(runs, due, joins, at)),
      stops: all ? stops : undefined,
    };
    if (leg.to - at > DAY + BEFORE_EVENTS && !leg.stops) yield* byDays(leg);
    else yield leg;
    if (leg.stops && runs.some((run) => run.at < leg.to)) return walls;
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
function nextTurn(runs: WallRun[], due: WallEvent[][], joins: readonly Join[], at: Instant): Instant {
  let next = Number.POSITIVE_INFINITY;
  const turn = (moment: Instant) => {
    if (moment > at && moment < next) next = moment;
  };
  for (let i = 0; i < runs.length; i++) {
    turn(runs[i]!.at);
    turn(runs[i]!.settlesAt ?? at);
    turn(due[i]![0]?.at ?? at);
  }
  for (const { since = at } of joins) turn(since);
  return next;
}

/** A long leg day by day: walls in balance with their air are not carried on, but for some days before its end. */
function* byDays(leg: Leg): Way<void> {
  const { runs } = leg;
  const means = () => runs.map(({ state, wall }) => meanReading(state.x, wall.mesh));
  let before = means();
  let { at } = runs[0]!;
  while (leg.to - at > DAY + BEFORE_EVENTS) {
    yield { ...leg, to: at + DAY };
    const now = means();
    const steady = now.every((mean, i) => Math.abs(mean - before[i]!) < STEADY);
    if (steady && runs.every(isFree)) runs.forEach((run) => restTo(run, leg.to - BEFORE_EVENTS));
    before = now;
    ({ at } = runs[0]!);
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
