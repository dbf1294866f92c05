import { existsSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
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
/** What a thread may hold, MB: the walls of the pieces that it remembers. */
const MEMORY_MB = 1_200;

export interface PlanTask {
  ticket: number;
  given: PlanInput;
  now: Instant;
  wanted: Wanted;
}

/** What the thread answers: a plan, or why there is none. */
export type PlanDone = { ticket: number } & ({ plan: Planned | null } | { failed: string });

interface Asked {
  task: PlanTask;
  tries: number;
  resolve: (plan: Planned | null) => void;
  reject: (error: Error) => void;
}

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

/**
 * Plans in a thread of its own, so that the server goes on answering meanwhile; on this one where the built thread
 * is not beside the program, as when it runs from its sources. A thread that dies is started again.
 */
export function threadedPlanner(path: string): Planner {
  if (!existsSync(path)) return plannerHere();
  const asked = new Map<number, Asked>();
  let tickets = 0;
  let worker = begin();

  function begin(): Worker {
    const thread = new Worker(path, { resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB } });
    thread.unref();
    thread.on('message', (done: PlanDone) => {
      const waiting = asked.get(done.ticket);
      asked.delete(done.ticket);
      if ('failed' in done) waiting?.reject(new Error(done.failed));
      else waiting?.resolve(done.plan);
    });
    thread.on('error', (error: Error) => console.error(`The planner died: ${String(error)}`));
    thread.once('exit', () => again());
    return thread;
  }

  /** The first that waits is the one that it died over. */
  function again(): void {
    worker = begin();
    for (const [i, waiting] of [...asked.values()].entries()) {
      if (i === 0) waiting.tries += 1;
      if (waiting.tries < TRIES) worker.postMessage(waiting.task);
      else {
        asked.delete(waiting.task.ticket);
        waiting.reject(new Error('the planner died over it twice'));
      }
    }
  }

  return (given, now, wanted = plain) => {
    const task = { ticket: (tickets += 1), given, now, wanted };
    return new Promise((resolve, reject) => {
      asked.set(task.ticket, { task, tries: 0, resolve, reject });
      worker.postMessage(task);
    });
  };
}
