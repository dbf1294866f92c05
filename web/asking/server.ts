import type { Address, Answers, PathTo, Replies } from '../../api/answers.ts';
import { CLOCK_HEADER, type ProblemDetails } from '../../api/routes.ts';
import { setClock } from './clock.ts';

/** An answer that is a problem, with words for people. */
export class ServerProblem extends Error {
  constructor(readonly details: ProblemDetails) {
    super(details.detail);
  }
}

/** Asks the server; throws a ServerProblem for its problems, and what fetch throws when it cannot be reached. */
export const ask = <A extends Address>(path: PathTo<A>, init?: RequestInit): Promise<Answers[A]> =>
  fetched<Answers[A]>(path, init);

/** Sends a file to the server as it is. */
export const upload = <A extends keyof Replies>(
  address: A,
  body: Blob,
  type = 'application/octet-stream',
): Promise<Replies[A]> =>
  fetched<Replies[A]>(address, { method: 'POST', headers: { 'content-type': type }, body });

/** Sends something to the server as JSON. */
export const post = <A extends keyof Replies>(address: A, body: unknown): Promise<Replies[A]> =>
  fetched<Replies[A]>(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json', accept: 'application/json' },
    body: JSON.stringify(body),
  });

/** Has the server give up the import that runs. */
export const stopImport = (): Promise<unknown> => fetched('/api/import', { method: 'DELETE' });

async function fetched<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(path, { headers: { accept: 'application/json' }, ...init });
  const clock = Number(response.headers.get(CLOCK_HEADER));
  if (clock > 0) setClock(clock);
  if (response.ok) return (await response.json()) as T;
  throw new ServerProblem(await detailsOf(response));
}

async function detailsOf(response: Response): Promise<ProblemDetails> {
  try {
    return (await response.json()) as ProblemDetails;
  } catch {
    const detail = 'The studio’s computer answered something that cannot be read. Reload the page.';
    return {
      type: 'about:blank',
      title: 'Unreadable answer',
      status: response.status,
      detail,
      code: 'unreadable',
      field: null,
    };
  }
}

/** What went wrong, in words. */
export function wordsFor(error: unknown): string {
  if (error instanceof ServerProblem) return error.details.detail;
  return 'The studio’s computer cannot be reached. What you log stays on this tablet until it can.';
}
