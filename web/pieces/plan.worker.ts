import { planPiece } from '../../core/plan/plan.ts';
import { nightTime } from '../../core/plan/hours.ts';
import type { PlanAnswer, PlanRequest } from './planMessages.ts';

/** Plans a piece off the main thread, with the very code the server uses. */
self.onmessage = ({ data }: MessageEvent<PlanRequest>) => {
  const { ticket, given, now, whatIf } = data;
  const plan = planPiece(given, now, whatIf);
  const run = plan?.trajectory.at;
  const nights = run ? nightTime(given.studio, run[0]!, run.at(-1)!) : [];
  self.postMessage({ ticket, plan, nights } satisfies PlanAnswer);
};
