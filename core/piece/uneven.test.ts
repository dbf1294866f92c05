import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { steadyClimate } from '../drying/air.ts';
import type { Cover } from '../drying/face.ts';
import { meanReading, skinReading, type Reading } from '../drying/readings.ts';
import { COARSE, plainSetting, runsOf, startRun, type Surroundings, type Walls } from '../drying/run.ts';
import { readAt } from '../drying/trajectory.ts';
import { carryTogether } from '../drying/together.ts';
import { waterIn } from '../drying/mesh.ts';
import type { Form } from '../form/form.ts';
import { joinsOf, placesOf, type WallName } from '../form/places.ts';
import { HOUR } from '../units/quantity.ts';
import { bearsAt, strainWatch } from './uneven.ts';

const pot: Form = { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.006, mouth: 'open' };
const room: Omit<Surroundings, 'outside' | 'inside'> = {
  climate: steadyClimate(20, 0.5),
  heatTransfer: 4,
  cover: 'open',
};

/** Walls of a piece, each place in surroundings of its own. */
function wallsOf(
  form: Form,
  attachmentM: number | null,
  around: (place: WallName) => Partial<Surroundings>,
  thickness: Partial<Record<WallName, number>> = {},
): Walls {
  return Object.fromEntries(
    placesOf(form, 'board', attachmentM).map(({ place, thicknessM, exposure }) => [
      place,
      startRun(
        plainSetting(defaultBody, thickness[place] ?? thicknessM),
        { ...room, ...exposure, ...around(place) },
        0,
        COARSE,
      ),
    ]),
  );
}

/** The worst that stays in a piece as it dries to the end. */
function worst(
  form: Form,
  attachmentM: number | null,
  around: (place: WallName) => Partial<Surroundings>,
  days: number,
  of: WallName[],
  thickness?: Partial<Record<WallName, number>>,
) {
  const joined = joinsOf(form, attachmentM);
  const strain = strainWatch(
    defaultBody,
    form,
    joined.joins
      .map(({ between }) => between)
      .filter((between) => between.every((place) => of.includes(place))),
  );
  const walls = wallsOf(form, attachmentM, around, thickness);
  carryTogether(walls, joined, {}, days * 24 * HOUR);
  const read = (name: WallName, at: number, reading: Reading) => readAt(walls[name]!.trajectory, at, reading);
  for (let at = 0; at <= days * 24 * HOUR; at += HOUR / 2)
    strain.look({
      at,
      means: Object.fromEntries(runsOf(walls).map(([place]) => [place, read(place, at, meanReading)])),
      faces: {
        outside: read('wall', at, skinReading('outside')),
        inside: read('wall', at, skinReading('inside')),
      },
    });
  return strain.worstFrom(0)!;
}
const cover =
  (all: Cover, other: Partial<Record<WallName, Cover>> = {}) =>
  (place: WallName) => ({
    cover: other[place] ?? all,
  });
const thinRim = { rim: 0.004 };

