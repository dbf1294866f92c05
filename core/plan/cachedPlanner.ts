import { MEMBERS } from '../forecast/ensemble.ts';
import { foldPiece } from '../log/piece.ts';
import type { Instant } from '../units/quantity.ts';
import { rememberedStates } from '../piece/rememberedState.ts';
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

/**
 * A planner that remembers where the walls of the last pieces stood: they are only carried on, or only looked ahead from.
 * @param pieces how many are remembered
 */
export function cachedPlanner(pieces: number): PlanOf {
  const stateOf = rememberedStates(pieces);
  return (facts, now, whatIf, effort = {}, told = []) => {
    const piece = foldPiece(facts.pieceId, facts.entries);
    if (!piece) return null;
    const believed = stateOf(piece, facts, planAt(piece, now), effort.members ?? MEMBERS);
    return planFrom(believed, piece, facts, whatIf, effort, told);
  };
}
