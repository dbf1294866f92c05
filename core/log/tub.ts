import { measuredGravity } from '../slip/density.ts';
import { thickened, watered } from '../slip/correct.ts';
import type { Instant } from '../units/quantity.ts';
import type { Entry, TubMade } from './entry.ts';
import { instantOf } from './piece.ts';

/** What a tub's log says of it. */
export interface TubState {
  id: string;
  made: TubMade;
  madeAt: Instant;
  /** What should be in it by the log, m³. */
  volumeM3: number;
  measurements: { at: Instant; specificGravity: number; entryId: string }[];
  /** SG now by the log: the last measured, moved by what was added since; null before the first measurement. */
  specificGravity: number | null;
  /** When the last measurement was taken; null where something was added since, or never measured. */
  measuredAt: Instant | null;
  discardedAt: Instant | null;
  lastAt: Instant;
}

/** The state of a tub from its standing entries in order; null before it was made. */
export function foldTub(id: string, entries: readonly Entry[]): TubState | null {
  const made = entries.find((entry) => entry.kind === 'tub.made');
  if (made?.kind !== 'tub.made') return null;
  const state: TubState = {
    id,
    made: made.body,
    madeAt: instantOf(made),
    volumeM3: made.body.volumeM3,
    measurements: [],
    specificGravity: null,
    measuredAt: null,
    discardedAt: null,
    lastAt: instantOf(made),
  };
  for (const entry of entries) {
    state.lastAt = Math.max(state.lastAt, instantOf(entry));
    apply(state, entry);
  }
  return state;
}

function apply(state: TubState, entry: Entry): void {
  const { grainDensity } = state.made;
  switch (entry.kind) {
    case 'tub.measured': {
      const gravity = measuredGravity(entry.body);
      if (!gravity.ok) return;
      state.specificGravity = gravity.value;
      state.measuredAt = instantOf(entry);
      state.measurements.push({ at: instantOf(entry), specificGravity: gravity.value, entryId: entry.id });
      if (entry.body.levelM3 !== null) state.volumeM3 = entry.body.levelM3;
      return;
    }
    case 'tub.watered':
      if (state.specificGravity !== null) {
        state.specificGravity = watered(state.volumeM3, state.specificGravity, entry.body.volumeM3);
      }
      state.volumeM3 += entry.body.volumeM3;
      state.measuredAt = null;
      return;
    case 'tub.thickened':
      if (state.specificGravity !== null) {
        state.specificGravity = thickened(
          state.volumeM3,
          state.specificGravity,
          entry.body.dryKg,
          grainDensity,
        );
      }
      state.volumeM3 += entry.body.dryKg / grainDensity;
      state.measuredAt = null;
      return;
    case 'tub.used':
      state.volumeM3 = Math.max(0, state.volumeM3 - entry.body.volumeM3);
      return;
    case 'tub.discarded':
      state.discardedAt = instantOf(entry);
  }
}
