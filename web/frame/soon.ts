/** What is still being worked out is asked for again so soon; who answers waits for it a little besides. */
const SOON_MS = 250;
const REFRESH_MS = 20_000;
/** Views that ask for one thing at once are answered at once; no longer, or what is asked for again soon would not be. */
export const DEDUPED_MS = 200;

/**
 * How soon an answer is asked for again: soon while something in it is still being worked out. It must be made once: a
 * view drawn anew with another function would begin to wait anew.
 */
export const soonWhile =
  <T>(working: (answer: T) => boolean, otherwise = REFRESH_MS) =>
  (last: T | undefined): number =>
    last && working(last) ? SOON_MS : otherwise;

export const rowsWorking = soonWhile<{ rows: { working: boolean }[] }>(({ rows }) =>
  rows.some(({ working }) => working),
);

const RETRY_MS = 5_000;

/** What could not be fetched is asked for again at an even pace: a studio that was away for an hour is back at once. */
export const askAgain = (
  _error: unknown,
  _key: string,
  _config: unknown,
  revalidate: (options: { retryCount: number }) => unknown,
  { retryCount }: { retryCount?: number },
): void => void setTimeout(() => revalidate({ retryCount: retryCount ?? 0 }), RETRY_MS);
