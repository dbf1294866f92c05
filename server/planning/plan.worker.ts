import { parentPort } from 'node:worker_threads';
import { rememberingPlanner } from '../../core/plan/memory.ts';
import { REMEMBERED, type PlanDone, type PlanTask } from './planner.ts';

const plan = rememberingPlanner(REMEMBERED);

function done({ ticket, given, now }: PlanTask): PlanDone {
  try {
    return { ticket, plan: plan(given, now) };
  } catch (error) {
    return { ticket, failed: `${given.pieceId}: ${String(error)}` };
  }
}

/** Plans pieces off the server's thread, with the very code the browser uses. */
parentPort!.on('message', (task: PlanTask) => parentPort!.postMessage(done(task)));
