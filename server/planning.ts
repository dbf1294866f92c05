import { existsSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import type { PieceCase } from '../core/plan/case.ts';
import { planPiece, type PiecePlan, type WhatIf } from '../core/plan/plan.ts';
import type { Instant } from '../core/units/quantity.ts';

/** Plans a piece, wherever that is done. */
export type Planner = (given: PieceCase, now: Instant, whatIf?: WhatIf) => Promise<PiecePlan | null>;

export interface PlanTask {
  ticket: number;
  given: PieceCase;
  now: Instant;
  whatIf: WhatIf | undefined;
}

/** Plans on this thread. */
export const planHere: Planner = (given, now, whatIf) => Promise.resolve(planPiece(given, now, whatIf));

/**
 * Plans in a thread of its own, so that the server goes on answering meanwhile; on this one where the built thread
 * is not beside the program, as when it runs from its sources.
 */
export function threadedPlanner(path: string): Planner {
  if (!existsSync(path)) return planHere;
  const worker = new Worker(path);
  worker.unref();
  const asked = new Map<
    number,
    { resolve: (plan: PiecePlan | null) => void; reject: (error: Error) => void }
  >();
  let tickets = 0;
  worker.on('message', ({ ticket, plan }: { ticket: number; plan: PiecePlan | null }) => {
    asked.get(ticket)?.resolve(plan);
    asked.delete(ticket);
  });
  worker.on('error', (error: Error) => {
    for (const { reject } of asked.values()) reject(error);
    asked.clear();
  });
  return (given, now, whatIf) => {
    const ticket = (tickets += 1);
    worker.postMessage({ ticket, given, now, whatIf } satisfies PlanTask);
    return new Promise((resolve, reject) => asked.set(ticket, { resolve, reject }));
  };
}
