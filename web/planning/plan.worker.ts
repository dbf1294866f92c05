import { expose } from 'comlink';
import { cachedPlanner } from '../../core/plan/cachedPlanner.ts';
import { nightsOf } from '../../core/plan/night.ts';
import type { PlanRequest, WorkedPlan } from './planMessages.ts';

/** One tablet looks at few pieces at a time. */
const planned = cachedPlanner(4);

/** Plans a piece off the main thread, with the very code the server uses: what is tried, and what the studio does not know. */
const offered = {
  plan({ given, now, whatIf, effort }: PlanRequest): WorkedPlan {
    const plan = planned(given, now, whatIf, effort);
    return { plan, nights: plan ? nightsOf(plan, given.studio) : [] };
  },
};

export type PlansHere = typeof offered;
expose(offered);
