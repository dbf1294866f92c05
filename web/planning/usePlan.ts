import { useEffect, useMemo, useState } from 'react';
import type { PieceAnswer } from '../../api/routes.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import { inOrder } from '../../core/log/ledger.ts';
import { fromWire } from '../../core/plan/wire.ts';
import { SECOND, type Instant } from '../../core/units/quantity.ts';
import { useOutbox, type Waiting } from '../saving/outbox.ts';
import { ask, ServerProblem } from '../asking/server.ts';
import type { WorkedPlan } from './planMessages.ts';
import { planInWorker } from './planWorker.ts';
import { to } from '../../api/answers.ts';

/** A piece's case with what still waits on this tablet added, so that the view goes on while offline. */
export function useCase(answer: PieceAnswer | undefined): PlanInput | null {
  const waiting = useOutbox();
  return useMemo(() => (answer?.given ? withWaiting(answer.given, waiting) : null), [answer, waiting]);
}

/** A case with what still waits on this tablet added; the very same where nothing does. */
export function withWaiting(given: PlanInput, waiting: readonly Waiting[]): PlanInput {
  const known = new Set(given.entries.map((entry) => entry.id));
  const mine = waiting
    .flatMap((w) => (w.refused ? [] : w.act.entries))
    .filter((e) => e.subject === given.pieceId && !known.has(e.id));
  return mine.length === 0 ? given : { ...given, entries: inOrder([...given.entries, ...mine]) };
}

/** What this tablet alone knows is planned here once it has waited so long: mostly it reaches the studio before. */
export const OWN_WAITS = 0.7 * SECOND;

/** A studio that has not answered so long is taken to be away. */
const STUDIO_WAITS = 8 * SECOND;

interface Wanted {
  given: PlanInput;
  now: Instant;
  /** This tablet knows something of it that the studio does not. */
  own: boolean;
}

/** The plan of a piece as the studio has it, the same that Today shows; worked out here where it cannot be asked. */
async function planOf({ given, now, own }: Wanted): Promise<WorkedPlan> {
  if (own) return planInWorker({ given, now });
  try {
    const signal = AbortSignal.timeout(STUDIO_WAITS);
    const { plan, nights } = await ask(to('/api/pieces/:id/plan', { id: given.pieceId }), { signal });
    return { plan: fromWire(plan), nights };
  } catch (error) {
    return error instanceof ServerProblem && error.details.code === 'unplanned'
      ? { plan: null, nights: [], unplanned: error.details.detail }
      : planInWorker({ given, now });
  }
}

/** Questions for a plan: the one being answered, and after it only the last that came. */
const line: (() => Promise<void>)[] = [];

/** Of questions that come while one is worked out only the last is asked. */
function planLatest(wanted: Wanted, answered: (answer: WorkedPlan) => void): void {
  const next = async () => {
    answered(await planOf(wanted));
    line.shift();
    await line[0]?.();
  };
  line.splice(1, 1, next);
  if (line[0] === next) void next();
}

interface Answered {
  pieceId: string;
  key: string;
  own: boolean;
  now: Instant;
  answer: WorkedPlan;
}

/**
 * The plan of a piece; the last one stays until the next is ready.
 * @param own this tablet knows something of it that the studio does not
 */
export function usePlan(given: PlanInput | null, own: boolean, now: Instant): WorkedPlan | null {
  const [answered, setAnswered] = useState<Answered | null>(null);
  const key = useMemo(() => JSON.stringify(given), [given]);
  const known = answered?.pieceId === given?.pieceId ? answered : null;
  const plan = known?.answer.plan;
  const holds = known?.key === key && known.own === own && plan && now < plan.holdsUntil && now >= known.now;
  const due = holds ? null : Math.floor(now / 10_000) * 10_000;

  useEffect(() => {
    const wanted = JSON.parse(key) as PlanInput | null;
    if (due === null || !wanted) return;
    let current = true;
    const asking = () =>
      planLatest({ given: wanted, now: due, own }, (answer) => {
        if (current) setAnswered({ pieceId: wanted.pieceId, key, own, now: due, answer });
      });
    const timer = own ? setTimeout(asking, OWN_WAITS) : null;
    if (!own) asking();
    return () => {
      current = false;
      if (timer !== null) clearTimeout(timer);
    };
  }, [key, own, due]);

  return known && known.answer;
}
