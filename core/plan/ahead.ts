import { waterAtEdge } from '../clay/stage.ts';
import type { ClayBody } from '../clay/body.ts';
import type { Cover } from '../drying/face.ts';
import { coreReading, readingNamed, signReading, type Reading } from '../drying/readings.ts';
import { applyEvent, carry, forkRun, standing, type WallEvent, type WallRun } from '../drying/run.ts';
import { firstWhen, joined, wallAt, type Trajectory, type WallAt } from '../drying/trajectory.ts';
import type { PieceState } from '../log/piece.ts';
import { stepsOf, techniqueNamed } from '../technique/catalogue.ts';
import { signAt, type Sign, type Step } from '../technique/technique.ts';
import { DAY, SECOND, type Instant } from '../units/quantity.ts';
import { firstWorkable, type Spell } from './hours.ts';

export type StepStatus = 'done' | 'skipped' | 'now' | 'waiting' | 'late' | 'ahead' | 'unreached';

export interface StepPlan {
  step: Step;
  status: StepStatus;
  doneAt: Instant | null;
  /** When the clay comes into the step's window; null if it does not within the horizon. */
  opens: Instant | null;
  /** When it leaves it; null if it stays in it. */
  closes: Instant | null;
  /** When to do it: in its window, after its wait, in working hours; null if that cannot be. */
  doAt: Instant | null;
  /** The sign to wait for, and when it is usual, while it has not been seen. */
  waitFor: { sign: Sign; from: Instant; to: Instant } | null;
}

/** How far ahead steps are looked for. */
export const HORIZON = 14 * DAY;
const KILN_DRY_X = 0.012;
/** A sign is looked for from this share of its wait on. */
const EARLY = 0.6;
/** Covers changed at given moments, from now on. */
export type CoverChange = { at: Instant; cover: Cover };

export const isOpen = (status: StepStatus): boolean => status !== 'done' && status !== 'skipped';

export interface Ahead {
  steps: StepPlan[];
  trajectory: Trajectory;
  /** What that does to the wall: the covers of the schedule and the coats, in order. */
  events: WallEvent[];
}

/** Carries the wall on under a schedule of covers, doing each remaining step as soon as it can be done. */
export function lookAhead(
  run: WallRun,
  piece: PieceState,
  spells: Spell[],
  now: Instant,
  schedule: CoverChange[],
  /** When steps are done, where that is given beforehand. */
  times: Record<string, Instant> = {},
): Ahead {
  const steps = stepsOf(piece.made.techniqueId, piece.made.schools);
  const { coat } = techniqueNamed(piece.made.techniqueId);
  const events: WallEvent[] = schedule.map(({ at, cover }) => ({
    at,
    kind: 'surroundings',
    change: { cover },
  }));
  const end = now + HORIZON;
  const dry = ({ x, mesh }: WallAt) => coreReading(x, mesh) < KILN_DRY_X;
  /** On until the kiln-dry end, or only until the window of a coat has closed: the wall goes on from there coated. */
  const goOn = (from: WallRun, at: Instant, next: Step | undefined) => {
    const coatWindow = next?.does === 'coat' ? windowOf(next, run.setting) : null;
    const over = (wall: WallAt) =>
      dry(wall) || (coatWindow !== null && coatWindow.reading(wall.x, wall.mesh) < coatWindow.driestX);
    return carry(
      from,
      end,
      events.filter((e) => e.at >= at),
      over,
    ).trajectory;
  };
  const open = steps.filter((s) => !piece.done[s.id]);
  let ahead = goOn(forkRun(run, now, standing(run)), now, open[0]);
  let wall = joined([run.trajectory, ahead]);
  const parts: Trajectory[] = [];
  const coats: WallEvent[] = [];
  let earliest = piece.madeAt;
  const plans = steps.map((step, i): StepPlan => {
    const done = piece.done[step.id];
    if (done) {
      earliest = done.at;
      return blank(step, done.skipped ? 'skipped' : 'done', done.at);
    }
    if (step.optional && steps.slice(i + 1).some((later) => piece.done[later.id]))
      return blank(step, 'skipped', null);
    const plan = planStep(step, wall, run.setting, {
      earliest,
      now,
      spells,
      waitFor: waitBefore(steps, i, piece, earliest, wall),
    });
    const at =
      times[step.id] ??
      plan.doAt ??
      (plan.opens === null ? null : Math.max(plan.opens, now, earliest, plan.waitFor?.to ?? 0));
    if (at === null || plan.status === 'late') return plan;
    const lasts = step.takesS * SECOND;
    if (step.does === 'coat') {
      const fork = forkRun(coverAt(run, events, at), at, wallAt(ahead, at));
      const { grainDensity } = run.setting.body;
      const laid: WallEvent = { at, kind: 'coat', coat: { face: 'outside', ...coat, grainDensity } };
      applyEvent(fork, laid);
      coats.push(laid);
      parts.push(until(ahead, at));
      ahead = goOn(fork, at, open[open.indexOf(step) + 1]);
      wall = ahead;
    }
    earliest = step.does === 'coat' ? at : at + lasts;
    return plan;
  });
  return {
    steps: markOrder(plans),
    trajectory: joined([...parts, ahead]),
    events: [...events, ...coats].sort((a, b) => a.at - b.at),
  };
}

