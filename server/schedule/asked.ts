import type { WhatIfAnswer } from '../../api/index.ts';
import type { EntryBodies } from '../../core/log/entry.ts';
import { changeOf } from '../../core/schedule/changed.ts';
import type { Possible } from '../../core/schedule/relax.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Hours } from '../../core/time/hours.ts';
import type { Instant } from '../../core/units/quantity.ts';
import type { Ahead } from '../planning/ahead.ts';
import type { Clock } from '../time/clock.ts';
import type { Scheduler } from './scheduler.ts';

/** What is asked beside a plan; each is worked out once, and nothing of it is kept. */
export interface Asked {
  /**
   * Whether a piece, or some that are to be made for a group, can be done as is asked, and what would make it possible; null
   * where nothing is planned of it.
   */
  possible: (id: string) => Promise<Possible | null>;
  /** What becomes of the plan if a day is otherwise; null while there is none, or where it was given up. */
  whatIf: (day: EntryBodies['studio.day']) => Promise<WhatIfAnswer['whatIf']>;
  /** Forgets what was asked beside another plan. */
  forget: () => void;
}

export function createAsked({
  ahead,
  hours,
  clock,
  scheduler,
  planNow,
}: {
  ahead: (now: Instant) => Ahead;
  hours: () => Hours;
  clock: Clock;
  scheduler: Scheduler;
  /** The plan that all is asked beside; null while there is none. */
  planNow: () => WeekPlan | null;
}): Asked {
  const known = new Map<string, Promise<unknown>>();
  const once = <T>(name: string, workOut: () => Promise<T>): Promise<T> => {
    const found = (known.get(name) as Promise<T> | undefined) ?? workOut();
    known.set(name, found);
    // what failed is asked again
    found.catch(() => known.delete(name));
    return found;
  };
  return {
    possible: (id) =>
      once(id, async () => {
        const [plan, now] = [planNow(), clock.now()];
        if (!plan?.pieces.some(({ pieceId }) => pieceId === id)) return null;
        const pieces = await ahead(now).inputs();
        return scheduler.possible({ pieces, pieceId: id, plan, hours: hours(), now });
      }),
    whatIf: (day) =>
      once(JSON.stringify(day), async () => {
        const [plan, now] = [planNow(), clock.now()];
        if (!plan) return null;
        const pieces = await ahead(now).inputs();
        const then = await scheduler.week({
          ...{ pieces, hours: withDay(hours(), day), now, before: plan, trial: true },
        });
        return then && { change: changeOf(plan, then, []), less: lessIn(plan, then) };
      }),
    forget: () => known.clear(),
  };
}

/** Hours with one day otherwise, or as every week. */
function withDay(hours: Hours, { date, spells }: EntryBodies['studio.day']): Hours {
  const { [date]: _before, ...others } = hours.days ?? {};
  return { ...hours, days: spells === null ? others : { ...others, [date]: spells } };
}

function lessIn(before: WeekPlan, after: WeekPlan): string[] {
  const steps = ({ pieces }: WeekPlan, id: string) =>
    pieces
      .filter(({ pieceId }) => pieceId === id)
      .reduce(
        (sum, { tasks, unmade = 1 }) => sum + unmade * tasks.reduce((all, of) => all + of.steps.length, 0),
        0,
      );
  const ids = [...new Set(before.pieces.map(({ pieceId }) => pieceId))];
  return ids.filter((id) => steps(after, id) < steps(before, id));
}
