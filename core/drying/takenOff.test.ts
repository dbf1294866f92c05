import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultBody, drySolidsPerArea } from '../clay/body.ts';
import { HOUR } from '../units/quantity.ts';
import { steadyClimate } from './air.ts';
import {
  bareMesh,
  coatsOn,
  gradedWidths,
  takenOff,
  waterIn,
  withCoat,
  type CoatLaid,
  type MeshState,
} from './mesh.ts';
import { meanReading, outerReading, signReading } from './readings.ts';
import { integrate, plainSetting, startRun, type WallEvent, type WallRun } from './run.ts';
import { firstWhen } from './trajectory.ts';

const room = {
  climate: steadyClimate(20, 0.5),
  heatTransfer: 4,
  cover: 'open',
  outside: 'free',
  inside: 'free',
} as const;
const started = (thicknessM = 0.006): WallRun =>
  startRun(plainSetting(defaultBody, thicknessM, 0.25), room, 0);
const hoursUntil = (run: WallRun, meanX: number): number =>
  firstWhen(run.trajectory, 0, meanReading, (x) => x <= meanX)! / HOUR;
const slip: Omit<CoatLaid, 'at'> = {
  face: 'outside',
  thicknessM: 0.0004,
  specificGravity: 1.4,
  grainDensity: 2600,
};
const scrape = (
  mm: number,
  share = 1,
  more: { face?: 'outside' | 'inside'; wiped?: true } = {},
): WallEvent => ({
  at: HOUR,
  kind: 'taken-off',
  face: 'outside',
  depthM: mm / 1000,
  share,
  ...more,
});

const solids = ({ mesh }: MeshState): number => mesh.widths.reduce((sum, w) => sum + w, 0);
const water = ({ mesh, x }: MeshState): number => waterIn(mesh, x);
/** A wall with a gradient, so that what is cut off holds other water than the rest. */
const sloped = (): MeshState => {
  const widths = gradedWidths(16, drySolidsPerArea(defaultBody, 0.006));
  return { mesh: bareMesh(widths, 1.5), x: Float64Array.from(widths, (_w, i) => 0.28 - 0.01 * i) };
};

describe('clay taken off a face', () => {
  it('takes its share of dry clay and the water in it, whatever the depth', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.7, noNaN: true }), fc.boolean(), (part, outside) => {
        const wall = sloped();
        const face = outside ? 'outside' : 'inside';
        const left = takenOff(wall, face, { drySolids: part * solids(wall), share: 1 });
        expect(solids(left) / solids(wall)).toBeCloseTo(1 - part, 9);
        // an independent sum of what lies in the part cut off
        let rest = part * solids(wall);
        let lost = 0;
        const cells = [...wall.mesh.widths.keys()];
        for (const i of outside ? cells.reverse() : cells) {
          const taken = Math.min(rest, wall.mesh.widths[i]!);
          lost += taken * wall.x[i]!;
          rest -= taken;
        }
        expect(water(wall) - water(left)).toBeCloseTo(lost, 9);
        expect(Math.max(...left.x)).toBeLessThanOrEqual(0.28 + 1e-12);
        expect(Math.min(...left.x)).toBeGreaterThanOrEqual(0.13 - 1e-12);
      }),
    );
  });

  it('cuts lines: of a share, only that much', () => {
    const wall = sloped();
    const left = takenOff(wall, 'outside', { drySolids: 1, share: 0.25 });
    expect(solids(wall) - solids(left)).toBeCloseTo(0.25, 9);
    expect(left.mesh.outerSolids).toBe(wall.mesh.outerSolids);
  });

  it('goes through the coats first, and bares the clay where it went through', () => {
    const coated = withCoat(sloped(), { ...slip, at: 0 });
    const coat = coatsOn(coated.mesh, 'outside')[0]!;
    const dry = coated.mesh.widths.slice(coat.from, coat.to).reduce((a, b) => a + b, 0);
    const half = takenOff(coated, 'outside', { drySolids: dry / 2, share: 1 });
    expect(solids(coated) - solids(half)).toBeCloseTo(dry / 2, 9);
    expect(coatsOn(half.mesh, 'outside')[0]!.share).toBe(1);
    const through = takenOff(coated, 'outside', { drySolids: 3 * dry, share: 0.25 });
    expect(coatsOn(through.mesh, 'outside')[0]!.share).toBeCloseTo(0.75, 9);
    expect(solids(coated) - solids(through)).toBeCloseTo(0.75 * dry, 9);
    const bare = takenOff(coated, 'outside', { drySolids: 3 * dry, share: 1 });
    expect(coatsOn(bare.mesh, 'outside')).toEqual([]);
    // a coat on the other face is left alone
    const other = takenOff(coated, 'inside', { drySolids: dry, share: 1 });
    expect(coatsOn(other.mesh, 'outside')[0]!.share).toBe(1);
  });

  it('leaves what is sunk in a cut, and a sponge leaves the clay', () => {
    const filled = withCoat(sloped(), { ...slip, at: 0, share: 0.3, sunk: 0.85 });
    const scraped = takenOff(filled, 'outside', { drySolids: 0.5, share: 1 });
    const [fill] = coatsOn(scraped.mesh, 'outside');
    const dryOf = ({ mesh }: MeshState, i = 0) => {
      const { from, to } = coatsOn(mesh, 'outside')[i]!;
      return mesh.widths.slice(from, to).reduce((a, b) => a + b, 0);
    };
    expect(fill!.share).toBeCloseTo(0.3, 9);
    expect(dryOf(scraped) / dryOf(filled)).toBeCloseTo(0.85, 6);
    const coated = withCoat(sloped(), { ...slip, at: 0 });
    const wiped = takenOff(coated, 'outside', { drySolids: 0, share: 0.7, wiped: true });
    expect(solids(coated) - solids(wiped)).toBeCloseTo(0.7 * dryOf(coated), 9);
  });

  it('never takes the whole wall', () => {
    const left = takenOff(sloped(), 'outside', { drySolids: 99, share: 1 });
    expect(solids(left) / solids(sloped())).toBeCloseTo(0.1, 9);
    expect([...left.x].every(Number.isFinite)).toBe(true);
  });
});

