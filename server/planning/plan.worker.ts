import { warmUp } from '../../core/plan/warmUp.ts';
import { plannerHere, warmedUp, type PlanDone, type PlanTask } from './planner.ts';

const plan = plannerHere();
if (warmedUp) warmUp();

/** Plans a piece off the server's thread, with the very code the browser uses. */
export default async function planned({ given, now, wanted }: PlanTask): Promise<PlanDone> {
  try {
    return { plan: await plan(given, now, wanted) };
  } catch (error) {
    return { failed: `${given.pieceId}: ${String(error)}` };
  }
}
