import { randomUUID } from 'node:crypto';
import { randomLcg } from 'd3-random';
import {
  boundsIn,
  exampleOf,
  shapeOf,
  ways,
  withAt,
  type Bound,
  type Shape,
} from '../api/bounds.test-support.ts';
import { bodies } from '../api/entry.ts';
import { earlierBodies } from '../api/piece.ts';
import { versionOf } from '../core/log/entry.ts';

/** Bodies made from the contract itself to do harm. */

export interface Kind {
  kind: string;
  v: number;
  shape: Shape;
  bounds: Bound[];
}
export const kinds: Kind[] = [
  ...Object.entries(bodies).map(([kind, body]) => ({
    kind,
    v: versionOf(kind as keyof typeof bodies),
    body,
  })),
  ...Object.entries(earlierBodies).map(([kind, body]) => ({ kind, v: 1, body })),
].map(({ kind, v, body }) => {
  const shape = shapeOf(body);
  return { kind, v, shape, bounds: [...boundsIn(shape)].filter((of): of is Bound => 'bound' in of) };
});

export const subjects = [
  'a',
  'text',
  'p1',
  'p2',
  'p3',
  'studio',
  'scale',
  'room-default',
  'clay-default',
  'maker-default',
];
export const moments = [
  '2026-03-19T09:00:00.000Z',
  '2026-03-20T09:00:00.000Z',
  '1970-01-01T00:00:00.000Z',
  '2026-03-01T00:00:00Z',
  '2999-12-31T23:59:59.999Z',
];
/** What is thrown from a seed. */
export function dice(seed: number) {
  const random = randomLcg(seed);
  return {
    random,
    chance: (share: number) => random() < share,
    int: (from: number, to: number) => from + Math.floor(random() * (to - from + 1)),
    one: <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!,
  };
}
export type Dice = ReturnType<typeof dice>;

/** Makes one act after another, each as JSON. */
export function hostileActs({ random, chance, int, one }: Dice) {
  const deep = (levels: number): unknown => {
    let value: unknown = 1;
    for (let i = 0; i < levels; i++) value = i % 2 ? { a: value } : [value];
    return value;
  };
  const wrong = (): unknown =>
    one<() => unknown>([
      () => null,
      () => '',
      () => 'x'.repeat(int(1, 5_000)),
      () => -1,
      () => 1e308,
      () => 0.1 + int(0, 9),
      () => true,
      () => [],
      () => ({}),
      () => deep(int(2, 3_000)),
      () => Array.from({ length: int(1, 2_000) }, () => null),
      () => '\u200b\u200d',
      () => '\u0000',
      () => '__proto__',
      () => ({ constructor: 1, toString: 2 }),
    ])();

  /** A body of a kind, most of it as it should be. */
  function bodyOf({ kind, shape, bounds }: Kind): unknown {
    const example = (): unknown => {
      const all = ways(shape);
      return exampleOf(one(all), chance(0.5));
    };
    const r = random();
    if (r < 0.25 || bounds.length === 0) return ringed(kind, example());
    const { path, holds, breaks, far } = one(bounds);
    if (r < 0.5) return withAt(shape, path, holds);
    if (r < 0.65) return withAt(shape, path, breaks);
    if (r < 0.75) return withAt(shape, path, far);
    if (r < 0.92) return withAt(shape, path, wrong());
    const whole = example();
    if (typeof whole !== 'object' || whole === null) return whole;
    return chance(0.5)
      ? { ...whole, unknown: wrong() }
      : Object.fromEntries(Object.entries(whole).filter(() => chance(0.8)));
  }

  /** Layers whose zones go round, whose steps are repeated without end, or of which there are as many as there may be. */
  function ringed(kind: string, body: unknown): unknown {
    if (kind !== 'piece.made' && kind !== 'piece.routed') return body;
    const motif = (id: string, within: string) => ({
      id,
      name: id,
      kind: 'motif',
      within,
      share: 0.1,
      widthM: 0.01,
    });
    const rings = [
      [motif('a', 'a')],
      [motif('a', 'b'), motif('b', 'a')],
      Array.from({ length: 12 }, (_, i) => motif(`z${i}`, `z${(i + 1) % 12}`)),
      Array.from({ length: 12 }, (_, i) => ({
        id: `z${i}`,
        name: 'z',
        kind: 'band',
        from: i / 12,
        to: (i + 1) / 12,
      })),
      [{ id: 'whole', name: 'All over', kind: 'whole' }],
    ];
    const step = (key: string) => ({
      key,
      name: key,
      verb: key,
      effects: [{ does: 'coat', use: 'brushed-engobe', thicknessM: { usual: 0.0002 }, share: { usual: 1 } }],
      needs: [{ kind: 'sign', sign: 'matte', of: '@before', side: 'after' }],
      takesS: null,
      repeat: {
        least: 1,
        usual: int(1, 200),
        most: 200,
        until: 'enough',
        ...(chance(0.5) && { each: 'zone' }),
      },
      look: [],
      words: [],
      remedies: [],
      hazards: [],
    });
    const own = {
      id: 'ours',
      rev: '1',
      name: 'Ours',
      gives: 'x',
      tools: [],
      choices: [],
      patches: [],
      steps: Array.from({ length: int(1, 40) }, (_, i) => step(`s${i}`)),
    };
    const layer = (i: number) => ({
      id: `l${i}`,
      ...(chance(0.5)
        ? { technique: 'ours', rev: '1', own }
        : {
            technique: one(['sgraffito', 'inlay', 'slip-trailing', 'slip-drip', 'silicate-crackle']),
            rev: one(['1', '2']),
          }),
      schools: {},
      zones: one(rings),
      face: one(['outside', 'inside']),
      upon: one([null, 'firm', 'wet']),
      also: [],
      stock: [],
    });
    return { ...(body as object), layers: Array.from({ length: int(1, 12) }, (_, i) => layer(i)) };
  }

  const ids: string[] = ['x'];
  function entryOf(kind: Kind): object {
    const id = chance(0.03) ? one(ids.slice(-50)) : randomUUID();
    ids.push(id);
    return {
      id,
      kind: kind.kind,
      v: chance(0.98) ? kind.v : int(-1, 9),
      subject:
        kind.kind === 'act.retracted'
          ? one(acts.slice(-50))
          : chance(0.9)
            ? one(subjects)
            : `s${int(1, 200)}`,
      at: chance(0.9) ? one(moments.slice(0, 2)) : one(moments),
      place: one([null, null, null, 'rim', 'foot']),
      face: one([null, null, 'inside', 'outside']),
      body: bodyOf(kind),
    };
  }

  const acts: string[] = [randomUUID()];
  function actBody(): string {
    const id = chance(0.02) ? one(acts.slice(-20)) : randomUUID();
    acts.push(id);
    const kind = one(kinds);
    const count = chance(0.9) ? 1 : chance(0.7) ? int(2, 20) : int(21, 500);
    const alike = chance(0.5);
    const first = entryOf(kind);
    const entries = Array.from({ length: count }, (_, i) =>
      i === 0
        ? first
        : alike
          ? { ...first, id: randomUUID(), subject: chance(0.5) ? one(subjects) : `s${i}` }
          : entryOf(one(kinds)),
    );
    const act = {
      id,
      makerId: chance(0.95) ? 'maker-default' : one(subjects),
      deviceAt: one(moments),
      entries,
    };
    const text = JSON.stringify(
      chance(0.99) ? act : { ...act, [one(['id', 'makerId', 'deviceAt', 'entries'])]: wrong() },
    );
    return chance(0.995) ? text : text.slice(0, int(0, text.length));
  }

  return { act: actBody, wrong };
}
