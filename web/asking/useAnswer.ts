import useSWR, { type SWRConfiguration, type SWRResponse } from 'swr';
import type { Address, Answers, PathTo } from '../../api/answers.ts';
import { ask } from './server.ts';

/** What the studio answers, renewed as the pages are; nothing is asked where there is no path. */
export const useAnswer = <A extends Address>(
  path: PathTo<A> | null,
  config?: SWRConfiguration<Answers[A], unknown>,
): SWRResponse<Answers[A], unknown> =>
  useSWR<Answers[A], unknown>(path, (of: string) => ask(of as PathTo<A>), config);
