import type { TodayAnswer } from '../../api/routes.ts';
import { usePollWhile } from './pollWhile.ts';

/** What every piece asks for; what is still being worked out is asked for again soon. */
export const useToday = () =>
  usePollWhile<TodayAnswer>('/api/today', ({ pieces }) => pieces.some(({ state }) => state === 'working'));
