import type { KeptPlan } from '../../core/plan/keptPlan.ts';
import { movedSince, type Moved } from '../../core/plan/moved.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** Of the air that was measured, and of what was learned. */
export interface Marks {
  airMark: string;
  priorMark: string;
}

export const sameMarks = (a: Marks, b: Marks): boolean =>
  a.airMark === b.airMark && a.priorMark === b.priorMark;

/** The last full answer about a piece, as it is kept over restarts. */
export interface CachedPlan extends KeptPlan, Marks {
  logMark: string;
  moved: Moved | null;
}

/** How near the next thing of a piece is, to come or gone by, ms, as it was worked out last. */
export function howNear({ answers: { next } }: CachedPlan, now: Instant): number {
  const moments = [next?.wait?.to, next?.opens, next?.closes].filter((at) => at != null);
  return Math.min(Number.MAX_SAFE_INTEGER, ...moments.map((at) => Math.abs(at - now)));
}

/** How the next window of a piece moved since it was worked out last, of which the log is the same. */
export function movedFrom(
  before: CachedPlan,
  marks: Marks,
  { answers }: KeptPlan,
  now: Instant,
): Moved | null {
  const why =
    before.priorMark !== marks.priorMark ? 'learned' : before.airMark !== marks.airMark ? 'measured' : null;
  return movedSince({ next: before.answers.next, moved: before.moved }, answers.next, why, now);
}
