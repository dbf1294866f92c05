import { useCallback, useEffect, useRef, useState } from 'react';
import type { Cover } from '../../core/drying/face.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Effort, PiecePlan, WhatIf } from '../../core/plan/plan.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { planInWorker } from './planWorker.ts';

/** What is tried at another time: a cover (a fan among them), or a step. */
export type Tried = { does: 'cover'; cover: Cover } | { does: 'step'; key: string };

export interface Trial {
  tried: Tried;
  at: Instant;
  /** The plan under it; null until it is worked out. */
  plan: PiecePlan | null;
}

export interface Trying {
  trial: Trial | null;
  begin: (tried: Tried, at: Instant) => void;
  /** Moves it while it is dragged: with few members, the newest place only. */
  move: (at: Instant) => void;
  /** Works it out with all members. */
  release: () => void;
  stop: () => void;
  /** Says that something may be tried soon: the walls are worked out for it. */
  prepare: () => void;
}

/** Members carried ahead while something is dragged. */
const DRAGGED: Effort = { ahead: 8 };
const WHOLE: Effort = {};

interface Wanted {
  tried: Tried;
  at: Instant;
  effort: Effort;
}

const whatIfOf = ({ tried, at }: Wanted): WhatIf =>
  tried.does === 'cover' ? { covers: [{ at, cover: tried.cover }] } : { times: { [tried.key]: at } };

/** Tries what would happen, without logging anything. One trial is worked out at a time; those overtaken are dropped. */
export function useWhatIf(plan: PiecePlan, given: PlanInput): Trying {
  const [wanted, setWanted] = useState<Wanted | null>(null);
  const [found, setFound] = useState<PiecePlan | null>(null);
  const newest = useRef<Wanted | null>(null);
  const busy = useRef(false);
  const prepared = useRef<PlanInput | null>(null);
  const base = useRef({ given, at: plan.at });

  const work = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    let done: Wanted | null = null;
    while (newest.current && newest.current !== done) {
      done = newest.current;
      const { given: of, at } = base.current;
      const { plan: answer } = await planInWorker({
        given: of,
        now: at,
        whatIf: whatIfOf(done),
        effort: done.effort,
      });
      if (newest.current?.tried === done.tried) setFound(answer);
    }
    busy.current = false;
  }, []);

  useEffect(() => {
    base.current = { given, at: plan.at };
  }, [given, plan.at]);

  useEffect(() => {
    newest.current = wanted;
    if (wanted) void work();
  }, [wanted, work]);

  return {
    trial: wanted && { tried: wanted.tried, at: wanted.at, plan: found },
    begin: (tried, at) => {
      setFound(null);
      setWanted({ tried, at, effort: WHOLE });
    },
    move: (at) => setWanted((w) => w && { ...w, at, effort: DRAGGED }),
    release: () => setWanted((w) => w && { ...w, effort: WHOLE }),
    prepare: () => {
      if (prepared.current === given) return;
      prepared.current = given;
      void planInWorker({ given, now: plan.at });
    },
    stop: () => {
      setWanted(null);
      setFound(null);
    },
  };
}
