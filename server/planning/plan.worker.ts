import { parentPort } from 'node:worker_threads';
import { warmUp } from '../../core/plan/warmUp.ts';
import { plannerHere, type PlanDone, type PlanTask } from './planner.ts';

const plan = plannerHere();
warmUp();

const done = ({ ticket, given, now, wanted }: PlanTask): Promise<PlanDone> =>
  plan(given, now, wanted).then(
    (planned) => ({ ticket, plan: planned }),
    (error: unknown) => ({ ticket, failed: `${given.pieceId}: ${String(error)}` }),
  );

/** Plans pieces off the server's thread, with the very code the browser uses. */
parentPort!.on('message', (task: PlanTask) => {
  done(task).then(
    (answer) => parentPort!.postMessage(answer),
    (error: unknown) => console.error(`The planner could not answer: ${String(error)}`),
  );
});
