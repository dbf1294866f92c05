import { describe, expect, it } from 'vitest';
import { ownProblem, stepsOf, techniqueNamed, techniqueOf, techniques } from '../catalogue/catalogue.ts';
import { compose } from './compose.ts';
import { asDone, nextRev, verbOf, withoutStep, withStep, withStepMoved } from './own.ts';
import { unsound } from '../technique/sound.ts';
import type { Need, Step, Technique } from '../technique/technique.ts';
import { layerOf, waysOf } from '../catalogue/layerOf.test-support.ts';

const inlay = techniqueNamed('inlay');
const ours = asDone(techniqueNamed('sgraffito'), { ground: 'thick' }, 'ours');
const withNeed = (key: string, need: Need, of: Technique = ours): Technique => ({
  ...of,
  steps: of.steps.map((step) => (step.key === key ? { ...step, needs: [need] } : step)),
});
const without = <T extends object>(of: T, key: keyof T): Omit<T, typeof key> => {
  const { [key]: _gone, ...rest } = of;
  return rest;
};

describe('a copy of a technique', () => {
  it.each(
    techniques().flatMap((of) =>
      waysOf(of).map((way) => [`${of.id} ${JSON.stringify(way)}`, of, way] as const),
    ),
  )('of %s has the steps of that way, and holds together', (_name, of, way) => {
    const copy = asDone(of, way, 'copy');
    expect(ownProblem(copy)).toBeNull();
    expect(copy.choices).toEqual([]);
    const [as, was] = [stepsOf(copy, {}), stepsOf(of, way)];
    expect(as.map(({ key, name, effects, takesS }) => ({ key, name, effects, takesS }))).toEqual(
      was.map(({ key, name, effects, takesS }) => ({ key, name, effects, takesS })),
    );
    // what it can be timed by is the same
    const windows = (steps: Step[]) =>
      steps.map(({ needs }) => needs.flatMap((need) => (need.kind === 'water' ? need.spans : [])));
    expect(windows(as)).toEqual(windows(was));
  });

  it('is composed as its original is', () => {
    const original = compose([layerOf('sgraffito', { ground: 'thick' })]);
    const copy = compose([{ ...layerOf('sgraffito'), technique: 'ours', rev: '1', own: ours }]);
    expect(copy.planned.map(({ step }) => step.name)).toEqual(original.planned.map(({ step }) => step.name));
    expect(copy.conflicts).toEqual([]);
  });

  it('is what its layer is of, whatever the catalogue has by then', () => {
    const layer = { ...layerOf('sgraffito'), own: ours };
    expect(techniqueOf(layer)).toBe(ours);
    expect(techniqueOf({ technique: 'ours', rev: '1' })).toBeNull();
  });

  it('of a copy names the first original, and counts its own revisions', () => {
    const again = asDone(ours, {}, 'again');
    expect(again.copyOf).toBe('sgraffito');
    expect(again.rev).toBe('1');
    expect(nextRev('1')).toBe('2');
    expect(nextRev(nextRev(null))).toBe('2');
  });

  it('cannot take the name of a technique of the list', () => {
    expect(ownProblem({ ...ours, id: 'inlay' })).toMatchObject({ code: 'not-own', field: 'id' });
  });
});

describe('steps of a copy', () => {
  it('taken out are waited for no more', () => {
    const copy = asDone(inlay, {}, 'copy');
    const left = withoutStep(copy, 'fill');
    expect(left.steps.map(({ key }) => key)).toEqual(
      copy.steps.map(({ key }) => key).filter((key) => key !== 'fill'),
    );
    expect(unsound(left)).toBeNull();
    expect(JSON.stringify(left.steps.map(({ needs }) => needs))).not.toContain('"of":"fill"');
    // and its needs were there before
    expect(JSON.stringify(copy.steps.map(({ needs }) => needs))).toContain('"of":"fill"');
  });

  it('put in stand where they are put, do nothing to the clay, and can be logged', () => {
    const more = withStep(ours, 1, 'own-1', 'Sign it');
    expect(more.steps[1]).toMatchObject({ key: 'own-1', verb: 'Log sign it', effects: [{ does: 'none' }] });
    expect(more.steps).toHaveLength(ours.steps.length + 1);
    expect(unsound(more)).toBeNull();
    expect(verbOf('Comb')).toBe('Log comb');
  });

  it('are moved within the list, and no further', () => {
    const keys = (of: Technique) => of.steps.map(({ key }) => key);
    const [first, second] = keys(ours) as [string, string];
    expect(keys(withStepMoved(ours, first, 1)).slice(0, 2)).toEqual([second, first]);
    expect(keys(withStepMoved(ours, first, -1))).toEqual(keys(ours));
    expect(keys(withStepMoved(ours, first, 99)).at(-1)).toBe(first);
    expect(keys(withStepMoved(withStepMoved(ours, first, 2), first, -2))).toEqual(keys(ours));
  });
});

