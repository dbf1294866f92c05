import { describe, expect, it } from 'vitest';
import { createLine } from './line.ts';

describe('a line of work', () => {
  const held = () => {
    const log: string[] = [];
    let open = () => {};
    const gate = new Promise<void>((resolve) => (open = resolve));
    const line = createLine((key, error) => log.push(`${key} failed: ${String(error)}`));
    const first = line.ask('first', '', true, () => gate);
    const work = (name: string) => () => {
      log.push(name);
      return Promise.resolve();
    };
    return { log, line, first, open: () => open(), work };
  };

  it('does the pressing first, and what waits once, as it was asked for last', async () => {
    const { log, line, open, work } = held();
    const all = [
      line.ask('a', '1', false, work('a of old')),
      line.ask('b', '1', false, work('b')),
      line.ask('c', '1', true, work('c')),
      line.ask('a', '2', false, work('a')),
      line.ask('b', '1', true, work('b')),
    ];
    open();
    await Promise.all(all);
    expect(log).toEqual(['b', 'c', 'a']);
  });

  it('joins what is at it under the same mark, and does it again under another', async () => {
    const { log, line, first, open, work } = held();
    await Promise.resolve();
    expect(line.ask('first', '', true, work('again'))).toBe(first);
    const again = line.ask('first', 'another', true, work('again'));
    expect(again).not.toBe(first);
    open();
    await again;
    expect(log).toEqual(['again']);
  });

  it('does what is asked for the moment that all else is done', async () => {
    for (let hops = 0; hops < 8; hops++) {
      const { log, line, first, open, work } = held();
      open();
      await first;
      for (let i = 0; i < hops; i++) await Promise.resolve();
      await line.ask('next', '', false, work('next'));
      expect(log).toEqual(['next']);
    }
  });

  it('tells of what failed, goes on, and is idle in the end', async () => {
    const { log, line, open, work } = held();
    const bad = line.ask('bad', '', false, () => Promise.reject(new Error('no clay')));
    const good = line.ask('good', '', false, work('good'));
    open();
    await Promise.all([bad, good]);
    await line.idle();
    expect(log).toEqual(['bad failed: Error: no clay', 'good']);
  });
});
