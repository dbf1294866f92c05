import { carryAside, type Passed, type PassedNotes } from '../drying/passed.ts';
import { coreReading, signReading } from '../drying/readings.ts';
import { applyEvent, forkRun, standing, type WallEvent, type WallRun } from '../drying/run.ts';
import { carryTogether, runsOf, type Walls } from '../drying/together.ts';
import { concatTrajectories, wallAt, type Trajectory, type WallAt } from '../drying/trajectory.ts';
import { signAt } from '../coat/sign.ts';
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

/** What comes next on a wall, as far as which it is carried at once; to the kiln-dry end where nothing does. */
export type NextOn = (name: WallName) => Planned | undefined;

/** How water passes between walls that go on side by side: by their seams, or as it passed between others like them. */
export type Between = { seams: Seams; notes: PassedNotes } | { passed: Passed };

/** Walls of a piece ahead of now, carried on side by side no further than they are asked for. */
export interface WallProjection {
  between: Between;
  /** All changes of cover of the schedule. */
  covers: WallEvent[];
  /** The walls that steps are judged on: as far as these ask for it, all go on. */
  judged: WallName[];
  /** As they stood when the last deed was done, or at the beginning, and as far as they were carried since. */
  since: Walls;
  runs: Walls;
  at: Instant;
  /** Changes of cover still to come. */
  coming: WallEvent[];
  /** Each as far as it is known since something was last done to it, for the needs of what comes next. */
  courses: Courses;
  /** What lies before the last deed. */
  parts: Partial<Record<WallName, Trajectory[]>>;
}

type Courses = Partial<Record<WallName, Trajectory>>;

/** Walls that go on by themselves from an instant under a schedule of covers. */
export function beginProjection(
  from: Walls,
  now: Instant,
  given: Pick<WallProjection, 'between' | 'covers' | 'judged'>,
  next: NextOn,
): WallProjection {
  const begins = (run: WallRun) => Math.max(now, run.at);
  const runs = each(from, (run) => forkRun(run, begins(run), standing(run)));
  const at = Math.min(...runsOf(from).map(([, run]) => begins(run)));
  const strand: WallProjection = {
    ...given,
    ...{ runs, at, since: stopped(runs), coming: given.covers },
    ...{ courses: {}, parts: {} },
  };
  goOn(strand, next);
  strand.courses = each(from, ({ trajectory }, name) =>
    concatTrajectories([trajectory, runs[name]!.trajectory]),
  );
  return strand;
}

/** Lays a deed on walls of a strand at an instant, and carries it on as far as what comes next needs it. */
export function layOn(
  strand: WallProjection,
  events: Partial<Record<WallName, WallEvent[]>>,
  at: Instant,
  next: NextOn,
): void {
  carryOn(strand, at);
  const { covers, since, courses } = strand;
  const before = strand.runs;
  for (const [name, { trajectory }] of runsOf(before))
    strand.parts[name] = [...(strand.parts[name] ?? []), until(trajectory, at)];
  strand.runs = each(before, ({ trajectory }, name) => {
    const fork = forkRun(coveredAt(since[name]!, covers, at), at, wallAt(trajectory, at));
    for (const event of events[name] ?? []) applyEvent(fork, event);
    return fork;
  });
  strand.since = stopped(strand.runs);
  strand.at = at;
  strand.coming = covers.filter((event) => event.at > at);
  goOn(strand, next);
  strand.courses = each(strand.runs, ({ trajectory }, name) =>
    events[name] ? trajectory : concatTrajectories([until(courses[name]!, at), trajectory]),
  );
}

/** The whole course of each wall of a strand, from when it began. */
export const coursesOf = ({ parts, runs }: WallProjection): Courses =>
  each(runs, ({ trajectory }, name) => concatTrajectories([...(parts[name] ?? []), trajectory]));

