import { ServerProblem } from './server.ts';
import type { ProblemDetails } from '../../api/routes.ts';

/** Saves what a route makes of a body as a file; throws a ServerProblem for its problems. */
export async function download(path: string, body: unknown, name: string): Promise<void> {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new ServerProblem((await response.json()) as ProblemDetails);
  const url = URL.createObjectURL(await response.blob());
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
