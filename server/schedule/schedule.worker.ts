import type { Possible } from '../../core/schedule/relax.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import { schedulerHere, type ScheduleTask } from './scheduler.ts';

const scheduler = schedulerHere();

/** Plans off the server's thread. */
export default async function planned(task: ScheduleTask): Promise<WeekPlan | Possible | null> {
  const { port, stop } = task;
  const asked = new AbortController();
  const watching = {
    signal: asked.signal,
    onStep: (share: number) => {
      if (Atomics.load(stop, 0) === 1) asked.abort();
      port.postMessage(share);
    },
  };
  try {
    return task.asks === 'week'
      ? await scheduler.week(task.input, watching)
      : await scheduler.possible(task.input, watching);
  } finally {
    port.close();
  }
}
