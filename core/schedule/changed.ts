import type { Spell } from '../time/hours.ts';
import { DAY, MINUTE, type Instant } from '../units/quantity.ts';
import type { PieceWeek, WeekPlan } from './weekPlan.ts';

/** What a new plan has otherwise than the one before. */
export interface PlanChange {
  /** When the one before was made, and the new one. */
  since: Instant;
  at: Instant;
  /** Tasks that are still to be done, now in another session, or in none. */
  moved: { pieceId: string; name: string; from: Spell; to: Spell | null }[];
  /** Pieces of which something was logged since. */
  logged: string[];
}

/**
 * What a new plan moved: tasks that both have, in another session. What was done since, and pieces that are still to be made,
 * are not counted.
 */
export function changeOf(before: WeekPlan, after: WeekPlan, logged: string[]): PlanChange {
  const moved = before.pieces.flatMap((old): PlanChange['moved'] => {
    const now = old.unmade === undefined ? after.pieces.find((of) => of.pieceId === old.pieceId) : undefined;
    return now ? movedOf(old, now) : [];
  });
  return { since: before.at, at: after.at, moved, logged };
}

function movedOf({ pieceId, tasks }: PieceWeek, after: PieceWeek): PlanChange['moved'] {
  return tasks.flatMap(({ steps: [first], session }) => {
    if (!first) return [];
    const { key, name } = first;
    const then = after.tasks.find(({ steps }) => steps.some((step) => step.key === key));
    if (!then && after.unplanned?.key !== key) return [];
    return then?.session.to === session.to
      ? []
      : [{ pieceId, name, from: session, to: then?.session ?? null }];
  });
}

/** A task that was told for a session that has begun. */
export interface ToldTask {
  pieceId: string;
  key: string;
  name: string;
  session: Spell;
}

/** So long told tasks are remembered. */
const REMEMBERED = 30 * DAY;

/** Tasks told so far, with those of a plan whose sessions have begun by now. */
export function toldBy(told: readonly ToldTask[], { pieces }: WeekPlan, now: Instant): ToldTask[] {
  const kept = told.filter(({ session }) => session.to > now - REMEMBERED);
  const known = new Set(kept.map(({ pieceId, key }) => `${pieceId} ${key}`));
  const begun = pieces.flatMap(({ pieceId, tasks, unmade }) =>
    unmade === undefined
      ? tasks.flatMap(({ steps, session }) =>
          session.from <= now && session.to > session.from
            ? steps.map(({ key, name }): ToldTask => ({ pieceId, key, name, session }))
            : [],
        )
      : [],
  );
  return [...kept, ...begun.filter(({ pieceId, key }) => !known.has(`${pieceId} ${key}`))];
}

/** What became of tasks that were told for sessions that are over. */
export interface PlannedAgainstDone {
  /** How many steps were told. */
  told: number;
  /** Done in their session, or at another time. */
  inSession: number;
  otherwise: number;
  /** Left out, or the piece was lost before. */
  leftOut: number;
  /** Still to be done. */
  open: number;
}

/** How a step of a piece stands by its log. */
export type StepStands = { at: Instant; leftOut: boolean } | 'lost' | null;

export function plannedAgainstDone(
  told: readonly ToldTask[],
  now: Instant,
  stands: (pieceId: string, key: string) => StepStands,
): PlannedAgainstDone {
  const found: PlannedAgainstDone = { told: 0, inSession: 0, otherwise: 0, leftOut: 0, open: 0 };
  for (const { pieceId, key, session } of told) {
    if (session.to > now) continue;
    found.told += 1;
    const done = stands(pieceId, key);
    if (done === null) found.open += 1;
    else if (done === 'lost' || done.leftOut) found.leftOut += 1;
    else if (done.at >= session.from - EARLY && done.at <= session.to + EARLY) found.inSession += 1;
    else found.otherwise += 1;
  }
  return found;
}

/** Who comes a little earlier, or stays a little longer, was there in the session. Common practice. */
const EARLY = 30 * MINUTE;