describe('what a technique cannot be', () => {
  const [first, second] = ours.steps as [Step, Step];
  const cases: [string, Technique, { code: string; field: string }][] = [
    ['without steps', { ...ours, steps: [] }, { code: 'no-steps', field: 'steps' }],
    [
      'with two steps of one name',
      { ...ours, steps: [first, second, { ...second, key: first.key }] },
      { code: 'same-step', field: 'steps.2.key' },
    ],
    [
      'with a window upside down',
      withNeed(first.key, { kind: 'water', of: 'mean', spans: [{ driest: 84, wettest: 50 }] }),
      { code: 'window-upside-down', field: 'steps.0.needs.0.spans.0.driest' },
    ],
    [
      'with a wait longer than it may be',
      withNeed(second.key, { kind: 'since', of: first.key, least: 600, most: 60 }),
      { code: 'window-upside-down', field: 'steps.1.needs.0.most' },
    ],
    [
      'that waits for a step it has not got',
      withNeed(first.key, { kind: 'sign', sign: 'firm', of: 'gone', side: 'after' }),
      { code: 'no-such-step', field: 'steps.0.needs.0.of' },
    ],
    [
      'that waits for what comes later',
      withNeed(first.key, { kind: 'sign', sign: 'firm', of: second.key, side: 'after' }),
      { code: 'waits-for-later', field: 'steps.0.needs.0.of' },
    ],
    [
      'with a usual figure outside its bounds',
      { ...ours, steps: [{ ...first, takesS: { usual: 10, least: 20 } }] },
      { code: 'figures-out-of-order', field: 'steps.0.effects' },
    ],
    [
      'done more often at least than usually',
      { ...ours, steps: [{ ...first, repeat: { least: 3, usual: 2, most: 4 } }] },
      { code: 'figures-out-of-order', field: 'steps.0.repeat.usual' },
    ],
    [
      'mended by a step it has not got',
      {
        ...ours,
        steps: [{ ...first, remedies: [{ when: 'seen', sign: 'it runs', say: 'Again', redo: 'gone' }] }],
      },
      { code: 'no-such-step', field: 'steps.0.remedies.0.redo' },
    ],
    [
      'with a way that is none of its own',
      { ...ours, steps: [{ ...first, only: { ground: 'thick' } }] },
      { code: 'no-such-school', field: 'steps.0.only' },
    ],
    [
      'with a choice whose usual way is not there',
      { ...inlay, id: 'x', choices: [{ ...inlay.choices[0]!, usual: 'gone' }] },
      { code: 'no-such-school', field: 'choices.0.usual' },
    ],
    [
      'that changes a step it has not got',
      { ...ours, patches: [{ when: {}, step: 'gone', set: {} }] },
      { code: 'no-such-step', field: 'patches.0.step' },
    ],
    [
      'that changes a step to what cannot be',
      {
        ...ours,
        patches: [
          {
            when: {},
            step: first.key,
            set: { needs: [{ kind: 'water', of: 'core', spans: [{ driest: 9, wettest: 9 }] }] },
          },
        ],
      },
      { code: 'window-upside-down', field: 'patches.0.set.needs.0.spans.0.driest' },
    ],
  ];
  it.each(cases)('%s', (_name, technique, problem) => {
    expect(unsound(technique)).toMatchObject(problem);
    // what is wrong is said with what to do about it
    expect(unsound(technique)!.message).toMatch(/: .{8}/);
  });

  it('says so of none of the list', () => {
    for (const technique of techniques()) expect(unsound(without(technique, 'rev') as Technique)).toBeNull();
  });
});
