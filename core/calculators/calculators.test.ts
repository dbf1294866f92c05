import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { metricUnits } from '../units/quantity.ts';
import { calculator, figureText, work, type Calculator, type Worked } from './calculator.ts';
import { calculators } from './rows.ts';
import { bellied, stretchedSlab } from './stretched.ts';
import { divisions, ringSector } from './strips.ts';
import { wetMix } from './wetMix.ts';

const found = (of: Calculator, typed: Record<string, number>): Worked => {
  const outcome = work(of, { ...usualOf(of), ...typed }, metricUnits);
  if (!outcome.ok) throw new Error(outcome.problem.message);
  return outcome.value;
};
const usualOf = ({ takes }: Calculator) => Object.fromEntries(takes.map(({ key, usual }) => [key, usual]));
const beside = ({ beside: all }: Worked, label: string): number =>
  all.find((one) => one.label === label)!.value;

describe('worked by hand', () => {
  it('a cylinder to be bellied, from what it is fired: common practice, no source', () => {
    const all = found(bellied, { firedM: 0.09, wallM: 0.0045, shrinkage: 0.12, stretch: 1.3 });
    expect(all.answer.value * 1000).toBeCloseTo(78.7, 1);
    expect(beside(all, 'Across once bellied, plastic') * 1000).toBeCloseTo(102.3, 1);
    expect(beside(all, 'Its wall then') * 1000).toBeCloseTo(5.11, 2);
    expect(beside(all, 'Its wall, thrown') * 1000).toBeCloseTo(6.65, 2);
    expect(beside(all, 'Bare clay between a skin’s cracks')).toBeCloseTo(0.231, 3);
    expect(all.warnings).toEqual([]);
  });

  it('a slab stretched from 30 mm to 6: common practice, no source', () => {
    const all = found(stretchedSlab, { acrossM: 0.3, wallM: 0.006, fromM: 0.03 });
    expect(all.answer.value * 1000).toBeCloseTo(134.2, 1);
    expect(beside(all, 'Its area grows')).toBeCloseTo(5, 9);
    expect(beside(all, 'Bare clay between a skin’s cracks')).toBeCloseTo(0.8, 9);
  });

  it('a strip on a flare of 40 to 55 mm over 120: the cone, developed', () => {
    const all = found(ringSector, { footM: 0.04, rimM: 0.055, heightM: 0.12 });
    expect(all.answer.value * 1000).toBeCloseTo(322.5, 1);
    expect(beside(all, 'Outer arc, radius') * 1000).toBeCloseTo(443.4, 1);
    expect((beside(all, 'Angle of the sector') * 180) / Math.PI).toBeCloseTo(44.65, 2);
    expect(beside(all, 'Along the wall') * 1000).toBeCloseTo(120.93, 2);
  });

  it('a strip on an upright wall, or all but, is straight', () => {
    for (const rimM of [0.05, 0.05 + 1e-6]) {
      const all = found(ringSector, { footM: 0.05, rimM, heightM: 0.1 });
      expect(all.answer.label).toBe('A straight strip, long');
      expect(all.answer.value).toBeCloseTo(0.31416, 4);
    }
  });

  it('nine divisions of a radius of 55 mm: chord and arc', () => {
    const all = found(divisions, { radiusM: 0.055, parts: 9 });
    expect(all.answer.value * 1000).toBeCloseTo(37.62, 2);
    expect(beside(all, 'Along the wall') * 1000).toBeCloseTo(38.4, 2);
  });

  it('60 ml of one slip and 40 of another: Brongniart', () => {
    const all = found(wetMix, {
      ...{ firstM3: 6e-5, firstSg: 1.4, firstGrain: 2.6 },
      ...{ secondM3: 4e-5, secondSg: 1.45, secondGrain: 2.7 },
    });
    expect(all.answer.value).toBeCloseTo(0.423, 3);
    expect(beside(all, 'Specific gravity of the mix')).toBeCloseTo(1.42, 9);
  });
});

