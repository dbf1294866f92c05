import type { BenchAnswer } from '../../api/routes.ts';
import { useSoon } from './pollWhile.ts';

/** What every piece asks for; what is still being worked out is asked for again soon. */
export const useToday = () =>
  useSoon<BenchAnswer>('/api/bench', ({ pieces }) => pieces.some(({ state }) => state === 'working'));
