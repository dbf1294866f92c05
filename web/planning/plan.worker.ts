import { cachedPlanner } from '../../core/plan/cachedPlanner.ts';
import { nightsOf } from '../../core/plan/night.ts';
import type { PlanAnswered, PlanRequest } from './planMessages.ts';

/** One tablet looks at few pieces at a time. */
const plan = cachedPlanner(4);

function answerTo({ ticket, given, now, whatIf, effort }: PlanRequest): PlanAnswered {
  try {
    const planned = plan(given, now, whatIf, effort);
    return { ticket, plan: planned, nights: planned ? nightsOf(planned, given.studio) : [] };
  } catch (error) {
    return { ticket, plan: null, nights: [], failed: String(error) };
  }
}

/** Plans a piece off the main thread, with the very code the server uses: what is tried, and what the studio does not know. */
self.onmessage = ({ data }: MessageEvent<PlanRequest>) => self.postMessage(answerTo(data));
