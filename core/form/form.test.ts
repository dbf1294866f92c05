import { describe, expect, it } from 'vitest';
import {
  capVolume,
  clayVolume,
  isDoublyCurved,
  outsideArea,
  sphereZoneArea,
  stretchedForm,
  type Form,
} from './form.ts';
import { clayShares, exposure, placesOf, takesCoats } from './places.ts';

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

describe('bowls', () => {
  const bowl = (wallM: number) => ({ kind: 'bowl', diameterM: 0.16, heightM: 0.08, wallM }) as const;

  it('of a half sphere have half its face', () => {
    // closed form: 2πr²
    expect(outsideArea(bowl(0.006))).toBeCloseTo(2 * Math.PI * 0.08 ** 2, 12);
  });

  it('hold clay as their face times the wall, the nearer the thinner', () => {
    const off = (wallM: number) => Math.abs(clayVolume(bowl(wallM)) / (outsideArea(bowl(wallM)) * wallM) - 1);
    expect(off(0.0005)).toBeLessThan(0.01);
    expect(off(0.004)).toBeGreaterThan(off(0.0005));
  });
});

describe('turned profiles and boxes', () => {
  const profile = (points: [number, number][], wallM = 0.006): Form => ({
    kind: 'profile',
    points: points.map(([heightM, diameterM]) => ({ heightM, diameterM })),
    wallM,
    mouth: 'open',
  });

  it('have the face and the clay of a cylinder where they are one', () => {
    const cylinder: Form = { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.006, mouth: 'open' };
    const same = profile([
      [0, 0.1],
      [0.05, 0.1],
      [0.15, 0.1],
    ]);
    expect(outsideArea(same)).toBeCloseTo(outsideArea(cylinder), 12);
    expect(clayVolume(same) / clayVolume(cylinder)).toBeCloseTo(1, 1);
  });

  it('have the face of a cone: πrs', () => {
    // closed form of a cone of radius 0.06 and height 0.08: slant 0.1
    expect(
      outsideArea(
        profile([
          [0, 0],
          [0.08, 0.12],
        ]),
      ),
    ).toBeCloseTo(Math.PI * 0.06 * 0.1, 12);
  });

  it('keep their clay when they are stretched', () => {
    const jar = profile([
      [0, 0.08],
      [0.09, 0.15],
      [0.16, 0.1],
    ]);
    const box: Form = { kind: 'box', lengthM: 0.12, widthM: 0.1, heightM: 0.15, wallM: 0.006 };
    for (const form of [jar, box])
      expect(
        (outsideArea(stretchedForm(form, 'area', 1.4)) * (form.wallM / 1.4)) /
          (outsideArea(form) * form.wallM),
      ).toBeCloseTo(1, 9);
    expect(outsideArea(box)).toBeCloseTo(0.44 * 0.15, 12);
    expect(clayVolume(box)).toBeCloseTo(0.12 * 0.1 * 0.15 - 0.108 * 0.088 * 0.144, 12);
  });

  it('are curved both ways where they have a belly, and straight where they are a cone', () => {
    expect(
      isDoublyCurved(
        profile([
          [0, 0.08],
          [0.1, 0.12],
        ]),
      ),
    ).toBe(false);
    expect(
      isDoublyCurved(
        profile([
          [0, 0.08],
          [0.09, 0.15],
          [0.16, 0.1],
        ]),
      ),
    ).toBe(true);
  });
});

describe('places', () => {
  const cylinder = { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.006, mouth: 'open' } as const;
  const names = (...given: Parameters<typeof placesOf>) => placesOf(...given).map(({ place }) => place);

  it('are those the form has: flat ware has neither foot nor floor', () => {
    expect(names(cylinder, 'board', null)).toEqual(['wall', 'rim', 'foot', 'floor']);
    expect(names(cylinder, 'board', 0.012)).toContain('attachment');
    expect(names({ kind: 'tile', lengthM: 0.2, widthM: 0.1, wallM: 0.01 }, 'rack', null)).toEqual([
      'wall',
      'rim',
    ]);
  });

  it('are thinner at the rim and thicker at the foot; a handle dries from all round, as half its thickness', () => {
    const of = (place: string) => placesOf(cylinder, 'board', 0.012).find((p) => p.place === place)!;
    expect(of('rim').thicknessM).toBeLessThan(of('wall').thicknessM);
    expect(of('foot').thicknessM).toBeGreaterThan(of('wall').thicknessM);
    expect(of('attachment')).toMatchObject({
      thicknessM: 0.006,
      exposure: { outside: 'free', inside: 'free' },
    });
  });

  it('meet underneath what the piece stands on', () => {
    const below = (stand: 'board' | 'rack' | 'plaster' | 'mould') =>
      placesOf(cylinder, stand, null).find((p) => p.place === 'floor')!.exposure.inside;
    expect((['board', 'rack', 'plaster', 'mould'] as const).map(below)).toEqual([
      'sealed',
      'free',
      'plaster',
      'mould',
    ]);
    const narrow = placesOf({ ...cylinder, mouth: 'narrow' }, 'board', null);
    expect(narrow.find((p) => p.place === 'wall')!.exposure.inside).toBe('narrow');
  });

  it('all take a coat, but for the floor within', () => {
    expect(
      placesOf(cylinder, 'board', 0.01)
        .filter(({ place }) => !takesCoats(place))
        .map(({ place }) => place),
    ).toEqual(['floor']);
  });
});

describe('how the clay of a piece is shared', () => {
  const sum = (form: Form) => clayShares(form).reduce((total, { share }) => total + share, 0);
  const floor = (form: Form) => clayShares(form).find(({ place }) => place === 'floor')?.share ?? 0;
  const upright = { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.006, mouth: 'open' } as const;

  it('adds up to all of it, over places that the piece has', () => {
    for (const form of [
      upright,
      { kind: 'bowl', diameterM: 0.16, heightM: 0.08, wallM: 0.006 },
      { kind: 'plate', diameterM: 0.24, wallM: 0.008 },
      { kind: 'tile', lengthM: 0.2, widthM: 0.14, wallM: 0.01 },
    ] as Form[]) {
      expect(sum(form)).toBeCloseTo(1, 12);
      const names = placesOf(form, 'board', null).map(({ place }) => place);
      for (const { place } of clayShares(form)) expect(names).toContain(place);
    }
  });

  it('gives the floor of an upright its disc: the more the lower the pot', () => {
    // a disc of 100 mm and 6 mm in a pot of 100 by 150 mm: its volume over the pot's, both closed forms
    const disc = Math.PI * 0.05 ** 2 * 0.006;
    const pot = Math.PI * (0.05 ** 2 * 0.15 - 0.044 ** 2 * 0.144);
    expect(floor(upright)).toBeCloseTo(disc / pot, 12);
    expect(floor({ ...upright, heightM: 0.05 })).toBeGreaterThan(floor(upright));
    expect(floor({ kind: 'plate', diameterM: 0.24, wallM: 0.008 })).toBe(0);
  });
});
