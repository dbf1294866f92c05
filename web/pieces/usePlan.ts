import { useEffect, useMemo, useState } from 'react';
import type { PieceAnswer } from '../../api/routes.ts';
import type { PieceFacts } from '../../core/piece/facts.ts';
import { inOrder } from '../../core/log/ledger.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { useOutbox, type Waiting } from '../frame/outbox.ts';
import type { PlanAnswer, PlanRequest } from './planMessages.ts';

/** A piece's case with what still waits on this tablet added, so that the view goes on while offline. */
export function useCase(answer: PieceAnswer | undefined): PieceFacts | null {
  const waiting = useOutbox();
  return useMemo(() => (answer?.given ? withWaiting(answer.given, waiting) : null), [answer, waiting]);
}

/** A case with what still waits on this tablet added; the very same where nothing does. */
export function withWaiting(given: PieceFacts, waiting: readonly Waiting[]): PieceFacts {
  const known = new Set(given.entries.map((entry) => entry.id));
  const mine = waiting
    .flatMap((w) => (w.refused ? [] : w.act.entries))
    .filter((e) => e.subject === given.pieceId && !known.has(e.id));
  return mine.length === 0 ? given : { ...given, entries: inOrder([...given.entries, ...mine]) };
}

let tickets = 0;
let worker: Worker | null = null;
const asked = new Map<number, { resolve: (answer: PlanAnswer) => void }>();

/** Starts the worker, which offline could not be fetched any more. */
export function wakeWorker(): Worker {
  if (worker) return worker;
  worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<PlanAnswer>) => {
    asked.get(data.ticket)?.resolve(data);
    asked.delete(data.ticket);
  };
  worker.onerror = () => {
    // a worker that dies is started again by the next question; those that waited are told
    worker = null;
    for (const [ticket, { resolve }] of asked)
      resolve({ ticket, plan: null, nights: [], failed: 'the computation stopped' });
    asked.clear();
  };
  return worker;
}

/** Plans in the worker, one after another. */
export function planInWorker(wanted: Omit<PlanRequest, 'ticket'>): Promise<PlanAnswer> {
  const ticket = (tickets += 1);
  wakeWorker().postMessage({ ...wanted, ticket } satisfies PlanRequest);
  return new Promise((resolve) => asked.set(ticket, { resolve }));
}

/** Questions for a plan: the one being answered, and after it only the last that came. */
const line: (() => Promise<void>)[] = [];

/** Plans in the worker; of questions that come while one is worked out only the last is asked. */
function planLatest(wanted: Omit<PlanRequest, 'ticket'>, answered: (answer: PlanAnswer) => void): void {
  const ask = async () => {
    answered(await planInWorker(wanted));
    line.shift();
    await line[0]?.();
  };
  line.splice(1, 1, ask);
  if (line[0] === ask) void ask();
}

interface Answered {
  pieceId: string;
  key: string;
  now: Instant;
  answer: PlanAnswer;
}

/** The plan of a piece, computed in a worker; the last one stays until the next is ready. */
export function usePlan(given: PieceFacts | null, now: Instant): PlanAnswer | null {
  const [answered, setAnswered] = useState<Answered | null>(null);
  const key = useMemo(() => JSON.stringify(given), [given]);
  const known = answered?.pieceId === given?.pieceId ? answered : null;
  const plan = known?.answer.plan;
  const holds = known?.key === key && plan && now < plan.holdsUntil && now >= known.now;
  const due = holds ? null : Math.floor(now / 10_000) * 10_000;

  useEffect(() => {
    const wanted = JSON.parse(key) as PieceFacts | null;
    if (due === null || !wanted) return;
    let current = true;
    planLatest({ given: wanted, now: due }, (answer) => {
      if (current) setAnswered({ pieceId: wanted.pieceId, key, now: due, answer });
    });
    return () => {
      current = false;
    };
  }, [key, due]);

  return known && known.answer;
}
