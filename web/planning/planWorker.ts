import { wrap, type Remote } from 'comlink';
import { deathOf } from '../asking/worker.ts';
import type { PlanRequest, WorkedPlan } from './planMessages.ts';
import type { PlansHere } from './plan.worker.ts';

interface Awake {
  offered: Remote<PlansHere>;
  death: Promise<never>;
}

let awake: Awake | null = null;

/** Starts the worker, which offline could not be fetched any more. */
export function wakeWorker(): Awake {
  if (awake) return awake;
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  const begun: Awake = { offered: wrap<PlansHere>(worker), death: deathOf(worker) };
  // a worker that dies is started again by the next question
  begun.death.catch(() => {
    if (awake === begun) awake = null;
  });
  return (awake = begun);
}

/** Plans in the worker, one after another. */
export async function planInWorker(wanted: PlanRequest): Promise<WorkedPlan> {
  const { offered, death } = wakeWorker();
  try {
    return await Promise.race([offered.plan(wanted), death]);
  } catch (error) {
    return { plan: null, nights: [], failed: String(error) };
  }
}
