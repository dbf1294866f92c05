import { setImmediate as turn } from 'node:timers/promises';

/** Long work on the server's thread lets others answer this often, ms. */
const SPELL_MS = 25;

/** When work on this thread last gave way. */
let since = 0;

/** To be awaited between the parts of long work: gives way to waiting requests when nothing has for a while. */
export async function yieldToEventLoop(): Promise<void> {
  if (performance.now() - since < SPELL_MS) return;
  await turn();
  since = performance.now();
}
