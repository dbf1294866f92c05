import { setImmediate as turn } from 'node:timers/promises';

/** Long work on the server's thread lets others answer this often, ms. */
const SPELL_MS = 25;

/** To be awaited between the parts of long work: gives way to waiting requests when it has gone on for a while. */
export function breathing(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since < SPELL_MS) return;
    await turn();
    since = performance.now();
  };
}
