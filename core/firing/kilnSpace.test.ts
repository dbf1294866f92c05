import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clayVolume, type Form } from '../form/form.ts';
import { fillOf, roomTaken } from './kilnSpace.ts';

const mug: Form = { kind: 'cylinder', diameterM: 0.09, heightM: 0.1, wallM: 0.005, mouth: 'open' };

describe('what a load takes up', () => {
  it('is the box a piece stands in, with room around it and a shelf over it', () => {
    // 90 × 90 mm, 35 % around, 100 + 25 mm: worked by hand
    expect(roomTaken(mug)).toBeCloseTo(0.09 * 0.09 * 1.35 * 0.125, 9);
    // a tile lies
    expect(roomTaken({ kind: 'tile', lengthM: 0.2, widthM: 0.15, wallM: 0.01 })).toBeCloseTo(
      0.03 * 1.35 * 0.035,
      9,
    );
  });
  it('fits some seventy mugs into a hundred litres', () => {
    expect(
      fillOf(
        Array.from({ length: 70 }, () => mug),
        0.1,
      ),
    ).toBeGreaterThan(0.9);
    expect(
      fillOf(
        Array.from({ length: 74 }, () => mug),
        0.1,
      ),
    ).toBeGreaterThan(1);
  });
  it('is always more than the clay itself', () => {
    const length = fc.double({ min: 0.03, max: 0.5, noNaN: true });
    fc.assert(
      fc.property(length, length, (diameterM, heightM) => {
        const form: Form = { kind: 'cylinder', diameterM, heightM, wallM: 0.01, mouth: 'open' };
        expect(roomTaken(form)).toBeGreaterThan(clayVolume(form));
      }),
    );
  });
});
