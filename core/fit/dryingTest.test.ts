import { describe, expect, it } from 'vitest';
import { steadyClimate } from '../drying/air.ts';
import { meanReading } from '../drying/readings.ts';
import { integrate, plainSetting, startRun } from '../drying/run.ts';
import { readAt } from '../drying/trajectory.ts';
import { HOUR } from '../units/quantity.ts';
import { defaultBody, linearShrinkage } from '../clay/body.ts';
import { fitDryingTest, type DryingTest } from './dryingTest.ts';

/** A bar of another clay than the default, dried by the wall's own equation, weighed and measured every two hours. */
const truth = {
  ...defaultBody,
  plasticX: 0.28,
  criticalX: 0.14,
  diffusivity: { at0: 2.4e-9, growth: 8 },
};
const climate = steadyClimate(21, 0.45);
const DRY = 0.2;

function tested(hours: number[], lengths: boolean): DryingTest {
  const surroundings = {
    climate,
    heatTransfer: 4,
    cover: 'open' as const,
    outside: 'free' as const,
    inside: 'free' as const,
  };
  const run = integrate(startRun(plainSetting(truth, 0.01), surroundings, 0), 100 * HOUR);
  return {
    points: hours.map((h) => {
      const x = readAt(run.trajectory, h * HOUR, meanReading);
      return {
        at: h * HOUR,
        massKg: DRY * (1 + x),
        lengthM: lengths ? 0.1 * (1 - linearShrinkage(truth, truth.plasticX, x)) : null,
      };
    }),
    dryKg: DRY,
    thicknessM: 0.01,
    climate,
    heatTransfer: 4,
  };
}

const hours = [0, 2, 4, 6, 8, 10, 13, 16, 20, 25, 32, 48];

describe('drying test', () => {
  it('finds again the clay that made its weighings', () => {
    const fit = fitDryingTest(defaultBody, tested(hours, true));
    expect(fit.ok).toBe(true);
    if (!fit.ok) return;
    expect(fit.value.plasticX).toBeCloseTo(0.28, 3);
    expect(Math.abs(fit.value.criticalX - 0.14)).toBeLessThan(0.006);
    expect(fit.value.misfit).toBeLessThan(0.002);
    expect(fit.value.airFactor).toBeGreaterThan(0.9);
    expect(fit.value.airFactor).toBeLessThan(1.1);
    // ASTM C326 reports shrinkage on the plastic length; its slope above X_c is that of the volume's cube root
    const { slope } = fit.value.bigot!;
    const expected =
      linearShrinkage(truth, truth.plasticX, truth.criticalX) / (truth.plasticX - truth.criticalX);
    expect(slope / expected).toBeGreaterThan(0.9);
    expect(slope / expected).toBeLessThan(1.1);
  });

  it('fits without lengths, the critical water content then as in the usual body', () => {
    const fit = fitDryingTest(defaultBody, tested(hours, false));
    expect(fit.ok && fit.value.bigot).toBeNull();
    expect(fit.ok && fit.value.criticalX).toBeCloseTo((0.12 * 0.28) / 0.25, 6);
  });

  it('refuses three points, a bar lighter than dry, and one that was not plastic', () => {
    const code = (test: DryingTest) => {
      const fit = fitDryingTest(defaultBody, test);
      return fit.ok ? null : fit.problem.code;
    };
    expect(code(tested([0, 5, 10], false))).toBe('too-few');
    expect(code({ ...tested(hours, false), dryKg: 0.22 })).toBe('below-dry');
    expect(code({ ...tested(hours, false), dryKg: 0.12 })).toBe('not-plastic');
  });
});
