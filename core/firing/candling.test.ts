import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { HOUR } from '../units/quantity.ts';
import { CANDLED_FROM_X, candlingTime } from './candling.ts';

const hours = (thicknessM: number, x: number, body = defaultBody) =>
  candlingTime(body, thicknessM, x)! / HOUR;

describe('candling', () => {
  it('takes nothing where the core is kiln-dry, and is not offered to wet clay', () => {
    expect(candlingTime(defaultBody, 0.006, 0.012)).toBe(0);
    expect(candlingTime(defaultBody, 0.006, CANDLED_FROM_X + 0.01)).toBeNull();
  });

  it('takes longer for thicker and for wetter walls', () => {
    const byThickness = [0.004, 0.01, 0.02, 0.04].map((m) => hours(m, 0.03));
    const byWater = [0.018, 0.025, 0.035, 0.05].map((x) => hours(0.03, x));
    for (const list of [byThickness, byWater]) {
      expect(list).toEqual([...list].sort((a, b) => a - b));
      expect(list.at(-1)).toBeGreaterThan(list[0]!);
    }
  });

  it('is a short hold for a mug and a night for what is thick', () => {
    // common practice, no source: an hour or two for mugs, overnight for sculpture of an inch and more
    expect(hours(0.006, 0.025)).toBeLessThanOrEqual(2);
    expect(hours(0.04, 0.05)).toBeGreaterThan(8);
    expect(hours(0.04, 0.05)).toBeLessThan(16);
  });

  it('of a thick wall is what diffusion through it allows', () => {
    // Crank 1975, eq. 4.17, at the centre: 4/π Σ (−1)ⁿ/(2n+1) exp(−D(2n+1)²π²t/L²); D without growth, so that it is one
    const body = { ...defaultBody, diffusivity: { at0: 1e-9, growth: 0 } };
    const [thickness, from, to, balance] = [0.05, 0.05, 0.015, 0.0022] as const;
    // T/η at 85 °C against 20 °C: 358.15/293.15 · 1.0016/0.3335 (IAPWS 2008)
    const diffusivity = 1e-9 * (358.15 / 293.15) * (1.0016 / 0.3335);
    // lengths of dry solids: shrunk, the wall is this share of its plastic thickness
    const left = (seconds: number) =>
      [0, 1, 2, 3].reduce(
        (sum, n) =>
          sum +
          ((4 / Math.PI) *
            (-1) ** n *
            Math.exp((-diffusivity * (2 * n + 1) ** 2 * Math.PI ** 2 * seconds) / (0.93 * thickness) ** 2)) /
            (2 * n + 1),
        0,
      );
    let seconds = 600;
    while (left(seconds) > (to - balance) / (from - balance)) seconds += 600;
    const analytic = seconds / 3600 + 1;
    expect(Math.abs(hours(thickness, from, body) / analytic - 1)).toBeLessThan(0.15);
  });
});
