import { rememberingPlanner } from '../../core/plan/memory.ts';
import { nightTime } from '../../core/plan/hours.ts';
import type { PlanAnswered, PlanRequest } from './planMessages.ts';

/** One tablet looks at few pieces at a time. */
const plan = rememberingPlanner(4);

function answerTo({ ticket, given, now, whatIf, effort }: PlanRequest): PlanAnswered {
  try {
    const planned = plan(given, now, whatIf, effort);
    const run = planned?.trajectory.at;
    const nights = run ? nightTime(given.studio, run[0]!, run.at(-1)!) : [];
    return { ticket, plan: planned, nights };
  } catch (error) {
    return { ticket, plan: null, nights: [], failed: String(error) };
  }
}

/** Plans a piece off the main thread, with the very code the server uses: what is tried, and what the studio does not know. */
self.onmessage = ({ data }: MessageEvent<PlanRequest>) => self.postMessage(answerTo(data));
