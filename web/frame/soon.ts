/** What is still being worked out is asked for again so soon; who answers waits for it a little besides. */
const SOON_MS = 250;
const REFRESH_MS = 20_000;
/** Views that ask for one thing at once are answered at once; no longer, or what is asked for again soon would not be. */
export const DEDUPED_MS = 200;

/** How soon an answer is asked for again: soon while something in it is still being worked out. */
export const soonWhile =
  <T>(working: (answer: T) => boolean, otherwise = REFRESH_MS) =>
  (last: T | undefined): number =>
    last && working(last) ? SOON_MS : otherwise;

export const rowsWorking = soonWhile<{ rows: { working: boolean }[] }>(({ rows }) =>
  rows.some(({ working }) => working),
);
