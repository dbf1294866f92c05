import { explain } from '../../core/fault/explain.ts';
import { historyOf } from '../../core/fault/history.ts';
import type { WhyAnswer, WhyTask } from './useWhy.ts';

/** Reads a piece's record for what went wrong with it, off the main thread. */
self.onmessage = ({ data: { facts, faults, now } }: MessageEvent<WhyTask>) => {
  const history = historyOf(facts, now);
  const answer: WhyAnswer = faults.map((fault) => ({
    fault,
    causes: history ? explain(fault, history) : [],
  }));
  self.postMessage(answer);
};
