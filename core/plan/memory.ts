import { MEMBERS } from '../forecast/ensemble.ts';
import { foldPiece, type PieceState } from '../log/piece.ts';
import { HOUR, type Instant } from '../units/quantity.ts';
import { believedLater, believedNow, type Believed } from '../piece/believed.ts';
import type { PieceFacts } from '../piece/facts.ts';
import { planAt, planFrom, type Effort, type PiecePlan, type WhatIf } from './plan.ts';

/** Plans a piece, however it is done. */
export type PlanOf = (facts: PieceFacts, now: Instant, whatIf?: WhatIf, effort?: Effort) => PiecePlan | null;

/** A believed is carried on no longer than this: what it has on record grows. */
const CARRIED_ON = 6 * HOUR;

/**
 * A planner that remembers where the walls of the last pieces stood. Where nothing that a piece's believed rests on has
 * changed, its walls are only carried on, or only looked ahead from.
 * @param pieces how many are remembered; those not asked for longest are forgotten first
 */
export function rememberingPlanner(pieces: number): PlanOf {
  const known = new Map<string, { key: string; from: Instant; believed: Believed }>();

  const recall = (piece: PieceState, facts: PieceFacts, at: Instant, members: number): Believed => {
    const key = JSON.stringify([facts, members]);
    const last = known.get(piece.id);
    known.delete(piece.id);
    const goesOn =
      last?.key === key &&
      at >= last.believed.at &&
      at - last.from < CARRIED_ON &&
      piece.lastAt <= last.believed.at;
    const believed = goesOn
      ? believedLater(last.believed, piece, facts, at)
      : believedNow(piece, facts, at, members);
    known.set(piece.id, { key, from: goesOn ? last.from : at, believed });
    if (known.size > pieces) known.delete(known.keys().next().value!);
    return believed;
  };

  return (facts, now, whatIf, effort = {}) => {
    const piece = foldPiece(facts.pieceId, facts.entries);
    if (!piece) return null;
    const believed = recall(piece, facts, planAt(piece, now), effort.members ?? MEMBERS);
    return planFrom(believed, piece, facts, whatIf, effort);
  };
}
