import type { WeekAnswer } from '../../api/index.ts';
import type { Cover } from '../../core/drying/face.ts';
import { coverMeantAt, meantOf, type PieceMeant } from '../../core/schedule/meant.ts';
import {
  changeOf,
  plannedAgainstDone,
  toldBy,
  type PlanChange,
  type StepStands,
  type ToldTask,
} from '../../core/schedule/changed.ts';
import { makingsOf, type MakingMeant } from '../../core/schedule/making.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Hours } from '../../core/time/hours.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import type { AnswerCache } from '../files/answerCache.ts';
import type { Ahead } from '../planning/ahead.ts';
import type { Clock } from '../time/clock.ts';
import { createAsked, type Asked } from './asked.ts';
import type { Scheduler } from './scheduler.ts';

/** A plan of the coming days, made anew whenever it is asked for and rests on what is no more so. */
export interface Weeks extends Pick<Asked, 'possible' | 'whatIf'> {
  answer: () => WeekAnswer;
  /**
   * What the last plan means for a piece; null where something was logged of it since, other than the very cover that it is
   * meant to have.
   */
  meantOf: (pieceId: string, logMark: string, cover: Cover) => PieceMeant | null;
  /** What is lost by the last plan if nobody comes, while that session is to come. */
  nobody: () => WeekPlan['nobody'];
  /** What is to be made by the last plan, while there is time for it. */
  makings: () => MakingMeant[];
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
  lastEntries: Record<string, string>;
  /** What it moved, or one before it; null where nothing has moved so far. */
  changed: PlanChange | null;
  /** What was told for sessions that have begun. */
  told: ToldTask[];
  /** Somebody was told of it: what it says is what people know. */
  seen: boolean;
}

interface WeekParts {
  ahead: (now: Instant) => Ahead;
  hours: () => Hours;
  clock: Clock;
  scheduler: Scheduler;
  kept: AnswerCache<KeptWeek>;
  /** How a step of a piece stands by its log. */
  stands: (pieceId: string, key: string) => StepStands;
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

export function createWeeks(parts: WeekParts): Weeks {
  const { ahead, hours, clock, scheduler, kept, stands, byItself = false } = parts;
  let last: KeptWeek | null = kept.read()?.['week'] ?? null;
  let making: Making | null = null;
  /** What could not be planned, and why. */
  let failed: { mark: string; message: string } | null = null;
  let quiet: NodeJS.Timeout | null = null;
  const asked = createAsked({ ahead, hours, clock, scheduler, planNow: () => last?.plan ?? null });

  const make = async (
    { mark, logMarks, lastEntries, inputs }: Ahead,
    mine: Making,
    now: Instant,
  ): Promise<void> => {
    try {
      const pieces = (await inputs()).slice(-MOST_PIECES);
      const plan = await scheduler.week(
        { pieces, hours: hours(), now, before: last?.plan ?? null },
        { signal: mine.stop.signal, onStep: (share) => (mine.share = share) },
      );
      if (!plan) return;
      failed = null;
      last = followed(last, { plan, mark, logMarks, lastEntries }, now);
      asked.forget();
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
    if (of.learns || making?.mark === of.mark || failed?.mark === of.mark) return false;
    making?.stop.abort();
    making = { mark: of.mark, share: 0, stop: new AbortController() };
    make(of, making, now).catch((error: unknown) => console.error(`Weeks: ${String(error)}`));
    return false;
  };

  const { possible, whatIf } = asked;
  return {
    ...{ possible, whatIf },
    answer: () => {
      const now = clock.now();
      const of = ahead(now);
      const current = isCurrent(of, now);
      if (last) last.seen = true;
      return {
        ...toldAt(last, now, stands),
        ...{ current, working: making?.share ?? null, toMake: of.toMake, kilnDays: of.kilnDays },
        trouble: failed?.mark === of.mark ? failed.message : tooManyWords(Object.keys(of.logMarks).length),
      };
    },
    nobody: () => nobodyBy(last, clock.now()),
    makings: () => (last ? makingsOf(last.plan) : []).filter(({ session }) => session.to > clock.now()),
    meantOf: (pieceId, logMark, cover) => last && meantBy(last, { pieceId, logMark, cover }, clock.now()),
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

/** A plan after another: what it moved, and what was told for sessions that have begun. */
function followed(
  before: KeptWeek | null,
  next: Omit<KeptWeek, 'changed' | 'told' | 'seen'>,
  now: Instant,
): KeptWeek {
  if (!before) return { ...next, changed: null, told: [], seen: false };
  const logged = Object.keys(next.lastEntries).filter(
    (id) => before.lastEntries[id] !== next.lastEntries[id],
  );
  const change = changeOf(before.plan, next.plan, logged);
  return {
    ...next,
    seen: false,
    changed: before.seen && change.moved.length > 0 ? change : before.changed,
    told: toldBy(before.told, before.plan, now),
  };
}

/** What a plan means for a piece, while nothing else was logged of it than the cover that it is meant to have. */
function meantBy(
  { plan, logMarks }: KeptWeek,
  { pieceId, logMark, cover }: { pieceId: string; logMark: string; cover: Cover },
  now: Instant,
): PieceMeant | null {
  const known = logMarks[pieceId];
  if (known === undefined) return null;
  const meant = meantOf(
    plan,
    plan.pieces.find((of) => of.pieceId === pieceId),
  );
  const asMeant = meant.covers.some(({ at }) => at <= now) && cover === coverMeantAt(meant, now, cover);
  return known === logMark || asMeant ? meant : null;
}

/** What a plan tells at a moment. */
const toldAt = (
  of: KeptWeek | null,
  now: Instant,
  stands: WeekParts['stands'],
): Pick<WeekAnswer, 'plan' | 'changed' | 'done'> => ({
  plan: of?.plan ?? null,
  changed: of?.changed ?? null,
  done: plannedAgainstDone(of ? toldBy(of.told, of.plan, now) : [], now, stands),
});

const nobodyBy = (of: KeptWeek | null, now: Instant): WeekPlan['nobody'] => {
  const nobody = of?.plan.nobody ?? null;
  return nobody && nobody.session.to > now ? nobody : null;
};

const tooManyWords = (pieces: number): string | null =>
  pieces > MOST_PIECES
    ? `Of ${pieces} pieces the ${MOST_PIECES} made last are planned: log those as finished that are done with.`
    : null;
