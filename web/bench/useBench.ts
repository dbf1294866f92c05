import useSWR from 'swr';
import type { BenchAnswer } from '../../api/routes.ts';
import { ask } from '../frame/server.ts';
import { soonWhile } from '../frame/soon.ts';

/** What every piece asks for; what is still being worked out is asked for again soon. */
export const useBench = () =>
  useSWR<BenchAnswer>('/api/bench', ask, {
    refreshInterval: soonWhile(({ pieces }) => pieces.some(({ state }) => state === 'working')),
  });
