import { expose } from 'comlink';
import { explain, type Explained } from '../../core/fault/explain.ts';
import { historyOf, type PieceHistory } from '../../core/fault/history.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Instant } from '../../core/units/quantity.ts';

export interface RecordTask {
  facts: PlanInput;
  faults: string[];
  now: Instant;
}

/** The record of a piece read off its walls, and what its faults may come of. */
export interface RecordRead {
  history: PieceHistory | null;
  why: { fault: string; causes: Explained[] }[];
}

/** Reads a piece's record, and what went wrong with it, off the main thread. */
const offered = {
  read({ facts, faults, now }: RecordTask): RecordRead {
    const history = historyOf(facts, now);
    const why = faults.map((fault) => ({ fault, causes: history ? explain(fault, history) : [] }));
    return { history, why };
  },
};

export type RecordsHere = typeof offered;
expose(offered);
