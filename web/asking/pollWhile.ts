import { useState } from 'react';
import type { SWRResponse } from 'swr';
import type { Address, Answers, PathTo } from '../../api/answers.ts';
import { useAnswer } from './useAnswer.ts';

/** What is still being worked out is asked for again so soon; who answers waits for it a little besides. */
const SOON_MS = 250;
const REFRESH_MS = 20_000;
/** Views that ask for one thing at once are answered at once; no longer, or what is asked for again soon would not be. */
export const DEDUPED_MS = 200;

/**
 * Asks for an answer, and again soon while something in it is still being worked out.
 * @param path where it is asked for
 * @param working whether something in it is
 */
export function usePollWhile<A extends Address>(
  path: PathTo<A>,
  working: (answer: Answers[A]) => boolean,
  otherwise = REFRESH_MS,
): SWRResponse<Answers[A], unknown> {
  const [soon, setSoon] = useState(false);
  // a number: how long to wait begins anew only where it changes
  const answered = useAnswer(path, { refreshInterval: soon ? SOON_MS : otherwise });
  const is = answered.data !== undefined && working(answered.data);
  if (is !== soon) setSoon(is);
  return answered;
}

export const rowsWorking = ({ rows }: { rows: { working: boolean }[] }): boolean =>
  rows.some(({ working }) => working);

/** Whether a new plan of the coming days is being made, or is to be. */
export const isBeingMade = ({ current, trouble }: { current: boolean; trouble: string | null }): boolean =>
  !current && trouble === null;

const RETRY_MS = 5_000;

/** What could not be fetched is asked for again at an even pace: a studio that was away for an hour is back at once. */
export const askAgain = (
  _error: unknown,
  _key: string,
  _config: unknown,
  revalidate: (options: { retryCount: number }) => unknown,
  { retryCount }: { retryCount?: number },
): void => void setTimeout(() => revalidate({ retryCount: retryCount ?? 0 }), RETRY_MS);
