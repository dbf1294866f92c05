import { useEffect, useMemo, useState } from 'react';
import type { PieceAnswer } from '../../api/routes.ts';
import type { PieceCase } from '../../core/plan/case.ts';
import { inOrder } from '../../core/log/ledger.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { useOutbox } from '../frame/outbox.ts';
import type { PlanAnswer, PlanRequest } from './planMessages.ts';

/** A piece's case with what still waits on this tablet added, so that the view goes on while offline. */
export function useCase(answer: PieceAnswer | undefined): PieceCase | null {
  const waiting = useOutbox();
  return useMemo(() => {
    if (!answer) return null;
    const { given } = answer;
    const known = new Set(given.entries.map((entry) => entry.id));
    const mine = waiting
      .flatMap((w) => (w.refused ? [] : w.act.entries))
      .filter((e) => e.subject === given.pieceId && !known.has(e.id));
    return mine.length === 0 ? given : { ...given, entries: inOrder([...given.entries, ...mine]) };
  }, [answer, waiting]);
}

/** The plan of a piece, computed in a worker; the last one stays until the next is ready. */
export function usePlan(given: PieceCase | null, now: Instant): PlanAnswer | null {
  const [worker, setWorker] = useState<Worker | null>(null);
  const [answer, setAnswer] = useState<PlanAnswer | null>(null);

  useEffect(() => {
    const started = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
    started.onmessage = ({ data }: MessageEvent<PlanAnswer>) => setAnswer(data);
    setWorker(started);
    return () => started.terminate();
  }, []);

  const key = useMemo(() => JSON.stringify(given), [given]);
  const holds = answer?.plan?.holdsUntil ?? 0;
  const round = now >= holds ? Math.floor(now / 10_000) : 0;
  useEffect(() => {
    if (worker && given) worker.postMessage({ ticket: 0, given, now } satisfies PlanRequest);
    // A new plan is due when what it rests on changes, or when it no longer holds.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [worker, key, round]);

  return answer;
}
