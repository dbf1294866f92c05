import type { Cover } from '../drying/face.ts';
import type { CoverChange } from '../plan/project.ts';
import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import type { PieceWeek, WeekPlan } from './weekPlan.ts';

/** The task that comes next of a piece, by its first step. */
export interface TaskMeant {
  key: string;
  name: string;
  /** About when, and in which session. */
  at: Instant;
  session: Spell;
  chance: number;
  /** How the piece is covered once it is done, or as hands leave; null where it stays as it is. */
  leaves: Cover | null;
}

/** What the plan of the coming days means for one piece. */
export interface PieceMeant {
  /** When that was planned. */
  at: Instant;
  /** How it is covered, from then on. */
  covers: CoverChange[];
  /** The task that comes next; null where none has a session. */
  next: TaskMeant | null;
  /** The first step that no session is found for; null where all have one. */
  unplanned: string | null;
  /** When it is wanted dry, and the chance of that; null where nobody asks. */
  due: PieceWeek['due'];
  /** Until when its next task may wait, beside all that is meant for others; null where it may not. */
  mayWait: Instant | null;
}

/** @param week of the piece; left out where nothing is to be done of it */
export function meantOf({ at }: Pick<WeekPlan, 'at'>, week: PieceWeek | undefined): PieceMeant {
  const [task] = week?.tasks ?? [];
  const leaves = week?.covers.find(({ at }) => task && at >= task.at && at <= task.session.to);
  return {
    at,
    covers: week?.covers ?? [],
    next: task
      ? {
          ...task.steps[0]!,
          at: task.at,
          session: task.session,
          chance: task.chance,
          leaves: leaves?.cover ?? null,
        }
      : null,
    unplanned: week?.unplanned?.name ?? null,
    due: week?.due ?? null,
    mayWait: week?.mayWait ?? null,
  };
}

/** The cover that a piece is meant to have at an instant. */
export const coverMeantAt = (meant: Pick<PieceMeant, 'covers'>, at: Instant, present: Cover): Cover =>
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
