import { useEffect, useState } from 'react';
import type { Explained } from '../../core/fault/explain.ts';
import type { PieceFacts } from '../../core/piece/facts.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';

export interface WhyTask {
  facts: PieceFacts;
  faults: string[];
  now: Instant;
}

export type WhyAnswer = { fault: string; causes: Explained[] }[];

/** The likely causes of what went wrong with a piece, read from its record in a worker; null while that is on its way. */
export function useWhy(facts: PieceFacts, faults: string[], now: Instant): WhyAnswer | 'failed' | null {
  const task: WhyTask = { facts, faults, now: Math.floor(now / HOUR) * HOUR };
  const key = JSON.stringify(task);
  const [answered, setAnswered] = useState<{ key: string; answer: WhyAnswer | 'failed' } | null>(null);
  useEffect(() => {
    const asked = JSON.parse(key) as WhyTask;
    if (asked.faults.length === 0) return;
    const worker = new Worker(new URL('./why.worker.ts', import.meta.url), { type: 'module' });
    const take = (answer: WhyAnswer | 'failed') => {
      setAnswered({ key, answer });
      worker.terminate();
    };
    worker.onmessage = ({ data }: MessageEvent<WhyAnswer>) => take(data);
    worker.onerror = () => take('failed');
    worker.postMessage(asked);
    return () => worker.terminate();
  }, [key]);
  return answered?.key === key ? answered.answer : null;
}
