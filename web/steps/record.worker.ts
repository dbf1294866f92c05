import { explain } from '../../core/fault/explain.ts';
import { historyOf } from '../../core/fault/history.ts';
import type { RecordRead, RecordTask } from './useRecord.ts';

/** Reads a piece's record, and what went wrong with it, off the main thread. */
self.onmessage = ({ data: { facts, faults, now } }: MessageEvent<RecordTask>) => {
  const history = historyOf(facts, now);
  const why = faults.map((fault) => ({ fault, causes: history ? explain(fault, history) : [] }));
  self.postMessage({ history, why } satisfies RecordRead);
};