describe('laws', () => {
  const within = ({ takes }: Calculator) =>
    fc.record(
      Object.fromEntries(
        takes.map(({ key, as, least, most }) => [
          key,
          as === 'count'
            ? fc.integer({ min: least, max: most })
            : fc.double({ min: least, max: most, noNaN: true }),
        ]),
      ),
    );

  it.each(calculators.map((of) => [of.id, of] as const))(
    '%s finds a figure wherever it takes one',
    (_id, of) => {
      fc.assert(
        fc.property(within(of), (typed) => {
          const all = found(of, typed as Record<string, number>);
          for (const { value } of [all.answer, ...all.beside]) expect(value).toBeGreaterThanOrEqual(0);
          for (const { value } of [all.answer, ...all.beside]) expect(value).toBeLessThan(1e6);
        }),
      );
    },
  );

  it('both arcs of a strip are as long as the edges they lie on', () => {
    fc.assert(
      fc.property(within(ringSector), (typed) => {
        const { footM, rimM } = typed as Record<string, number>;
        const all = found(ringSector, typed as Record<string, number>);
        fc.pre(all.answer.label === 'Inner arc, radius');
        const angle = beside(all, 'Angle of the sector');
        expect(all.answer.value * angle).toBeCloseTo(2 * Math.PI * Math.min(footM!, rimM!), 9);
        expect(beside(all, 'Outer arc, radius') * angle).toBeCloseTo(
          2 * Math.PI * Math.max(footM!, rimM!),
          9,
        );
      }),
    );
  });

  it('clay keeps its volume when it is bellied and when it is stretched', () => {
    fc.assert(
      fc.property(within(bellied), within(stretchedSlab), (pot, slab) => {
        const one = found(bellied, pot as Record<string, number>);
        const thrown = one.answer.value * beside(one, 'Its wall, thrown');
        expect(thrown).toBeCloseTo(
          beside(one, 'Across once bellied, plastic') * beside(one, 'Its wall then'),
          9,
        );
        const { acrossM, wallM, fromM } = slab as Record<string, number>;
        const disc = found(stretchedSlab, slab as Record<string, number>).answer.value;
        expect(disc ** 2 * fromM!).toBeCloseTo(acrossM! ** 2 * wallM!, 9);
      }),
    );
  });
});

describe('a bench', () => {
  it.each<[string, number | null, string]>([
    ['nothing', null, 'Into how many parts must be a number: between 2 and 200.'],
    ['no number', Number.NaN, 'Into how many parts must be a number: between 2 and 200.'],
    ['too much', 500, 'Into how many parts must be between 2 and 200.'],
    ['none', 0, 'Into how many parts must be between 2 and 200.'],
    ['a part of one', 4.5, 'Into how many parts must be a whole number.'],
  ])('that is given %s names the figure and how it can be', (_what, parts, message) => {
    expect(work(divisions, { radiusM: 0.05, parts }, metricUnits)).toMatchObject({
      ok: false,
      problem: { field: 'parts', message },
    });
  });

  it('warns where clay tears', () => {
    expect(found(bellied, { stretch: 1.8 }).warnings.join()).toMatch(/two goes/);
    expect(found(stretchedSlab, { fromM: 0.05 }).warnings.join()).toMatch(/begin thinner/);
    expect(found(stretchedSlab, { fromM: 0.004 }).warnings.join()).toMatch(/nothing is stretched/);
    expect(found(bellied, { wallM: 0.002 }).warnings.join()).toMatch(/under 3 mm/);
  });

  it('that is invented is a row: figures named to its sum, judged and worked', () => {
    const invented = calculator({
      id: 'buttons',
      question: 'How many buttons from a lump?',
      about: '',
      takes: [
        { key: 'lumpKg', label: 'The lump', as: 'mass', usual: 1, least: 0.1, most: 20 },
        { key: 'eachKg', label: 'A button', as: 'mass', usual: 0.01, least: 0.001, most: 1 },
      ],
      compute: ({ lumpKg, eachKg }) => ({
        answer: { label: 'Buttons', as: 'count', value: Math.floor(lumpKg / eachKg) },
        beside: [],
        warnings: [],
      }),
      source: 'none',
    });
    const { answer } = found(invented, { lumpKg: 2 });
    expect(figureText(answer.as, answer.value, metricUnits)).toBe('200');
  });

  it('each has its own name, and begins with what it takes', () => {
    expect(new Set(calculators.map(({ id }) => id)).size).toBe(calculators.length);
    for (const of of calculators) expect(found(of, {}).answer.value).toBeGreaterThan(0);
  });
});
