import { setImmediate as turn } from 'node:timers/promises';
import PQueue from 'p-queue';

/** Writes and questions to the one database, one after another: what people wait for goes first. */
export interface Turns {
  /** What somebody logs. */
  first: <T>(work: () => Promise<T>) => Promise<T>;
  /** What a view asks. */
  then: <T>(work: () => Promise<T>) => Promise<T>;
  /** What nobody waits for; each turn of it should be short. */
  last: <T>(work: () => Promise<T>) => Promise<T>;
  idle: () => Promise<void>;
}

export function createTurns(): Turns {
  const queue = new PQueue({ concurrency: 1 });
  const at =
    (priority: number) =>
    <T>(work: () => Promise<T>): Promise<T> =>
      queue.add(work, { priority });
  const last = at(0);
  return {
    first: at(2),
    then: at(1),
    // the database works on this thread and answers within one round of the loop: requests come in between
    last: (work) => turn().then(() => last(work)),
    idle: () => queue.onIdle(),
  };
}
