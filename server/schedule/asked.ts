import type { Possible } from '../../core/schedule/relax.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Hours } from '../../core/time/hours.ts';
import type { Instant } from '../../core/units/quantity.ts';
import type { Ahead } from '../planning/ahead.ts';
import type { Scheduler } from './scheduler.ts';

/** What is asked of single pieces beside a plan; each is worked out once. */
export interface Asked {
  possible: (id: string, plan: WeekPlan, now: Instant) => Promise<Possible | null>;
  /** Forgets what was asked beside another plan. */
  forget: () => void;
}

export function createAsked({
  ahead,
  hours,
  scheduler,
}: {
  ahead: (now: Instant) => Ahead;
  hours: () => Hours;
  scheduler: Scheduler;
}): Asked {
  const known = new Map<string, Promise<Possible | null>>();
  const workOut = async (id: string, plan: WeekPlan, now: Instant): Promise<Possible | null> => {
    if (!plan.pieces.some(({ pieceId }) => pieceId === id)) return null;
    const pieces = await ahead(now).inputs();
    return scheduler.possible({ pieces, pieceId: id, plan, hours: hours(), now });
  };
  return {
    possible: (id, plan, now) => {
      const found = known.get(id) ?? workOut(id, plan, now);
      known.set(id, found);
      // what failed is asked again
      found.catch(() => known.delete(id));
      return found;
    },
    forget: () => known.clear(),
  };
}
