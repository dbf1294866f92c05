import { MEMBERS } from '../forecast/ensemble.ts';
import { foldPiece, type PieceState } from '../log/piece.ts';
import type { Entry } from '../log/entry.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import { estimateLater, estimateNow, type StateEstimate } from '../piece/stateEstimate.ts';
import type { PlanInput } from '../piece/planInput.ts';
import type { Told } from './told.ts';
import { planAt, planFrom, type Effort, type PiecePlan, type WhatIf } from './plan.ts';

/** Plans a piece, however it is done. */
export type PlanOf = (
  facts: PlanInput,
  now: Instant,
  whatIf?: WhatIf,
  effort?: Effort,
  told?: readonly Told[],
) => PiecePlan | null;

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

/**
 * A planner that remembers where the walls of the last pieces stood. Where nothing that a piece's believed rests on has
 * changed but for what was logged since, its walls are only carried on, or only looked ahead from.
 * @param pieces how many are remembered; those not asked for longest are forgotten first
 */
export function cachedPlanner(pieces: number): PlanOf {
  const known = new Map<string, Remembered>();

  const recall = (piece: PieceState, facts: PlanInput, at: Instant, members: number): StateEstimate => {
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

  return (facts, now, whatIf, effort = {}, told = []) => {
    const piece = foldPiece(facts.pieceId, facts.entries);
    if (!piece) return null;
    const believed = recall(piece, facts, planAt(piece, now), effort.members ?? MEMBERS);
    return planFrom(believed, piece, facts, whatIf, effort, told);
  };
}
