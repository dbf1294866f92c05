import { describe, expect, it } from 'vitest';
import type { Form } from './form.ts';
import { sheetExcess, WRINKLES_AT } from './sheet.ts';

/** A sphere of 60 mm from 30 to 150 degrees, by heights close together. */
const R = 0.06;
const sphere: Form = {
  kind: 'profile',
  points: [30, 47, 64, 81, 99, 116, 133, 150].map((degrees) => {
    const turn = (degrees * Math.PI) / 180;
    return { heightM: R * (Math.cos(Math.PI / 6) - Math.cos(turn)), diameterM: 2 * R * Math.sin(turn) };
  }),
  wallM: 0.006,
  mouth: 'open',
};

describe('a flat sheet on a curved wall', () => {
  it.each([
    // a strip of half width a on a sphere: 1 − cos(a/R) ≈ a²/2R²; 20.8 mm of damp tissue, 12.0 of paper on 60 mm
    [0.0208, WRINKLES_AT.tissue],
    [0.012, WRINKLES_AT.paper],
  ])('of %f m lies on a sphere up to its limit, %f', (width, limit) => {
    const excess = sheetExcess(sphere, 0.3, 0.7, width);
    expect(excess / limit).toBeGreaterThan(0.8);
    expect(excess / limit).toBeLessThan(1.3);
  });

  it('has the excess of the sphere where it lies from foot to rim', () => {
    const half = (R * (120 * Math.PI)) / 180 / 2;
    const share = sheetExcess(sphere, 0, 1, null) / (half ** 2 / R ** 2 / 2);
    expect(share).toBeGreaterThan(0.9);
    expect(share).toBeLessThan(1.1);
  });

  it('never wrinkles on a cylinder, a cone, a tile', () => {
    const cone: Form = {
      kind: 'profile',
      points: [
        { heightM: 0, diameterM: 0.06 },
        { heightM: 0.1, diameterM: 0.14 },
      ],
      wallM: 0.006,
      mouth: 'open',
    };
    const cylinder: Form = { kind: 'cylinder', diameterM: 0.09, heightM: 0.1, wallM: 0.005, mouth: 'open' };
    const tile: Form = { kind: 'tile', lengthM: 0.2, widthM: 0.1, wallM: 0.01 };
    for (const form of [cone, cylinder, tile]) expect(sheetExcess(form, 0, 1, null)).toBe(0);
  });

  it('wrinkles more the larger it is', () => {
    const widths = [0.005, 0.01, 0.02, 0.04, 0.08];
    const excess = widths.map((width) => sheetExcess(sphere, 0, 1, width));
    for (let i = 1; i < excess.length; i++) expect(excess[i]!).toBeGreaterThan(excess[i - 1]!);
  });
});
