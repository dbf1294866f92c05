import { useEffect, useState } from 'react';
import { covers, type Cover } from '../../core/drying/face.ts';
import { followsOf, type Follows } from '../../core/plan/follows.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { planInWorker } from './planWorker.ts';

/** Pieces that stand alike: what one of them is worked out from, and how many they are. */
export interface StandingAlike {
  given: PlanInput;
  pieces: number;
}

/** What follows for so many pieces; null where nothing is left to do on them. */
export interface FollowsFor {
  pieces: number;
  then: Follows | null;
}

/** What follows under each cover, as far as it is worked out. */
export type CoverFollows = Partial<Record<Cover, FollowsFor[]>>;

/** The likeliest wall tells it: few members are enough. */
const effort = { members: 2 };

/** What follows if pieces are covered in each way from now on, one after another in the worker; null while they are not known. */
export function useCoverFollows(alike: StandingAlike[] | null, now: Instant): CoverFollows {
  const [follows, setFollows] = useState<CoverFollows>({});
  // as of when they were known first
  const [asked, setAsked] = useState<{ alike: StandingAlike[]; now: Instant } | null>(null);
  if (alike && !asked) setAsked({ alike, now });
  useEffect(() => {
    if (!asked) return;
    let stopped = false;
    const ask = async () => {
      for (const { given, pieces } of asked.alike)
        for (const { cover } of covers) {
          if (given.entries.length === 0) return;
          const whatIf = { covers: [{ at: asked.now, cover }] };
          const { plan } = await planInWorker({ given, now: asked.now, whatIf, effort });
          if (stopped) return;
          if (!plan) continue;
          const then = followsOf(plan.gates);
          setFollows((before) => ({ ...before, [cover]: [...(before[cover] ?? []), { pieces, then }] }));
        }
    };
    void ask();
    return () => {
      stopped = true;
    };
  }, [asked]);
  return follows;
}
