import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
  correctionFor,
  dryingOfSlip,
  powderToAdd,
  thickened,
  trimmingsToStand,
  watered,
  waterToAdd,
  waterToRemove,
} from './correct.ts';
import { consistencies } from './consistency.ts';
import {
  coatLoad,
  dryContent,
  judgeGravity,
  measuredGravity,
  solidsByMass,
  solidsByVolume,
} from './density.ts';

const gravity = fc.double({ min: 1.05, max: 1.9, noNaN: true });
const volume = fc.double({ min: 1e-4, max: 0.1, noNaN: true });

describe('dry content', () => {
  // Brongniart in its imperial form, W = (P − 20)·G/(G − 1): a 27 oz pint with G 2.5 holds 11.67 oz.
  it('agrees with the worked pint', () => {
    const ouncesPerPint = 20;
    const dryOunces = (dryContent(27 / 20, 2500) / 1000) * ouncesPerPint;
    expect(dryOunces).toBeCloseTo(11.67, 2);
  });

  it('is what a mixture of known masses holds', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 2, noNaN: true }),
        fc.double({ min: 0.5, max: 2, noNaN: true }),
        (dryKg, waterKg) => {
          const litres = dryKg / 2.6 + waterKg;
          const sg = (dryKg + waterKg) / litres;
          expect(dryContent(sg, 2600) / 1000).toBeCloseTo(dryKg / litres, 9);
          expect(solidsByMass(sg, 2600)).toBeCloseTo(dryKg / (dryKg + waterKg), 9);
          expect(solidsByVolume(sg, 2600)).toBeCloseTo(dryKg / 2.6 / litres, 9);
        },
      ),
    );
  });

  it('splits a coat into its water and its clay', () => {
    const { water, dry } = coatLoad(0.001, 1.4, 2600);
    expect(dry).toBeCloseTo(0.65, 9);
    expect(water + dry).toBeCloseTo(1.4, 9);
  });
});

describe('corrections against a mass balance', () => {
  it('reaches a lower SG with the water it names', () => {
    fc.assert(
      fc.property(volume, gravity, gravity, (v, a, b) => {
        const [high, low] = a > b ? [a, b] : [b, a];
        expect(watered(v, high, waterToAdd(v, high, low))).toBeCloseTo(low, 9);
      }),
    );
  });

  it('reaches a higher SG with the powder it names, and by losing the water it names', () => {
    fc.assert(
      fc.property(volume, gravity, gravity, (v, a, b) => {
        const [high, low] = a > b ? [a, b] : [b, a];
        expect(thickened(v, low, powderToAdd(v, low, high, 2600), 2600)).toBeCloseTo(high, 9);
        expect(watered(v, low, -waterToRemove(v, low, high))).toBeCloseTo(high, 9);
      }),
    );
  });

  it('names roads that lead into the wanted range, water and powder before electrolytes', () => {
    const tub = (at: number) => ({
      volumeM3: 0.001,
      gravity: at,
      grainDensity: 2600,
      adjusted: 'none' as const,
      evaporationPerDay: 1e-5,
    });
    for (const { gravity: wanted } of consistencies) {
      const thick = correctionFor(tub(wanted.to + 0.03), 'too-thick', wanted);
      const [first] = thick.roads;
      expect(first?.road === 'water' && watered(0.001, wanted.to + 0.03, first.volumeM3)).toBeCloseTo(
        thick.target,
        9,
      );
      const thin = correctionFor(tub(Math.max(1.01, wanted.from - 0.03)), 'too-thin', wanted);
      expect(thin.roads.map((r) => r.road)).toEqual(['powder', 'decant', 'evaporate', 'flocculate']);
      for (const { target } of [thick, thin]) {
        expect(target).toBeGreaterThan(wanted.from);
        expect(target).toBeLessThan(wanted.to);
      }
      expect(thin.roads.map((r) => r.days)).toEqual(
        expect.arrayContaining([0, 1, 2, expect.any(Number) as number]),
      );
    }
  });

  it('lets a deflocculated coat shrink less after it has set, and a thin one leave less', () => {
    expect(dryingOfSlip(1.5, 2600, 'deflocculated').shrinkageAfterSet).toBeLessThan(
      dryingOfSlip(1.5, 2600, 'none').shrinkageAfterSet,
    );
    expect(dryingOfSlip(1.3, 2600, 'none').thicknessLeft).toBeLessThan(
      dryingOfSlip(1.5, 2600, 'none').thicknessLeft,
    );
  });

  it('brings thick silicate slip to stand with the trimmings it names', () => {
    const tub = { volumeM3: 0.002, gravity: 1.55, grainDensity: 2600, adjusted: 'deflocculated' as const };
    const kg = trimmingsToStand(tub, { from: 1.7, to: 1.85 });
    expect(thickened(0.002, 1.55, kg, 2600)).toBeCloseTo(1.775, 9);
    expect(trimmingsToStand({ ...tub, gravity: 1.72 }, { from: 1.7, to: 1.85 })).toBe(0);
  });
});

describe('figures that cannot be slip', () => {
  const sample = (massKg: number, tareKg = 0, volumeM3 = 1e-4) =>
    measuredGravity({ massKg, tareKg, volumeM3 });
  it('names the field and the remedy', () => {
    expect(sample(0.1, 0, 0)).toMatchObject({ ok: false, problem: { field: 'volumeM3' } });
    expect(sample(0.09)).toMatchObject({ ok: false, problem: { code: 'lighter-than-water' } });
    expect(sample(0.05, 0.06)).toMatchObject({ ok: false, problem: { field: 'tareKg' } });
    expect(judgeGravity(2.6, 2600)).toMatchObject({ ok: false, problem: { code: 'denser-than-powder' } });
  });
  it('questions a slip of over 55 % by volume, and lets others pass', () => {
    expect(judgeGravity(1.95, 2600)).toMatchObject({
      ok: true,
      value: { question: expect.stringContaining('%') as string },
    });
    expect(judgeGravity(1.6, 2600)).toEqual({ ok: true, value: { question: null } });
  });
});