/** The run as its covers stand at a moment of the schedule. */
function coverAt(run: WallRun, events: WallEvent[], at: Instant): WallRun {
  const copy = { ...run };
  for (const event of events) if (event.at <= at) applyEvent(copy, event);
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

const blank = (step: Step, status: StepStatus, doneAt: Instant | null): StepPlan => ({
  step,
  status,
  doneAt,
  opens: null,
  closes: null,
  doAt: null,
  waitFor: null,
});

/** The wait before a step, while its sign has not been seen: until the coat's own surface shows it. */
function waitBefore(
  steps: Step[],
  i: number,
  piece: PieceState,
  since: Instant,
  wall: Trajectory,
): StepPlan['waitFor'] {
  const wait = steps[i]!.wait;
  const before = steps.slice(0, i).findLast((s) => s.does === 'coat');
  if (!wait || !before || piece.seen[before.id] !== undefined) return null;
  const begun = piece.done[before.id]?.at ?? since;
  const shown = firstWhen(wall, begun + 1, signReading('outside'), (x) => x <= signAt[wait.sign]);
  const to = shown ?? begun + wait.longestS * SECOND;
  return { sign: wait.sign, from: begun + (to - begun) * EARLY, to };
}

interface StepContext {
  earliest: Instant;
  now: Instant;
  spells: Spell[];
  waitFor: StepPlan['waitFor'];
}

function planStep(
  step: Step,
  wall: Trajectory,
  setting: { body: ClayBody; thicknessM: number },
  context: StepContext,
): StepPlan {
  const { earliest, now, spells, waitFor } = context;
  const { reading, wettestX, driestX } = windowOf(step, setting);
  const from = Math.max(earliest, waitFor?.to ?? earliest);
  const opens = firstWhen(wall, Math.min(from, wall.at.at(-1)!), reading, (x) => x <= wettestX);
  if (opens === null) return { ...blank(step, 'unreached', null), waitFor };
  const closes = firstWhen(wall, opens, reading, (x) => x < driestX);
  const last = closes ?? Number.POSITIVE_INFINITY;
  const doAt = firstWorkable(spells, Math.max(opens, now), last, step.takesS * SECOND);
  const status = last <= now ? 'late' : opens <= now ? 'now' : 'waiting';
  return { step, status, doneAt: null, opens, closes, doAt, waitFor };
}

/** A step's window as a reading and two water contents on this wall's body. */
export function windowOf(
  step: Step,
  setting: { body: ClayBody; thicknessM: number },
): { reading: Reading; wettestX: number; driestX: number } {
  const { window } = step;
  const reading = readingNamed(window.reading, setting.thicknessM);
  if ('wettestX' in window) return { reading, wettestX: window.wettestX, driestX: Number.NEGATIVE_INFINITY };
  return {
    reading,
    wettestX: window.wettest === null ? Number.POSITIVE_INFINITY : waterAtEdge(setting.body, window.wettest),
    driestX: window.driest === null ? Number.NEGATIVE_INFINITY : waterAtEdge(setting.body, window.driest),
  };
}

/** Only the first open step, and optional ones before it, can be done now or be late; the rest lie ahead. */
function markOrder(plans: StepPlan[]): StepPlan[] {
  const first = plans.findIndex((p) => isOpen(p.status));
  return plans.map((plan, i) => {
    if (i <= first || !isOpen(plan.status) || plan.status === 'unreached') return plan;
    const onlyOptionalBefore = plans.slice(first, i).every((p) => p.step.optional || !isOpen(p.status));
    return onlyOptionalBefore && plan.status !== 'late' ? plan : { ...plan, status: 'ahead' };
  });
}
