import { describe, expect, it } from 'vitest';
import { createKeyedPriorityQueue } from './keyedPriorityQueue.ts';

describe('a line of work', () => {
  const held = () => {
    const log: string[] = [];
    let open = () => {};
    const gate = new Promise<void>((resolve) => (open = resolve));
    const line = createKeyedPriorityQueue((key, error) => log.push(`${key} failed: ${String(error)}`));
    const first = line.ask('first', '', 'pressing', () => gate);
    const work = (name: string) => () => {
      log.push(name);
      return Promise.resolve();
    };
    return { log, line, first, open: () => open(), work };
  };

  it('does the pressing first, and what waits once, as it was asked for last', async () => {
    const { log, line, open, work } = held();
    const all = [
      line.ask('a', '1', 'behind', work('a of old')),
      line.ask('b', '1', 'behind', work('b')),
      line.ask('c', '1', 'pressing', work('c')),
      line.ask('a', '2', 'behind', work('a')),
      line.ask('b', '1', 'pressing', work('b')),
      line.ask('d', '1', 'looked-at', work('d')),
      line.ask('d', '1', 'behind', work('d')),
    ];
    open();
    await Promise.all(all);
    expect(log).toEqual(['d', 'b', 'c', 'a']);
  });

  it('joins what is at it under the same mark, and does it again under another', async () => {
    const { log, line, first, open, work } = held();
    await Promise.resolve();
    expect(line.ask('first', '', 'pressing', work('again'))).toBe(first);
    const again = line.ask('first', 'another', 'pressing', work('again'));
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
      await line.ask('next', '', 'behind', work('next'));
      expect(log).toEqual(['next']);
    }
  });

  it('has several lanes at it, and no key in two of them', async () => {
    const log: string[] = [];
    const ends: (() => void)[] = [];
    const line = createKeyedPriorityQueue(() => {}, 2);
    const work = (name: string) => () => {
      log.push(name);
      return new Promise<void>((resolve) => ends.push(resolve));
    };
    const settled = () => new Promise((resolve) => setTimeout(resolve));
    const all = [
      line.ask('a', '1', 'behind', work('a1')),
      line.ask('b', '1', 'behind', work('b1')),
      line.ask('c', '1', 'behind', work('c1')),
    ];
    await settled();
    expect(log).toEqual(['a1', 'b1']);
    all.push(line.ask('a', '2', 'pressing', work('a2')));
    ends[1]!();
    await settled();
    // what is at it waits for itself, and nothing waits for it
    expect(log).toEqual(['a1', 'b1', 'c1']);
    ends[0]!();
    await settled();
    expect(log).toEqual(['a1', 'b1', 'c1', 'a2']);
    ends.forEach((end) => end());
    await Promise.all([...all, line.idle()]);
  });

  it('tells of what failed, goes on, and is idle in the end', async () => {
    const { log, line, open, work } = held();
    const bad = line.ask('bad', '', 'behind', () => Promise.reject(new Error('no clay')));
    const good = line.ask('good', '', 'behind', work('good'));
    open();
    await Promise.all([bad, good]);
    await line.idle();
    expect(log).toEqual(['bad failed: Error: no clay', 'good']);
  });
});
