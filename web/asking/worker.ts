import { wrap, type Remote } from 'comlink';

/** Work in a worker of its own. */
export interface OwnWork<R> {
  /** Fails where the worker dies. */
  answer: Promise<R>;
  /** Ends the work; its answer never comes. */
  cancel: () => void;
}

/**
 * Has something done by a worker that ends with it.
 * @param work asks what the worker offers
 */
export function inWorkerOfItsOwn<T, R>(worker: Worker, work: (offered: Remote<T>) => Promise<R>): OwnWork<R> {
  const answer = Promise.race([work(wrap<T>(worker)), deathOf(worker)]).finally(() => worker.terminate());
  return { answer, cancel: () => worker.terminate() };
}

/** Fails when a worker dies. */
export const deathOf = (worker: Worker): Promise<never> =>
  new Promise((_resolve, reject) => {
    worker.addEventListener('error', ({ message }) => reject(new Error(message)));
  });
