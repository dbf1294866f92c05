import type { WeekAnswer } from '../../api/index.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Hours } from '../../core/time/hours.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import type { AnswerCache } from '../files/answerCache.ts';
import type { Plans } from '../planning/plans.ts';
import type { Scheduler } from './scheduler.ts';

/** A plan of the coming days, made anew whenever it is asked for and rests on what is no more so. */
export interface Weeks {
  answer: (now: Instant) => WeekAnswer;
  /** Gives up what is being made. */
  close: () => void;
}

/** A plan and the mark of what it rests on. */
export interface KeptWeek {
  plan: WeekPlan;
  mark: string;
}

interface WeekParts {
  plans: Pick<Plans, 'ahead'>;
  hours: () => Hours;
  scheduler: Scheduler;
  kept: AnswerCache<KeptWeek>;
}

/** What is planned with nobody there holds so long. */
const HOLDS = 12 * HOUR;
/** So many pieces are planned at once; of more, those that were made last. */
const MOST_PIECES = 120;

export function createWeeks({ plans, hours, scheduler, kept }: WeekParts): Weeks {
  let last: KeptWeek | null = kept.read()?.['week'] ?? null;
  let making: { mark: string; share: number; stop: AbortController } | null = null;
  /** What could not be planned, and why. */
  let failed: { mark: string; message: string } | null = null;

  const make = async (
    mark: string,
    inputs: () => ReturnType<ReturnType<Plans['ahead']>['inputs']>,
    now: Instant,
  ) => {
    const stop = new AbortController();
    const mine = { mark, share: 0, stop };
    making = mine;
    try {
      const pieces = (await inputs()).slice(-MOST_PIECES);
      const plan = await scheduler(
        { pieces, hours: hours(), now, before: last?.plan ?? null },
        { signal: stop.signal, onStep: (share) => (mine.share = share) },
      );
      if (!plan) return;
      failed = null;
      last = { plan, mark };
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

  return {
    answer: (now) => {
      const { mark, inputs } = plans.ahead(now);
      const known = last?.mark === mark;
      const isCurrent = known && holds(last!.plan, now);
      if (making && making.mark !== mark) {
        making.stop.abort();
        making = null;
      }
      if (!isCurrent && !making && failed?.mark !== mark)
        make(mark, inputs, now).catch((error: unknown) => console.error(`Weeks: ${String(error)}`));
      return {
        plan: last?.plan ?? null,
        current: isCurrent,
        working: making?.share ?? null,
        trouble: failed?.mark === mark ? failed.message : null,
      };
    },
    close: () => {
      making?.stop.abort();
      kept.settle();
    },
  };
}

/** Whether a plan is still one of what is to come: its first session is not over. */
const holds = ({ at, sessions }: WeekPlan, now: Instant): boolean =>
  now >= at && now < (sessions[0]?.to ?? at + HOLDS);
