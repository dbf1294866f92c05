import { usePollWhile } from './pollWhile.ts';
import { to } from '../../api/answers.ts';

/** What every piece asks for; what is still being worked out is asked for again soon. */
export const useToday = () =>
  usePollWhile(to('/api/today'), ({ pieces }) => pieces.some(({ state }) => state === 'working'));
