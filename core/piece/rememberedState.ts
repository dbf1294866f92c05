import type { Entry } from '../log/entry.ts';
import type { PieceState } from '../log/piece.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import type { PlanInput } from './planInput.ts';
import { estimateLater, estimateNow, type StateEstimate } from './stateEstimate.ts';

/** A believed is carried on no longer than this: what it has on record grows. */
const CARRIED_ON = DAY;

/** What a believed rests on besides the entries that came later. */
interface Remembered {
  key: string;
  entries: readonly Entry[];
  from: Instant;
  believed: StateEstimate;
}

/** Whether entries are those of before, and some that came later and leave what was made as it is. */
const goOn = (before: readonly Entry[], entries: readonly Entry[]): boolean =>
  before.every(({ id }, i) => entries[i]?.id === id) &&
  entries.slice(before.length).every(({ kind }) => kind !== 'piece.made' && kind !== 'piece.corrected');

/** The walls of a piece as they are believed to be, however that is found. */
export type StateOf = (piece: PieceState, facts: PlanInput, at: Instant, members: number) => StateEstimate;

/**
 * Remembers where the walls of the last pieces stood. Where nothing that a piece's believed rests on has changed but for what
 * was logged since, its walls are only carried on, or given as they are.
 * @param pieces how many are remembered; those not asked for longest are forgotten first
 */
export function rememberedStates(pieces: number): StateOf {
  const known = new Map<string, Remembered>();
  return (piece, facts, at, members) => {
    // the walls do not rest on how fast hands are
    const { entries, paces: _hands, ...rest } = facts;
    const key = JSON.stringify([rest, members]);
    const last = known.get(piece.id);
    known.delete(piece.id);
    const mayGoOn =
      last?.key === key &&
      at >= last.believed.at &&
      at - last.from < CARRIED_ON &&
      goOn(last.entries, entries);
    const carried = mayGoOn ? estimateLater(last.believed, piece, facts, at) : null;
    const believed = carried ?? estimateNow(piece, facts, at, members);
    known.set(piece.id, { key, entries, from: carried ? last!.from : at, believed });
    if (known.size > pieces) known.delete(known.keys().next().value!);
    return believed;
  };
}
