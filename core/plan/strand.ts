import { coreReading, signReading } from '../drying/readings.ts';
import { applyEvent, carry, forkRun, standing, type WallEvent, type WallRun } from '../drying/run.ts';
import { joined, wallAt, type Trajectory, type WallAt } from '../drying/trajectory.ts';
import { signAt } from '../coat/sign.ts';
import { waterOf } from '../piece/intervals.ts';
import type { Planned } from '../technique/layer.ts';
import type { Does, Step } from '../technique/technique.ts';
import { DAY, type Instant } from '../units/quantity.ts';

/** How far ahead steps are looked for. */
export const HORIZON = 14 * DAY;
/** A wall is followed until its core is this dry, kg/kg. */
const DRY_X = 0.012;

/** One wall of a piece ahead of now, carried on no further than it is asked for. */
export interface Strand {
  /** As it stood when it began. */
  from: WallRun;
  run: WallRun;
  /** All covers of the schedule, and those still to come. */
  covers: WallEvent[];
  coming: WallEvent[];
  /** The wall as far as it is known, for the needs of what comes next. */
  course: Trajectory;
  /** What lies before the last deed. */
  parts: Trajectory[];
  laid: WallEvent[];
}

/**
 * A wall that goes on by itself from an instant under a schedule of covers.
 * @param next what comes next on it, as far as which it is carried at once; to the kiln-dry end where nothing does
 */
export function beginStrand(
  from: WallRun,
  now: Instant,
  covers: WallEvent[],
  next: Planned | undefined,
): Strand {
  const at = Math.max(now, from.at);
  const run = forkRun(from, at, standing(from));
  const strand = { from, run, covers, coming: covers, course: run.trajectory, parts: [], laid: [] };
  goOn(strand, at, next);
  strand.course = joined([from.trajectory, run.trajectory]);
  return strand;
}

/** Lays a deed on a strand at an instant, and carries it on as far as what comes next needs it. */
export function layOn(strand: Strand, events: WallEvent[], at: Instant, next: Planned | undefined): void {
  if (strand.run.at < at) carryOn(strand, at);
  const { from, covers, run } = strand;
  const fork = forkRun(coveredAt(from, covers, at), at, wallAt(run.trajectory, at));
  for (const event of events) applyEvent(fork, event);
  strand.laid.push(...events);
  strand.parts.push(until(run.trajectory, at));
  strand.run = fork;
  strand.coming = covers.filter((event) => event.at > at);
  goOn(strand, at, next);
  strand.course = fork.trajectory;
}

/** The whole course of a strand, from when it began. */
export const courseOf = ({ parts, run }: Strand): Trajectory => joined([...parts, run.trajectory]);

/** On until the kiln-dry end, or only until the next step that changes the wall is decided: the wall goes on from there. */
function goOn(strand: Strand, at: Instant, next: Planned | undefined): void {
  const isDry = ({ x, mesh }: WallAt) => coreReading(x, mesh) < DRY_X;
  const decided = next ? decidedBy(next, strand.from.setting.body) : null;
  carryOn(strand, at + HORIZON, (wall) => isDry(wall) || (decided !== null && decided(wall)));
}

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
export const changesWall = ({ effects }: Step): boolean =>
  effects.some(({ does }) => changing.includes(does));

const changing: Does[] = [
  'coat',
  'line',
  'fill',
  'silicate',
  'film',
  'wash',
  'heat',
  'stretch',
  'cut',
  'scrape',
  'wipe',
  'wax',
];

function carryOn(strand: Strand, to: Instant, over?: (wall: WallAt) => boolean): void {
  const due = strand.coming.filter((event) => event.at <= to);
  carry(strand.run, to, due, over);
  strand.coming = strand.coming.filter((event) => event.at > strand.run.at);
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
