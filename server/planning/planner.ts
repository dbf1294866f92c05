import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import type { PlanReply } from '../../api/index.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import { keptOf, type KeptPlan } from '../../core/plan/keptPlan.ts';
import { cachedPlanner } from '../../core/plan/cachedPlanner.ts';
import { nightsOf } from '../../core/plan/night.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import type { Told } from '../../core/plan/told.ts';
import { toWire } from '../../core/plan/wire.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** What is kept of a plan, and all of it as it is sent where that was asked for. */
export interface Planned {
  kept: KeptPlan;
  /** JSON of a PlanReply. */
  whole: string | null;
}

/** How a plan is wanted. */
export interface Wanted {
  /** All of it, as it is sent. */
  whole: boolean;
  /** What was told of its steps by the very same facts. */
  told: readonly Told[];
}

/** Plans a piece, wherever that is done, and lets its walls go. */
export type Planner = (given: PlanInput, now: Instant, wanted?: Wanted) => Promise<Planned | null>;

const plain: Wanted = { whole: false, told: [] };

/** Pieces whose walls are remembered. */
const REMEMBERED = 60;
/** A thread that dies over a piece is asked once more; twice is the piece's fault. */
const TRIES = 2;
const MOST_THREADS = 4;
/** What a thread may hold, MB: the walls of the pieces that it remembers. */
const MEMORY_MB = 1_200;

export interface PlanTask {
  given: PlanInput;
  now: Instant;
  wanted: Wanted;
}

/** What a thread answers: a plan, or why there is none. */
export type PlanDone = { plan: Planned | null } | { failed: string };

const replyOf = (plan: PiecePlan, { studio }: PlanInput): PlanReply => ({
  plan: toWire(plan),
  nights: nightsOf(plan, studio),
});

/** Plans on this thread, and hands over what is kept of it. */
export function plannerHere(): Planner {
  const plan = cachedPlanner(REMEMBERED);
  return async (given, now, { whole, told } = plain) => {
    const planned = plan(given, now, undefined, undefined, told);
    return (
      planned && {
        kept: keptOf(planned, given),
        whole: whole ? JSON.stringify(replyOf(planned, given)) : null,
      }
    );
  };
}

/** Whether what plans is warmed up at a start; a computer that is started often has better to do. */
export const warmedUp = process.env['KOSMEMA_WARM_UP'] !== 'no';

/** Threads that plan: one core is left to the server. */
export const planningThreads = (): number => Math.min(MOST_THREADS, Math.max(1, availableParallelism() - 1));

/**
 * Plans in threads of their own, so that the server goes on answering meanwhile; on this one where the built thread
 * is not beside the program, as when it runs from its sources. A piece is always planned by the same thread, which
 * remembers its walls; one that dies is started again.
 * @param atOnce they begin before anything is asked of them
 */
export function threadedPlanner(path: string, { threads = 1, atOnce = false } = {}): Planner {
  if (!existsSync(path)) return plannerHere();
  const begun: Piscina[] = [];
  const threadAt = (place: number) => (begun[place] ??= threadOf(path));
  if (atOnce) for (let place = 0; place < threads; place++) threadAt(place);
  return async (given, now, wanted = plain) => {
    const thread = threadAt(placeOf(given.pieceId, threads));
    const task: PlanTask = { given, now, wanted };
    for (let tries = 1; ; tries++) {
      let done: PlanDone;
      try {
        done = (await thread.run(task)) as PlanDone;
      } catch (error) {
        console.error(`The planner died: ${String(error)}`);
        if (tries === TRIES) throw new Error('the planner died over it twice');
        continue;
      }
      if ('failed' in done) throw new Error(done.failed);
      return done.plan;
    }
  };
}

const threadOf = (path: string): Piscina =>
  new Piscina({
    filename: path,
    // one that dies is begun again for what waits
    minThreads: 1,
    maxThreads: 1,
    idleTimeout: Number.POSITIVE_INFINITY,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
  });

/** Which of so many threads a piece belongs to. */
const placeOf = (pieceId: string, threads: number): number =>
  createHash('sha1').update(pieceId).digest().readUInt32BE() % threads;
