import { setImmediate as round } from 'node:timers/promises';
import { expect, it } from 'vitest';
import { createTurns } from './turns.ts';

it('lets requests in between the turns of work that nobody waits for, and what somebody logs goes before it', async () => {
  const turns = createTurns();
  const done: string[] = [];
  let rounds = 0;
  let going = true;
  const loop = (async () => {
    for (; going; rounds++) await round();
  })();
  const behind = (async () => {
    for (let i = 0; i < 20; i++) await turns.last(() => Promise.resolve(done.push('behind')));
  })();
  await turns.last(async () => {
    const logged = turns.first(() => Promise.resolve(done.push('logged')));
    const next = turns.last(() => Promise.resolve(done.push('next')));
    await round();
    void logged.then(() => next);
  });
  await behind;
  going = false;
  await loop;
  await turns.idle();
  expect(rounds).toBeGreaterThanOrEqual(20);
  expect(done.indexOf('logged')).toBeLessThan(done.indexOf('next'));
});