describe('a wall that was cut', () => {
  it('dries sooner, as a thinner one does', () => {
    // common practice: a trimmed pot is dry before an untrimmed one
    const whole = hoursUntil(integrate(started(), 60 * HOUR), 0.06);
    const cut = hoursUntil(integrate(started(), 60 * HOUR, [scrape(1.5)]), 0.06);
    const thin = hoursUntil(integrate(started(0.0045), 60 * HOUR), 0.06);
    expect(cut).toBeLessThan(whole - 2);
    expect(cut).toBeGreaterThan(thin - 0.5);
  });

  it('loses the water of its coat where that is scraped off before it has soaked in', () => {
    const coat: WallEvent = { at: HOUR, kind: 'coat', coat: slip };
    const soon: WallEvent = { ...scrape(0, 1, { wiped: true }), at: 1.05 * HOUR };
    const at = (events: WallEvent[]) => integrate(started(), 2 * HOUR, events);
    const outer = (run: WallRun) => outerReading(run.state.x, run.wall.mesh);
    const [bare, coated, wiped] = [at([]), at([coat]), at([coat, soon])];
    expect(outer(coated)).toBeGreaterThan(outer(bare) + 0.005);
    expect(outer(wiped)).toBeLessThan(outer(coated) - 0.002);
    expect(signReading('outside')(wiped.state.x, wiped.wall.mesh)).toBeGreaterThan(0.1);
  });

  it('under wax dries later, the more of it is waxed', () => {
    const wax = (share: number): WallEvent => ({ at: HOUR, kind: 'wax', face: 'outside', share });
    const hours = [0, 0.5, 1].map((share) => hoursUntil(integrate(started(), 90 * HOUR, [wax(share)]), 0.06));
    expect(hours[1]).toBeGreaterThan(hours[0]! + 0.5);
    expect(hours[2]).toBeGreaterThan(hours[1]! + 1);
    // waxed twice over, no less closed
    const twice = hoursUntil(integrate(started(), 90 * HOUR, [wax(0.5), wax(0.5)]), 0.06);
    expect(twice).toBeGreaterThan(hours[1]!);
    expect(twice).toBeLessThan(hours[2]!);
  });
});
