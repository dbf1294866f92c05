import type { Response } from 'express';

/** An answer of JSON that is worked out once for all who ask for the same at the same time. */
export type Together = (response: Response, question: string, answer: () => unknown) => Promise<void>;

/** @param revision changes with everything that is logged: what was asked before is not given to who asks after */
export function together(revision: () => number): Together {
  const open = new Map<string, Promise<string>>();
  return async (response, question, answer) => {
    const key = `${revision()} ${question}`;
    let running = open.get(key);
    if (!running) {
      running = (async () => JSON.stringify(await answer()))().finally(() => open.delete(key));
      open.set(key, running);
    }
    response.type('json').send(await running);
  };
}
