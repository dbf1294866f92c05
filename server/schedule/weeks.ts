import type { WeekAnswer } from '../../api/index.ts';
import type { Cover } from '../../core/drying/face.ts';
import { coverMeantAt, meantOf, type PieceMeant } from '../../core/schedule/meant.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Hours } from '../../core/time/hours.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import type { AnswerCache } from '../files/answerCache.ts';
import type { Ahead } from '../planning/ahead.ts';
import type { Clock } from '../time/clock.ts';
import type { Scheduler } from './scheduler.ts';

/** A plan of the coming days, made anew whenever it is asked for and rests on what is no more so. */
export interface Weeks {
  answer: () => WeekAnswer;
  /**
   * What the last plan means for a piece; null where something was logged of it since, other than the very cover that it is
   * meant to have.
   */
  meantOf: (pieceId: string, logMark: string, cover: Cover) => PieceMeant | null;
  /** Makes it anew where it must be, once nothing was asked for a while. */
  keepUp: () => void;
  /** Gives up what is being made. */
  close: () => void;
}

/** A plan and the marks of what it rests on. */
export interface KeptWeek {
  plan: WeekPlan;
  mark: string;
  logMarks: Record<string, string>;
}

interface WeekParts {
  ahead: (now: Instant) => Ahead;
  hours: () => Hours;
  clock: Clock;
  scheduler: Scheduler;
  kept: AnswerCache<KeptWeek>;
  /** Whether it keeps up by itself; a computer that is started often has better to do. */
  byItself?: boolean;
}

/** What is planned with nobody there holds so long. */
const HOLDS = 12 * HOUR;
/** So many pieces are planned at once; of more, those that were made last. */
const MOST_PIECES = 120;
/** While hands log one thing after another nothing is planned. */
const QUIET_MS = 5_000;

/** A plan that is being made. */
interface Making {
  mark: string;
  share: number;
  stop: AbortController;
}

export function createWeeks({ ahead, hours, clock, scheduler, kept, byItself = false }: WeekParts): Weeks {
  let last: KeptWeek | null = kept.read()?.['week'] ?? null;
  let making: Making | null = null;
  /** What could not be planned, and why. */
  let failed: { mark: string; message: string } | null = null;
  let quiet: NodeJS.Timeout | null = null;

  const make = async ({ mark, logMarks, inputs }: Ahead, mine: Making, now: Instant): Promise<void> => {
    try {
      const pieces = (await inputs()).slice(-MOST_PIECES);
      const plan = await scheduler(
        { pieces, hours: hours(), now, before: last?.plan ?? null },
        { signal: mine.stop.signal, onStep: (share) => (mine.share = share) },
      );
      if (!plan) return;
      failed = null;
      last = { plan, mark, logMarks };
      kept.write(() => [['week', last!]]);
    } catch (error) {
      console.error(`The week could not be planned: ${String(error)}`);
      failed = {
        mark,
        message: 'The plan could not be worked out: what is shown is the last that could be.',
      };
    } finally {
      if (making === mine) making = null;
    }
  };

  /** Begins to make it anew where it must be. @returns whether it need not */
  const isCurrent = (of: Ahead, now: Instant): boolean => {
    if (last && last.mark === of.mark && holds(last.plan, now)) return true;
    if (making?.mark === of.mark || failed?.mark === of.mark) return false;
    making?.stop.abort();
    making = { mark: of.mark, share: 0, stop: new AbortController() };
    make(of, making, now).catch((error: unknown) => console.error(`Weeks: ${String(error)}`));
    return false;
  };

  return {
    answer: () => {
      const now = clock.now();
      const of = ahead(now);
      const current = isCurrent(of, now);
      return {
        plan: last?.plan ?? null,
        current,
        working: making?.share ?? null,
        trouble: failed && failed.mark === of.mark ? failed.message : null,
      };
    },
    meantOf: (pieceId, logMark, cover) => {
      const known = last?.logMarks[pieceId];
      if (!last || known === undefined) return null;
      const meant = meantOf(
        last.plan,
        last.plan.pieces.find((of) => of.pieceId === pieceId),
      );
      const now = clock.now();
      const asMeant = meant.covers.some(({ at }) => at <= now) && cover === coverMeantAt(meant, now, cover);
      return known === logMark || asMeant ? meant : null;
    },
    keepUp: () => {
      if (!byItself) return;
      if (quiet) clearTimeout(quiet);
      quiet = setTimeout(() => {
        const now = clock.now();
        isCurrent(ahead(now), now);
      }, QUIET_MS).unref();
    },
    close: () => {
      if (quiet) clearTimeout(quiet);
      making?.stop.abort();
      kept.settle();
    },
  };
}

/** Whether a plan is still one of what is to come: its first session is not over. */
const holds = ({ at, sessions }: WeekPlan, now: Instant): boolean =>
  now >= at && now < (sessions[0]?.to ?? at + HOLDS);
