import { describe, expect, it } from 'vitest';
import { HOUR } from '../units/quantity.ts';
import { caseOf, coatLaid, cruetMade, hoursOn, logged } from './piece.test-support.ts';
import { planPiece } from '../plan/plan.ts';

const members = 4;
const thin = { kind: 'plate', diameterM: 0.2, wallM: 0.0025 } as const;
const plan = (hours: number, ...entries: Parameters<typeof caseOf>[0]) =>
  planPiece(caseOf([cruetMade({ form: thin }), ...entries]), hoursOn(hours), undefined, { members })!;
const inside = (hours: number) =>
  logged(
    'piece.coated',
    hoursOn(hours),
    { stepId: null, tubId: null, thicknessM: 0.0006, specificGravity: 1.38, grainDensity: 2600 },
    { face: 'inside' },
  );
/** The index of the bare thin wall after so many hours. */
const dryer = (hours: number) => plan(hours).now.meanIndex;
const thick = (hours: number) => coatLaid(1, hoursOn(hours), { thicknessM: 0.0006 });

// common practice, no source: a thin wall coated inside and out at once goes floppy
describe('the softest moment of a coated wall', () => {
  it('comes some minutes after the coat, and is told of at once', () => {
    const justNow = plan(3, thick(3), inside(3));
    const { at, index, slumps } = justNow.softest!;
    expect(at).toBeGreaterThan(hoursOn(3));
    expect(at).toBeLessThan(hoursOn(4));
    expect(index).toBeGreaterThan(justNow.now.meanIndex);
    expect(slumps).toBe(true);
    expect(justNow.warnings.map(({ id }) => id)).toContain('slump');
  });

  it('is the same moment a quarter of an hour on, whatever the next step is', () => {
    const first = plan(3, thick(3), inside(3)).softest!;
    const later = plan(3.25, thick(3), inside(3));
    expect(Math.abs(later.softest!.at - first.at)).toBeLessThan(HOUR / 4);
    expect(later.softest!.index).toBeCloseTo(first.index, -1);
  });

  it('is softer with a coat on both faces than with one, and for a thinner wall', () => {
    const both = plan(3, thick(3), inside(3)).softest!;
    const one = plan(3, inside(3)).softest!;
    expect(both.index).toBeGreaterThan(one.index);
    // four times as thick, coated when it has dried as far
    const sturdy = planPiece(
      caseOf([cruetMade({ form: { ...thin, wallM: 0.01 } }), thick(14), inside(14)]),
      hoursOn(14),
      undefined,
      { members },
    )!;
    expect(sturdy.now.meanIndex).toBeLessThan(95);
    expect(sturdy.softest!.index - sturdy.now.meanIndex).toBeLessThan((both.index - dryer(3)) / 2);
  });

  it('is not told of where no coat is on the wall or planned, nor once it has long been drying', () => {
    const skip = ['coat-1', 'coat-2', 'coat-3'].map((stepId) =>
      logged('piece.skipped', hoursOn(2), { stepId, reason: '' }),
    );
    expect(plan(3, ...skip).softest).toBeNull();
    expect(plan(30, thick(3), ...skip.slice(1)).softest).toBeNull();
  });

  it('sums the water of all coats, as their own density says', () => {
    // by hand: 0.6 mm at SG 1.38 and G 2.6 holds 0.6·(1 − φ) kg/m² of water, φ = 0.38/1.6; the wall 2.5 mm/v(0.25)
    const water = 0.6 * (1 - 0.38 / 1.6);
    const dry = 0.0025 / (1 / 2600 + 0.25 / 1000 + 2e-5);
    expect(plan(3, thick(2.9), inside(2.95)).believed.waterAdded).toBeCloseTo((2 * water) / dry, 9);
  });
});
