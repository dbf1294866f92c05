/** What somebody looks at, what a list waits for, and what may wait. */
const urgencies = ['looked-at', 'pressing', 'behind'] as const;
export type Urgency = (typeof urgencies)[number];

/** Work that is done a few things at a time, the pressing first. */
export interface KeyedPriorityQueue {
  /**
   * Asks for work on something. What waits for its turn is asked for once however often, and what is at it is joined
   * where its mark is the same.
   * @param mark of what the work rests on
   */
  ask: (key: string, mark: string, urgency: Urgency, work: () => Promise<void>) => Promise<void>;
  /** Ends when nothing is asked for. */
  idle: () => Promise<void>;
}

interface Asked {
  mark: string;
  urgency: Urgency;
  work: () => Promise<void>;
  done: Promise<void>;
  end: () => void;
}

/**
 * @param failed is told what a piece of work threw
 * @param lanes so many things are worked on at once, each key by one of them
 */
export function createKeyedPriorityQueue(
  failed: (key: string, error: unknown) => void,
  lanes = 1,
): KeyedPriorityQueue {
  const waiting = new Map<string, Asked>();
  const atWork = new Map<string, Asked>();
  const running = new Set<Promise<void>>();
  let taken = 0;

  const next = () =>
    urgencies
      .map((of) => [...waiting].find(([key, { urgency }]) => urgency === of && !atWork.has(key)))
      .find((first) => first !== undefined);

  const run = async (): Promise<void> => {
    for (let first = next(); first; first = next()) {
      const [key, asked] = first;
      waiting.delete(key);
      atWork.set(key, asked);
      await asked
        .work()
        .catch((error: unknown) => failed(key, error))
        .catch((error: unknown) => console.error(`What failed could not be told: ${String(error)}`));
      atWork.delete(key);
      asked.end();
    }
    // at once: what is asked for by those just told that theirs is done must begin a run of its own
    taken -= 1;
  };

  const begin = () => {
    taken += 1;
    const lane: Promise<void> = Promise.resolve()
      .then(run)
      .finally(() => running.delete(lane));
    running.add(lane);
  };

  return {
    ask: (key, mark, urgency, work) => {
      const atIt = atWork.get(key);
      if (atIt?.mark === mark) return atIt.done;
      const already = waiting.get(key);
      if (already) {
        Object.assign(already, { mark, work, urgency: moreUrgent(already.urgency, urgency) });
        return already.done;
      }
      let end = () => {};
      const done = new Promise<void>((resolve) => (end = resolve));
      waiting.set(key, { mark, urgency, work, done, end });
      if (taken < lanes) begin();
      return done;
    },
    idle: async () => {
      while (running.size > 0) await Promise.all(running);
    },
  };
}

const moreUrgent = (a: Urgency, b: Urgency): Urgency => (urgencies.indexOf(a) < urgencies.indexOf(b) ? a : b);
