import type { Cover } from '../drying/face.ts';
import type { CoverChange } from '../plan/project.ts';
import type { Instant } from '../units/quantity.ts';
import type { PieceWeek, WeekPlan } from './weekPlan.ts';

/** What the plan of the coming days means for one piece. */
export interface PieceMeant {
  /** When that was planned. */
  at: Instant;
  /** How it is covered, from then on. */
  covers: CoverChange[];
  /** The task that comes next, by its first step; null where none has a session. */
  next: { name: string; at: Instant; chance: number } | null;
  /** The first step that no session is found for; null where all have one. */
  unplanned: string | null;
}

/** @param week of the piece; left out where nothing is to be done of it */
export function meantOf({ at }: Pick<WeekPlan, 'at'>, week: PieceWeek | undefined): PieceMeant {
  const [task] = week?.tasks ?? [];
  return {
    at,
    covers: week?.covers ?? [],
    next: task ? { name: task.steps[0]!.name, at: task.at, chance: task.chance } : null,
    unplanned: week?.unplanned?.name ?? null,
  };
}

/** The cover that a piece is meant to have at an instant. */
export const coverMeantAt = (meant: PieceMeant, at: Instant, present: Cover): Cover =>
  meant.covers.findLast((change) => change.at <= at)?.cover ?? present;

/** The changes that are still to be made: the one that is due already, and those to come. */
export function changesFrom(meant: PieceMeant, present: Cover, now: Instant): CoverChange[] {
  const due = coverMeantAt(meant, now, present);
  const coming = meant.covers.filter(({ at }) => at > now);
  return due === present ? coming : [{ at: now, cover: due }, ...coming];
}

/** Whether no session is found for what comes next. */
export const isWithoutSession = ({ next, unplanned }: PieceMeant): boolean =>
  next === null && unplanned !== null;
