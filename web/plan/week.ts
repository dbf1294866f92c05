import type { PieceRow } from '../../api/routes.ts';
import type { PieceWeek, WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** A piece in the plan, as lists show it. */
export interface Planned {
  row: PieceRow;
  week: PieceWeek;
}

/** The pieces of a plan that still stand, those first that hands come to first. */
export function plannedPieces(plan: WeekPlan, rows: readonly PieceRow[]): Planned[] {
  const first = ({ tasks }: PieceWeek): Instant => tasks[0]?.at ?? Number.POSITIVE_INFINITY;
  return plan.pieces
    .flatMap((week) => {
      const row = rows.find(({ id, finished }) => id === week.pieceId && !finished);
      return row ? [{ row, week }] : [];
    })
    .sort((a, b) => (first(a.week) < first(b.week) ? -1 : 1));
}
