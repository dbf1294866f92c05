import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { flakeIndex, type CoatOnWall } from './flake.ts';

const coat = (change: Partial<CoatOnWall> = {}): CoatOnWall => ({
  thicknessM: 0.00015,
  specificGravity: 1.38,
  grainDensity: 2600,
  adjusted: 'none',
  body: defaultBody,
  wallM: 0.006,
  wallX: 0.165,
  ...change,
});
const index = (change: Partial<CoatOnWall>) => flakeIndex(coat(change)).index;

/** Hutchinson and Suo 1992: energy goes with thickness and the square of the mismatch; the rest is common practice. */
describe('fit of coat and wall', () => {
  it('grows with the thickness of the film, as the energy does', () => {
    const thin = flakeIndex(coat());
    const thick = flakeIndex(coat({ thicknessM: 0.0003 }));
    const energy = ({ parts }: typeof thin) => parts.filmM * parts.mismatch ** 2;
    expect(thick.index / thin.index).toBeCloseTo(energy(thick) / energy(thin), 9);
    expect(thick.index).toBeGreaterThan(1.5 * thin.index);
  });

  it('is worse on too dry a wall, and in tension there', () => {
    expect(index({ wallX: 0.05 })).toBeGreaterThan(1.5 * index({ wallX: 0.17 }));
    expect(flakeIndex(coat({ wallX: 0.02 })).sign).toBe('tension');
  });

  it('is better for a deflocculated slip, and says so where it is the best change', () => {
    expect(index({ adjusted: 'deflocculated' })).toBeLessThan(index({}));
    const dry = flakeIndex(coat({ wallX: 0.03, thicknessM: 0.0005 }));
    expect(dry.cure).not.toBeNull();
    expect(dry.cure!.index).toBeLessThan(dry.index);
  });

  it('is about one for a coat known to hold', () => {
    expect(index({})).toBeCloseTo(1, 9);
    expect(index({ thicknessM: 0.001, wallX: 0.02 })).toBeGreaterThan(4);
  });
});