describe('strain that stays', () => {
  it('is borne the better the softer the clay', () => {
    // from memory: 4 % at index 70, 3 % at 60, 2 % from 46 down
    expect([70, 60, 46, 0].map(bearsAt)).toEqual([0.04, 0.03, 0.02, 0.02]);
  });

  it('is small between a thin rim and its wall, open or draped: no word', () => {
    // independent run of two coupled walls: a 4 mm rim on a 6 mm wall, all open, reaches 0.9 to 1.1 %, draped 0.5 to 0.8 %
    const open = worst(pot, null, cover('open'), 3, ['rim', 'wall'], thinRim);
    const draped = worst(pot, null, cover('draped'), 6, ['rim', 'wall'], thinRim);
    expect(open.mismatch).toBeGreaterThan(0.007);
    expect(open.mismatch).toBeLessThan(0.0125);
    expect(draped.mismatch).toBeGreaterThan(0.004);
    expect(draped.mismatch).toBeLessThan(0.009);
    expect([open.level, draped.level]).toEqual(['little', 'little']);
  });

  it('is warned of at an open handle on a draped or wrapped pot, and at a rim under a fan', () => {
    // the same run: 2.0 %, 3.4 % and 2.7 %
    const handle = (of: Cover) =>
      worst(pot, 0.009, cover(of, { attachment: 'open' }), of === 'tight' ? 30 : 8, ['attachment', 'wall']);
    const fanned = worst(pot, null, cover('open', { rim: 'fan' }), 8, ['rim', 'wall'], thinRim);
    expect(handle('draped').mismatch).toBeGreaterThan(0.018);
    expect(handle('draped').level).toBe('warn');
    expect(handle('draped').ahead).toBe('attachment');
    expect(handle('tight').level).toBe('warn');
    expect(handle('tight').mismatch).toBeGreaterThan(handle('draped').mismatch);
    expect(fanned.mismatch).toBeGreaterThan(0.022);
    expect(fanned.mismatch).toBeLessThan(0.035);
    expect(fanned.level).toBe('warn');
  });

  it('curls a tile that dries from above, the more the harder the air draws', () => {
    // the same run, 12 mm of 150 mm on a board: 0.7 % of the span in still air, 1.06 % in a draught, 1.9 % under a fan
    const tile: Form = { kind: 'tile', lengthM: 0.15, widthM: 0.15, wallM: 0.012 };
    const curl = (h: number) => worst(tile, null, () => ({ heatTransfer: h }), 6, []).mismatch;
    expect(curl(4)).toBeGreaterThan(0.005);
    expect(curl(4)).toBeLessThan(0.0085);
    expect(curl(7)).toBeGreaterThan(0.009);
    expect(curl(7)).toBeLessThan(0.0125);
    expect(curl(15)).toBeGreaterThan(0.016);
    expect(curl(15)).toBeLessThan(0.022);
  });
});

describe('places that are joined', () => {
  it('keep all water of the piece between them', () => {
    const joined = joinsOf(pot, 0.009);
    const walls = wallsOf(pot, 0.009, cover('open', { attachment: 'fan' }));
    const total = () =>
      runsOf(walls).reduce(
        (sum, [place, { wall, state }]) =>
          sum +
          joined.areas[place as WallName]! *
            (waterIn(wall.mesh, state.x) + state.left.inside + state.left.outside),
        0,
      );
    const before = total();
    carryTogether(walls, joined, {}, 40 * HOUR);
    expect(total() / before).toBeCloseTo(1, 9);
  });

  it('draw nearer to one another: a rim beside a wet wall does not run a day ahead of it', () => {
    const apart = (joins: boolean) => {
      const joined = joinsOf(pot, null);
      const walls = wallsOf(pot, null, cover('tight', { rim: 'open' }));
      carryTogether(walls, joins ? joined : { ...joined, joins: [] }, {}, 12 * HOUR);
      const mean = (place: WallName) =>
        waterIn(walls[place]!.wall.mesh, walls[place]!.state.x) /
        walls[place]!.wall.mesh.widths.reduce((sum, w) => sum + w, 0);
      return mean('wall') - mean('rim');
    };
    expect(apart(true)).toBeLessThan(0.9 * apart(false));
    expect(apart(true)).toBeGreaterThan(0);
  });

  it('stay level where the clay passes water at once, however long the spans between looks', () => {
    const joined = joinsOf(pot, 0.009);
    const walls = wallsOf(pot, 0.009, cover('tight', { rim: 'open' }));
    // a member far from all that is usual: three hundred times the diffusivity
    for (const [, run] of runsOf(walls)) {
      const { body } = run.setting;
      run.setting = {
        ...run.setting,
        body: { ...body, diffusivity: { ...body.diffusivity, at0: 300 * body.diffusivity.at0 } },
      };
    }
    carryTogether(walls, joined, {}, 40 * HOUR);
    for (const [, run] of runsOf(walls))
      for (const x of run.state.x) {
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(0.3);
      }
  });

  it('come to the same however often they are looked at', () => {
    const joined = joinsOf(pot, null);
    const meanAt = (stops: number) => {
      const walls = wallsOf(pot, null, cover('open'));
      for (let k = 1; k <= stops; k++) carryTogether(walls, joined, {}, (k * 8 * HOUR) / stops);
      const { wall, state } = walls.rim!;
      return waterIn(wall.mesh, state.x) / wall.mesh.widths.reduce((sum, w) => sum + w, 0);
    };
    expect(Math.abs(meanAt(1) - meanAt(32))).toBeLessThan(5e-4);
  });
});
