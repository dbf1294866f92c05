import { existsSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import type { PieceCase } from '../core/plan/case.ts';
import { rememberingPlanner } from '../core/plan/memory.ts';
import type { Effort, PiecePlan, WhatIf } from '../core/plan/plan.ts';
import type { Instant } from '../core/units/quantity.ts';

/** Plans a piece, wherever that is done. */
export type Planner = (
  given: PieceCase,
  now: Instant,
  whatIf?: WhatIf,
  effort?: Effort,
) => Promise<PiecePlan | null>;

/** Pieces whose walls are remembered. */
export const REMEMBERED = 60;

export interface PlanTask {
  ticket: number;
  given: PieceCase;
  now: Instant;
  whatIf: WhatIf | undefined;
  effort: Effort | undefined;
}

/** What the thread answers: a plan, or why there is none. */
export type PlanDone = { ticket: number } & ({ plan: PiecePlan | null } | { failed: string });

/** Plans on this thread. */
export function plannerHere(): Planner {
  const plan = rememberingPlanner(REMEMBERED);
  return async (...wanted) => plan(...wanted);
}

/**
 * Plans in a thread of its own, so that the server goes on answering meanwhile; on this one where the built thread
 * is not beside the program, as when it runs from its sources.
 */
export function threadedPlanner(path: string): Planner {
  if (!existsSync(path)) return plannerHere();
  const worker = new Worker(path);
  worker.unref();
  const asked = new Map<
    number,
    { resolve: (plan: PiecePlan | null) => void; reject: (error: Error) => void }
  >();
  let tickets = 0;
  worker.on('message', (done: PlanDone) => {
    const waiting = asked.get(done.ticket);
    asked.delete(done.ticket);
    if ('failed' in done) waiting?.reject(new Error(done.failed));
    else waiting?.resolve(done.plan);
  });
  worker.on('error', (error: Error) => {
    for (const { reject } of asked.values()) reject(error);
    asked.clear();
  });
  return (given, now, whatIf, effort) => {
    const ticket = (tickets += 1);
    worker.postMessage({ ticket, given, now, whatIf, effort } satisfies PlanTask);
    return new Promise((resolve, reject) => asked.set(ticket, { resolve, reject }));
  };
}
