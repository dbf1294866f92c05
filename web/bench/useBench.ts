import useSWR from 'swr';
import type { BenchAnswer } from '../../api/routes.ts';
import { ask } from '../frame/server.ts';
import { soonWhile } from '../frame/soon.ts';

const soon = soonWhile<BenchAnswer>(({ pieces }) => pieces.some(({ state }) => state === 'working'));

/** What every piece asks for; what is still being worked out is asked for again soon. */
export const useBench = () => useSWR<BenchAnswer>('/api/bench', ask, { refreshInterval: soon });
