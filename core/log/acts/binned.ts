import { whyNotInto, type Waste } from '../../slip/bin.ts';
import { problem, type Problem } from '../../units/problem.ts';
import type { BinState } from '../bin.ts';
import { draft, type Draft } from './draft.ts';

/** Clay or rinse water on its way into a bin. */
export interface Binned {
  waste: Waste;
  clayId: string;
  massKg: number;
  /** What it comes from, in words. */
  from: string;
}

/** Why a bin does not take it; null where it does. */
export const binProblem = (
  bin: BinState,
  { waste, clayId }: Pick<Binned, 'waste' | 'clayId'>,
): Problem | null => {
  const refusal = whyNotInto(bin.kind, waste, bin.clayId === null || bin.clayId === clayId);
  return refusal ? problem('wrong-bin', 'bin', refusal.reason) : null;
};

export const intoBin = (bin: BinState, { waste, clayId, massKg, from }: Binned): Draft[] => [
  draft('bin.filled', bin.id, { waste, clayId, massKg, from, override: null }),
];
