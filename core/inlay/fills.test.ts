import { describe, expect, it } from 'vitest';
import { solidsByVolume } from '../slip/density.ts';
import { fillsNeeded, fillThicknessM, leftAfterFills } from './fills.ts';

const phi = (gravity: number) => solidsByVolume(gravity, 2600);

describe('fills of a groove', () => {
  it('laid flush leave depth·(1 − φ/φ_set)^n', () => {
    // by hand: the residual shrinks by the same share each time
    const kept = 1 - phi(1.5) / 0.65;
    const left = leftAfterFills(phi(1.5), 0, 4);
    left.forEach((rest, i) => expect(rest).toBeCloseTo(kept ** (i + 1), 12));
  });

  it('laid proud by a quarter take two of SG 1.6, three of SG 1.5', () => {
    expect(fillsNeeded(phi(1.6), 0.25)).toBe(2);
    expect(fillsNeeded(phi(1.5), 0.25)).toBe(3);
  });

  it('take less each time, and the fewer the thicker the slip', () => {
    const thick = [1, 2, 3].map((pass) => fillThicknessM(0.002, 0.25, phi(1.5), pass));
    expect(thick[0]).toBeCloseTo(0.0025, 12);
    expect(thick).toEqual([...thick].sort((a, b) => b - a));
    for (let gravity = 1.3; gravity < 1.8; gravity += 0.05)
      expect(fillsNeeded(phi(gravity + 0.05), 0.25)).toBeLessThanOrEqual(fillsNeeded(phi(gravity), 0.25));
  });
});
