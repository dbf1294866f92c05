import { parentPort } from 'node:worker_threads';
import { planPiece } from '../core/plan/plan.ts';
import type { PlanTask } from './planning.ts';

/** Plans pieces off the server's thread, with the very code the browser uses. */
parentPort!.on('message', ({ ticket, given, now, whatIf }: PlanTask) => {
  parentPort!.postMessage({ ticket, plan: planPiece(given, now, whatIf) });
});
