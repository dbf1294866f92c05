import { describe, expect, it } from 'vitest';
import { capVolume, clayVolume, exposure, outsideArea, sphereZoneArea } from './form.ts';

describe('forms', () => {
  it('has the area and volume of a hemisphere', () => {
    // closed forms: 2πr² and (2/3)πr³
    expect(sphereZoneArea(0.1, 0.1)).toBeCloseTo(2 * Math.PI * 0.01, 12);
    expect(capVolume(0.1, 0.1)).toBeCloseTo((2 / 3) * Math.PI * 0.001, 12);
  });

  it('has the clay of a thin cylinder near its area times its wall (Pappus)', () => {
    const wall = 0.001;
    const form = { kind: 'cylinder', diameterM: 0.2, heightM: 0.3, wallM: wall, mouth: 'open' } as const;
    const middle = 2 * Math.PI * (0.1 - wall / 2) * (0.3 - wall) * wall + Math.PI * 0.01 * wall;
    expect(clayVolume(form) / middle).toBeCloseTo(1, 3);
    expect(outsideArea(form)).toBeCloseTo(Math.PI * 0.06, 12);
  });

  it('dries a plate from one face on a board and from both on a rack', () => {
    const plate = { kind: 'plate', diameterM: 0.2, wallM: 0.008 } as const;
    expect(exposure(plate, 'board').inside).toBe('sealed');
    expect(exposure(plate, 'rack').inside).toBe('free');
    expect(clayVolume(plate)).toBeCloseTo(Math.PI * 0.01 * 0.008, 12);
  });
});
