import { describe, expect, it } from 'vitest';
import { steadyClimate } from './air.ts';
import { tackyAfter } from './paper.ts';

const slip = { thicknessM: 0.00015, specificGravity: 1.5, grainDensity: 2600 };
const minutes = (celsius: number, humidity: number, more: Partial<typeof slip> = {}) =>
  tackyAfter({ ...slip, ...more }, steadyClimate(celsius, humidity), 0) / 60;

describe('slip on paper', () => {
  // by hand: 0.15 mm at SG 1.5 brings 0.103 kg/m² of water on 0.122 of clay; 0.032 may stay and 0.06 goes into the paper,
  // so 0.011 leaves at about 0.06 kg/m²·h of a still room: some ten minutes
  it('is tacky after some ten minutes in a usual room', () => {
    expect(minutes(20, 0.5)).toBeGreaterThan(7);
    expect(minutes(20, 0.5)).toBeLessThan(15);
  });

  it('takes longer the damper the room and the thicker it lies, and shorter the warmer', () => {
    expect(minutes(20, 0.8)).toBeGreaterThan(1.8 * minutes(20, 0.5));
    expect(minutes(28, 0.5)).toBeLessThan(minutes(20, 0.5));
    expect(minutes(20, 0.5, { thicknessM: 0.0003 })).toBeGreaterThan(3 * minutes(20, 0.5));
  });

  it('is looked at in the end where the air takes nothing', () => {
    expect(minutes(20, 1)).toBe(360);
  });
});
