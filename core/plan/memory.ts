import { MEMBERS } from '../forecast/ensemble.ts';
import { foldPiece, type PieceState } from '../log/piece.ts';
import { HOUR, type Instant } from '../units/quantity.ts';
import type { PieceCase } from './case.ts';
import { courseLater, courseOf, type Course } from './course.ts';
import { planAlong, planAt, type Effort, type PiecePlan, type WhatIf } from './plan.ts';

/** Plans a piece, however it is done. */
export type PlanOf = (given: PieceCase, now: Instant, whatIf?: WhatIf, effort?: Effort) => PiecePlan | null;

/** A course is carried on no longer than this: what it has on record grows. */
const CARRIED_ON = 6 * HOUR;

/**
 * A planner that remembers where the walls of the last pieces stood. Where nothing that a piece's course rests on has
 * changed, its walls are only carried on, or only looked ahead from.
 * @param pieces how many are remembered; those not asked for longest are forgotten first
 */
export function rememberingPlanner(pieces: number): PlanOf {
  const known = new Map<string, { key: string; from: Instant; course: Course }>();

  const recall = (piece: PieceState, given: PieceCase, at: Instant, members: number): Course => {
    const key = JSON.stringify([given, members]);
    const last = known.get(piece.id);
    known.delete(piece.id);
    const goesOn =
      last?.key === key &&
      at >= last.course.at &&
      at - last.from < CARRIED_ON &&
      piece.lastAt <= last.course.at;
    const course = goesOn ? courseLater(last.course, piece, given, at) : courseOf(piece, given, at, members);
    known.set(piece.id, { key, from: goesOn ? last.from : at, course });
    if (known.size > pieces) known.delete(known.keys().next().value!);
    return course;
  };

  return (given, now, whatIf, effort = {}) => {
    const piece = foldPiece(given.pieceId, given.entries);
    if (!piece) return null;
    const course = recall(piece, given, planAt(piece, now), effort.members ?? MEMBERS);
    return planAlong(course, piece, given, whatIf, effort);
  };
}
