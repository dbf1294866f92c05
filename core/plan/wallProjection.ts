import { carrying, type Way } from '../drying/legs.ts';
import {
  applyEvent,
  forkRun,
  runsOf,
  standing,
  type WallEvent,
  type WallRun,
  type Walls,
} from '../drying/run.ts';
import { haveStopped, type Stop, type Stops } from '../drying/stop.ts';
import { concatTrajectories, isEmpty, until, wallAt, type Trajectory } from '../drying/trajectory.ts';
import { signAt } from '../coat/sign.ts';
import type { Cover } from '../drying/face.ts';
import type { Seams, WallName } from '../form/places.ts';
import { waterOf } from '../piece/intervals.ts';
import type { Planned } from '../technique/layer.ts';
import { changesWall as effectChangesWall } from '../operation/rows.ts';
import type { Step } from '../technique/technique.ts';
import { DAY, type Instant } from '../units/quantity.ts';

/** How far ahead steps are looked for. */
export const HORIZON = 14 * DAY;
/** A wall is followed until its core is this dry, kg/kg. */
const DRY_X = 0.012;

/** Walls of a piece ahead of now, carried on side by side no further than they are asked for. */
export interface WallProjection {
  seams: Seams;
  /** All changes of cover of the schedule. */
  covers: WallEvent[];
  /** As they stood when the last deed was done, or at the beginning, and as far as they were carried since. */
  since: Walls;
  runs: Walls;
  /** When that was. */
  begun: Instant;
  /** What of each wall's course before still counts for the needs of what comes next. */
  before: Courses;
  /** What lies before the last deed. */
  parts: Partial<Record<WallName, Trajectory[]>>;
}

type Courses = Partial<Record<WallName, Trajectory>>;

/** Walls that go on by themselves from an instant under a schedule of covers. */
export function beginProjection(
  from: Walls,
  now: Instant,
  given: Pick<WallProjection, 'seams' | 'covers'>,
): WallProjection {
  const runs = each(from, (run) => {
    const begins = Math.max(now, run.at);
    return forkRun(coveredAt(run, given.covers, begins), begins, standing(run));
  });
  return {
    ...given,
    ...{ runs, since: stopped(runs), parts: {} },
    begun: Math.min(...runsOf(runs).map(([, { at }]) => at)),
    before: each(from, ({ trajectory }) => concatTrajectories([trajectory])),
  };
}

/** Lays a deed on walls at an instant. */
export function* layOn(
  strand: WallProjection,
  events: Partial<Record<WallName, WallEvent[]>>,
  at: Instant,
): Way<void> {
  yield* carryOn(strand, at);
  const { covers, since, runs, before } = strand;
  for (const [name, { trajectory }] of runsOf(runs))
    strand.parts[name] = [...(strand.parts[name] ?? []), until(trajectory, at)];
  strand.before = each(runs, ({ trajectory }, name) =>
    concatTrajectories(events[name] ? [] : [before[name]!, until(trajectory, at)]),
  );
  strand.runs = each(runs, (run, name) => {
    const { trajectory } = run;
    const stands = isEmpty(trajectory) ? standing(run) : wallAt(trajectory, at);
    const fork = forkRun(coveredAt(since[name]!, covers, at), at, stands);
    for (const event of events[name] ?? []) applyEvent(fork, event);
    return fork;
  });
  strand.since = stopped(strand.runs);
  strand.begun = at;
}

/** Changes the cover at an instant ahead; what was carried on beyond it already is to be carried on anew. */
export function willBeCovered(strand: WallProjection, cover: Cover, at: Instant): void {
  const change: WallEvent = { at, kind: 'surroundings', change: { cover } };
  strand.covers = [...strand.covers, change].sort((a, b) => a.at - b.at);
}

/**
 * Changes the cover at an instant ahead at which nothing is done, and goes on from there.
 * @returns from when on it goes on: from later where something was done later already
 */
export function* coverFrom(
  strand: WallProjection,
  { cover, at }: { cover: Cover; at: Instant },
): Way<Instant> {
  if (at <= strand.begun) return strand.begun;
  willBeCovered(strand, cover, at);
  yield* layOn(strand, {}, at);
  return at;
}

/** The course of a wall as far as it is known since something was last done to it. */
export const courseSince = ({ before, runs }: WallProjection, name: WallName): Trajectory =>
  isEmpty(before[name]!)
    ? runs[name]!.trajectory
    : concatTrajectories([before[name]!, runs[name]!.trajectory]);

/** The whole course of each wall of a strand, from when it began. */
export const coursesOf = ({ parts, runs }: WallProjection): Courses =>
  each(runs, ({ trajectory }, name) => concatTrajectories([...(parts[name] ?? []), trajectory]));

const each = <T>(walls: Walls, of: (run: WallRun, name: WallName) => T): Partial<Record<WallName, T>> =>
  Object.fromEntries(runsOf(walls).map(([name, run]) => [name, of(run, name)]));

/** What walls are and stand in at a moment, while they go on. */
const stopped = (runs: Walls): Walls => each(runs, (run) => ({ ...run }));

/** On until walls are kiln-dry, or are past what a step asks of them. */
export function* goOn(strand: WallProjection, stops: Stops): Way<void> {
  const { runs, begun } = strand;
  const names = Object.keys(runs) as WallName[];
  const all = names.map((name) => runs[name]!);
  if (all.every(({ trajectory }) => !isEmpty(trajectory)) && haveStopped(stops, names, all)) return;
  yield* carryOn(strand, begun + HORIZON, stops);
}

const dry: Stop = { reading: 'core', face: 'outside', below: DRY_X };

/** All that is known of walls: until they are dry. */
export const toTheEnd = (names: WallName[]): Stops => Object.fromEntries(names.map((name) => [name, [dry]]));

/** By when a wall has passed all that a step needs which changes it: its window there is known then. To the end for others. */
export function decidedBy({ step, face }: Planned, body: WallRun['setting']['body']): Stop[] {
  if (!changesWall(step)) return [dry];
  const waters = step.needs.flatMap((need) => (need.part ? [] : (waterOf(need, body) ?? [])));
  const bounded = waters.filter(({ spans }) => spans.every(({ fromX }) => Number.isFinite(fromX)));
  if (bounded.length > 0)
    return [
      dry,
      ...bounded.map(({ reading, spans }): Stop => ({
        ...{ reading, face },
        below: Math.min(...spans.map(({ fromX }) => fromX)),
      })),
    ];
  if (waters.length > 0) return [dry];
  const sign = step.needs.find((need) => need.kind === 'sign');
  return [sign ? { reading: 'sign', face, below: signAt[sign.sign] } : atOnce];
}

/** As it stands. */
export const atOnce: Stop = { reading: 'mean', face: 'outside', below: Number.POSITIVE_INFINITY };

/** Whether a step lays or takes anything that the drying of the wall knows of. */
export const changesWall = ({ effects }: Step): boolean => effects.some(effectChangesWall);

/** Carries walls on to an instant, or until they are asked for no further. */
function* carryOn({ runs, seams, covers }: WallProjection, to: Instant, stops?: Stops): Way<void> {
  const coming = each(runs, (run) => covers.filter(({ at }) => at > run.at && at <= to));
  yield* carrying(runs, seams, coming, to, stops);
}

/** The run as its covers stand at a moment of the schedule. */
function coveredAt(run: WallRun, covers: WallEvent[], at: Instant): WallRun {
  const copy = { ...run };
  for (const event of covers) if (event.at <= at) applyEvent(copy, event);
  return copy;
}
