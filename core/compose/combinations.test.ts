import { describe, expect, it } from 'vitest';
import { combinations } from './combinations.test-support.ts';
import { impossible, told, type Impossible } from './impossible.test-support.ts';
import { ownCombinations } from './ownCombinations.test-support.ts';
import { compose } from './compose.ts';
import type { StepRef } from '../technique/layer.ts';
import { untouched } from './passes.ts';
import { inUsualOrder } from './place.ts';

const named = ({ layer, step, zone }: StepRef): string =>
  `${layer}:${step}${zone === null ? '' : `@${zone}`}`;

/** Common practice, no source: the steps in the order in which those who do them do them. */
describe('what people lay on one piece, as they state it', () => {
  it.each([...combinations, ...ownCombinations].map((of) => [of.name, of] as const))(
    '%s',
    (_name, { layers, order, form }) => {
      const { planned, conflicts } = compose(layers, untouched, { form });
      let at = -1;
      for (const step of order) {
        const next = planned.findIndex(({ refs }, i) => i > at && refs.some((ref) => named(ref) === step));
        expect(
          next,
          `${step} after ${planned[at]?.key} in ${planned.map(({ key }) => key).join(' ')}`,
        ).toBeGreaterThan(at);
        at = next;
      }
      expect(conflicts.filter(({ told }) => !told).map(({ problem }) => problem.message)).toEqual([]);
    },
  );

  it('is proposed in the order in which it is stated', () => {
    for (const { name, layers } of [...combinations, ...ownCombinations])
      expect(
        inUsualOrder(layers).map(({ id }) => id),
        name,
      ).toEqual(layers.map(({ id }) => id));
  });
});

const problemsOf = ({ layers, form, guarded, entered }: Impossible) =>
  compose(layers, untouched, { form, guarded, entered }).conflicts;

describe('what cannot be on one piece', () => {
  it('is thirty and more, each with a conflict and a remedy', () => {
    expect(impossible.length).toBeGreaterThanOrEqual(30);
    expect(combinations.length).toBe(30);
    expect([ownCombinations.length, told.length]).toEqual([10, 10]);
  });

  it.each(impossible.map((of) => [of.name, of] as const))('%s', (_name, of) => {
    const found = problemsOf(of).filter((conflict) => !conflict.told);
    expect(found.map(({ problem }) => problem.code)).toContain(of.code);
    expect(
      found.map(({ problem }) => problem.message).find((message) => of.says.test(message)),
    ).toBeDefined();
  });
});

describe('what can be, and is told', () => {
  it.each(told.map((of) => [of.name, of] as const))('%s', (_name, of) => {
    const all = problemsOf(of);
    expect(all.filter((conflict) => !conflict.told)).toEqual([]);
    expect(all.map(({ problem }) => problem.code)).toContain(of.code);
    expect(all.map(({ problem }) => problem.message).find((message) => of.says.test(message))).toBeDefined();
  });
});
