import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import { schedulerHere, type WeekTask } from './scheduler.ts';

const plan = schedulerHere();

/** Plans a week off the server's thread. */
export default async function planned({ input, port, stop }: WeekTask): Promise<WeekPlan | null> {
  const asked = new AbortController();
  try {
    return await plan(input, {
      signal: asked.signal,
      onStep: (share) => {
        if (Atomics.load(stop, 0) === 1) asked.abort();
        port.postMessage(share);
      },
    });
  } finally {
    port.close();
  }
}
