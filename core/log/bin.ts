import type { BinKind, Waste } from '../slip/bin.ts';
import type { Instant } from '../units/quantity.ts';
import type { Entry } from './entry.ts';
import { instantOf } from '../time/moment.ts';

/** A bin for waste or reclaim, and what has gone into it since it was last emptied. */
export interface BinState {
  id: string;
  name: string;
  kind: BinKind;
  clayId: string | null;
  massKg: number;
  holds: {
    at: Instant;
    waste: Waste;
    clayId: string | null;
    massKg: number;
    from: string;
    override: string | null;
  }[];
  emptiedAt: Instant | null;
}

/** The state of a bin from its standing entries in order; null before it was set up. */
export function foldBin(id: string, entries: readonly Entry[]): BinState | null {
  let state: BinState | null = null;
  for (const entry of entries) {
    const at = instantOf(entry);
    if (entry.kind === 'bin.set') {
      const begun: BinState = state ?? { id, ...entry.body, massKg: 0, holds: [], emptiedAt: null };
      state = { ...begun, ...entry.body };
    }
    if (!state) continue;
    if (entry.kind === 'bin.filled') {
      state.massKg += entry.body.massKg;
      state.holds.push({ at, ...entry.body });
    }
    if (entry.kind === 'bin.emptied') state = { ...state, massKg: 0, holds: [], emptiedAt: at };
  }
  return state;
}
