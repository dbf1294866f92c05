import { describe, expect, it } from 'vitest';
import {
  boundsIn,
  depthOf,
  exampleOf,
  fieldOf,
  shapeOf,
  withAt,
  type Bound,
  type Endless,
} from './bounds.test-support.ts';
import { act, bodies } from './entry.ts';
import { learnedFile } from './learned.ts';
import { earlierBodies } from './piece.ts';

/** Every bound of the contract in one table, read off the contract itself. */

const all = [
  ...Object.entries(bodies).map(([kind, body]) => [kind, body] as const),
  ...Object.entries(earlierBodies).map(([kind, body]) => [`${kind} of the first version`, body] as const),
];
const isBound = (of: Bound | Endless): of is Bound => 'bound' in of;
const rows = all.map(([kind, body]) => {
  const shape = shapeOf(body);
  return { kind, body, shape, bounds: [...boundsIn(shape)].filter(isBound) };
});

describe('the contract', () => {
  it('has an end everywhere: each text, list, number, set of names, and its nesting', () => {
    for (const schema of [act, learnedFile]) {
      const shape = shapeOf(schema);
      const endless = [...boundsIn(shape)].filter((of) => !isBound(of));
      expect(endless.map(({ path, ...what }) => `${fieldOf(path)}: ${JSON.stringify(what)}`)).toEqual([]);
      expect(depthOf(shape)).toBeLessThanOrEqual(16);
    }
  });

  it('has more than two thousand bounds, none of them so wide that an act could not hold it', () => {
    const bounds = rows.flatMap((row) => row.bounds);
    expect(bounds.length).toBeGreaterThan(2_000);
    const wide = bounds.filter(({ holds }) => JSON.stringify(holds).length > 400_000);
    expect(wide.map(({ path }) => fieldOf(path))).toEqual([]);
  });

  it.each(rows)(
    'holds $kind to each bound, and names the field that breaks it',
    ({ body, shape, bounds }) => {
      /** Issues at a path or within it, of values against their bounds alone. */
      const against = (path: Bound['path'], value: unknown) => {
        const outcome = body.safeParse(withAt(shape, path, value));
        const here = fieldOf(path);
        return (outcome.error?.issues ?? []).filter((issue) =>
          `${issue.path.join('.')}.`.startsWith(`${here}.`),
        );
      };
      const outside = ['too_big', 'too_small'];
      for (const { path, holds, breaks, far } of bounds) {
        const where = fieldOf(path);
        const held = against(path, holds).filter(({ code }) => outside.includes(code));
        expect(held, `${where} at ${JSON.stringify(holds).slice(0, 80)}`).toEqual([]);
        for (const beyond of [breaks, far]) {
          const [issue] = against(path, beyond);
          expect(issue, `${where} at ${JSON.stringify(beyond).slice(0, 80)}`).toBeDefined();
          // what is wrong, and what to do or what may be
          expect(issue!.message.length, issue!.message).toBeGreaterThan(12);
        }
      }
    },
  );

  it('takes an example of each kind', () => {
    const odd = rows.filter(({ body, shape }) => !body.safeParse(exampleOf(shape)).success);
    expect(odd.map(({ kind }) => kind)).toEqual([]);
  });
});
