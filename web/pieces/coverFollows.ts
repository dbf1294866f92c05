import { useEffect, useState } from 'react';
import { covers, type Cover } from '../../core/drying/face.ts';
import { followsOf, type Follows } from '../../core/plan/follows.ts';
import type { PieceFacts } from '../../core/piece/facts.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { planInWorker } from './usePlan.ts';

/** What follows under each cover, as far as it is worked out; null where nothing is left to do. */
export type CoverFollows = Partial<Record<Cover, Follows | null>>;

/** The likeliest wall tells it: few members are enough. */
const effort = { members: 2 };

/** What follows for a piece if it is covered in each way from now on, one after another in the worker. */
export function useCoverFollows(given: PieceFacts | null, now: Instant): CoverFollows {
  const [follows, setFollows] = useState<CoverFollows>({});
  // as of when it was asked for first
  const [asked] = useState({ given, now });
  useEffect(() => {
    const { given, now } = asked;
    if (!given || given.entries.length === 0) return;
    let stopped = false;
    const ask = async () => {
      for (const { cover } of covers) {
        const { plan } = await planInWorker({ given, now, whatIf: { covers: [{ at: now, cover }] }, effort });
        if (stopped) return;
        if (plan) setFollows((before) => ({ ...before, [cover]: followsOf(plan.gates) }));
      }
    };
    void ask();
    return () => {
      stopped = true;
    };
  }, [asked]);
  return follows;
}
