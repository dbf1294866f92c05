import type { BenchAnswer } from '../../api/routes.ts';
import { usePollWhile } from './pollWhile.ts';

/** What every piece asks for; what is still being worked out is asked for again soon. */
export const useToday = () =>
  usePollWhile<BenchAnswer>('/api/bench', ({ pieces }) => pieces.some(({ state }) => state === 'working'));
