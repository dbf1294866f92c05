/** What somebody looks at, what a list waits for, and what may wait. */
const urgencies = ['looked-at', 'pressing', 'behind'] as const;
export type Urgency = (typeof urgencies)[number];

/** Work that is done one thing at a time, the pressing first. */
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

/** @param failed is told what a piece of work threw */
export function createKeyedPriorityQueue(failed: (key: string, error: unknown) => void): KeyedPriorityQueue {
  const waiting = new Map<string, Asked>();
  let atIt: { key: string; asked: Asked } | null = null;
  let running: Promise<void> | null = null;

  const next = () =>
    urgencies
      .map((of) => [...waiting].find(([, { urgency }]) => urgency === of))
      .find((first) => first !== undefined);

  const run = async (): Promise<void> => {
    for (let first = next(); first; first = next()) {
      const [key, asked] = first;
      waiting.delete(key);
      atIt = { key, asked };
      await asked
        .work()
        .catch((error: unknown) => failed(key, error))
        .catch((error: unknown) => console.error(`What failed could not be told: ${String(error)}`));
      atIt = null;
      asked.end();
    }
    // at once: what is asked for by those just told that theirs is done must begin a run of its own
    running = null;
  };

  return {
    ask: (key, mark, urgency, work) => {
      if (atIt?.key === key && atIt.asked.mark === mark) return atIt.asked.done;
      const already = waiting.get(key);
      if (already) {
        Object.assign(already, { mark, work, urgency: moreUrgent(already.urgency, urgency) });
        return already.done;
      }
      let end = () => {};
      const done = new Promise<void>((resolve) => (end = resolve));
      waiting.set(key, { mark, urgency, work, done, end });
      running ??= Promise.resolve().then(run);
      return done;
    },
    idle: async () => {
      while (running) await running;
    },
  };
}

const moreUrgent = (a: Urgency, b: Urgency): Urgency => (urgencies.indexOf(a) < urgencies.indexOf(b) ? a : b);