const each = <T>(walls: Walls, of: (run: WallRun, name: WallName) => T): Partial<Record<WallName, T>> =>
  Object.fromEntries(runsOf(walls).map(([name, run]) => [name, of(run, name)]));

/** What walls are and stand in at a moment, while they go on. */
const stopped = (runs: Walls): Walls => each(runs, (run) => ({ ...run }));

/** On until the kiln-dry end, or only until the next step that changes the wall is decided: the wall goes on from there. */
function goOn(strand: WallProjection, next: NextOn): void {
  if ('notes' in strand.between) strand.between.notes.turns(strand.at);
  const over = new Map(
    strand.judged.map((name) => {
      const of = next(name);
      const decided = of ? decidedBy(of, strand.runs[name]!.setting.body) : null;
      return [name, (wall: WallAt) => isDry(wall) || (decided !== null && decided(wall))];
    }),
  );
  carryOn(strand, strand.at + HORIZON, (name, wall) => over.get(name)?.(wall) ?? true);
}

const isDry = ({ x, mesh }: WallAt): boolean => coreReading(x, mesh) < DRY_X;

/** Whether the wall has passed all that a step which changes it needs; null for a step that does not change it. */
function decidedBy(
  { step, face }: Planned,
  body: WallRun['setting']['body'],
): ((wall: WallAt) => boolean) | null {
  if (!changesWall(step)) return null;
  const waters = step.needs.flatMap((need) => (need.part ? [] : (waterOf(need, face, body) ?? [])));
  const bounded = waters.filter(({ spans }) => spans.every(({ fromX }) => Number.isFinite(fromX)));
  if (bounded.length > 0)
    return ({ x, mesh }) =>
      bounded.some(({ reading, spans }) => spans.every(({ fromX }) => reading(x, mesh) < fromX));
  if (waters.length > 0) return null;
  const sign = step.needs.find((need) => need.kind === 'sign');
  return sign ? ({ x, mesh }) => signReading(face)(x, mesh) <= signAt[sign.sign] : () => true;
}

/** Whether a step lays or takes anything that the drying of the wall knows of. */
export const changesWall = ({ effects }: Step): boolean => effects.some(effectChangesWall);

/** Carries walls on to an instant, or until they are asked for no further. */
function carryOn(
  strand: WallProjection,
  to: Instant,
  over: (name: WallName, wall: WallAt) => boolean = () => false,
): void {
  const { runs, between, coming } = strand;
  const due = coming.filter(({ at }) => at <= to);
  if ('passed' in between)
    for (const [name, run] of runsOf(runs))
      carryAside(run, between.passed[name] ?? [], to, due, (wall) => over(name, wall));
  else {
    const turns = due.map(({ at }) => at);
    const watch = (walls: Walls, at: Instant) => {
      between.notes.look(walls);
      if (!(turns[0]! <= at)) return;
      while (turns[0]! <= at) between.notes.turns(turns.shift()!);
      // what is noted next begins from here
      between.notes.look(walls);
    };
    const until = (walls: Walls) =>
      runsOf(walls).every(([name, run]) => run.trajectory.at.length > 0 && over(name, standing(run)));
    carryTogether(
      runs,
      between.seams,
      each(runs, () => due),
      to,
      { watch, until },
    );
  }
  strand.at = Math.max(strand.at, Math.min(...runsOf(runs).map(([, { at }]) => at)));
  strand.coming = coming.filter(({ at }) => at > strand.at);
}

/** The run as its covers stand at a moment of the schedule. */
function coveredAt(run: WallRun, covers: WallEvent[], at: Instant): WallRun {
  const copy = { ...run };
  for (const event of covers) if (event.at <= at) applyEvent(copy, event);
  return copy;
}

function until(run: Trajectory, at: Instant): Trajectory {
  const count = run.at.filter((t) => t < at).length;
  return {
    at: run.at.slice(0, count),
    x: run.x.slice(0, count),
    rate: run.rate.slice(0, count),
    mesh: run.mesh.slice(0, count),
  };
}
