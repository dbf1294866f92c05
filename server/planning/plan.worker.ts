import { warmUp } from '../../core/plan/warmUp.ts';
import { plannerHere, type PlanDone, type PlanTask } from './planner.ts';

const plan = plannerHere();
// a computer that is started often has better to do
if (process.env['KOSMEMA_WARM_UP'] !== 'no') warmUp();

/** Plans a piece off the server's thread, with the very code the browser uses. */
export default async function planned({ given, now, wanted }: PlanTask): Promise<PlanDone> {
  try {
    return { plan: await plan(given, now, wanted) };
  } catch (error) {
    return { failed: `${given.pieceId}: ${String(error)}` };
  }
}
