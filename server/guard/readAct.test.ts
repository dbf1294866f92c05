import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { boundsIn, exampleOf, shapeOf, withAt, type Bound } from '../../api/bounds.test-support.ts';
import { bodies } from '../../api/entry.ts';
import { schema, versionOf } from '../../api/index.ts';
import { readAct } from './readAct.ts';

/** One in so many of a kind's bounds. */
const SAMPLED = 9;
const at = '2026-03-18T09:00:00.000Z';
const entry = (kind: string, body: unknown) => ({
  id: randomUUID(),
  kind,
  v: versionOf(kind as keyof typeof bodies),
  subject: 'a',
  at,
  place: null,
  face: null,
  body,
});
const act = (entries: unknown, more: object = {}) => ({
  id: randomUUID(),
  makerId: 'm',
  deviceAt: at,
  entries,
  ...more,
});
const toldAlike = async (body: unknown) => {
  const whole = schema.act.safeParse(body);
  const read = await readAct(body);
  expect(read.success).toBe(whole.success);
  expect(read.data).toEqual(whole.data);
  expect(read.error?.issues).toEqual(whole.error?.issues);
};

describe('an act read entry by entry', () => {
  it.each(Object.entries(bodies))('is read and refused as the whole is: %s', async (kind, body) => {
    const shape = shapeOf(body);
    await toldAlike(act([entry(kind, exampleOf(shape))]));
    const bounds = [...boundsIn(shape)].filter((of): of is Bound => 'bound' in of);
    // each of them is walked against the whole elsewhere
    for (const { path, holds, breaks } of bounds.filter((_, i) => i % SAMPLED === 0))
      for (const value of [holds, breaks]) await toldAlike(act([entry(kind, withAt(shape, path, value))]));
  });
  it('has its head looked at, and how many its entries are', async () => {
    const made = entry('cup.set', exampleOf(shapeOf(bodies['cup.set'])));
    for (const body of [
      null,
      [],
      act([]),
      act('x'),
      act(null),
      act([made], { id: 'x' }),
      act([made], { makerId: 'a\u0000b' }),
      act(Array.from({ length: 501 }, () => made)),
      act([{ ...made, subject: 'a\u0000b' }]),
      act([{ ...made, body: { ...(made.body as object), name: 'half \ud83d' } }]),
    ])
      await toldAlike(body);
  });
  it('names each of its entries that is wrong', async () => {
    const read = await readAct(act([entry('cup.set', {}), entry('bin.emptied', 1), entry('nothing', {})]));
    expect(new Set(read.error?.issues.map(({ path }) => path[1]))).toEqual(new Set([0, 1, 2]));
  });
  it('gives way to others while many of them are read', async () => {
    const body = exampleOf(shapeOf(bodies['piece.made']));
    const many = Array.from({ length: 500 }, () => entry('piece.made', body));
    let [turns, over] = [0, false];
    const turn = () => void (over || ((turns += 1), setImmediate(turn)));
    turn();
    for (let i = 0; i < 8; i++) await readAct(act(many));
    over = true;
    expect(turns).toBeGreaterThan(2);
  });
});
