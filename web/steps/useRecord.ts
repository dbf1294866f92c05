import useSWR from 'swr';
import type { PieceHistory } from '../../core/fault/history.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import { ask } from '../asking/server.ts';
import { inWorkerOfItsOwn } from '../asking/worker.ts';
import type { RecordRead, RecordsHere, RecordTask } from './record.worker.ts';
import { to } from '../../api/answers.ts';

/** A record stays as it was read: nothing is read again by itself. */
const once = {
  refreshInterval: 0,
  revalidateIfStale: false,
  revalidateOnFocus: false,
  revalidateOnReconnect: false,
  shouldRetryOnError: false,
} as const;

/** The likely causes of what went wrong with a piece, read from its record in a worker; null while that is on its way. */
export function useWhy(
  facts: PlanInput,
  faults: string[],
  now: Instant,
): RecordRead['why'] | 'failed' | null {
  const task: RecordTask = { facts, faults, now: Math.floor(now / HOUR) * HOUR };
  const { data, error } = useSWR(faults.length > 0 ? `why ${JSON.stringify(task)}` : null, () => read(task), {
    ...once,
    keepPreviousData: false,
  });
  return error ? 'failed' : (data?.why ?? null);
}

/** How an earlier piece was done, by its record; null where none is meant, or while it is being read. */
export function useHistory(pieceId: string | null): PieceHistory | null {
  const { data } = useSWR(
    pieceId === null ? null : (['record', pieceId] as const),
    async ([, id]) => {
      const { given } = await ask(to('/api/pieces/:id', { id }));
      if (!given) return null;
      const last = Math.max(...given.entries.map(({ at }) => Date.parse(at)));
      return (await read({ facts: given, faults: [], now: last + HOUR })).history;
    },
    once,
  );
  return data ?? null;
}

/** Reads a record in a worker of its own. */
const read = (task: RecordTask): Promise<RecordRead> =>
  inWorkerOfItsOwn<RecordsHere, RecordRead>(
    new Worker(new URL('./record.worker.ts', import.meta.url), { type: 'module' }),
    (offered) => offered.read(task),
  ).answer;
