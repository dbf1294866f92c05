import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { steadyClimate } from '../drying/air.ts';
import { GAVE_UP, goAlong } from '../drying/batch/carry.ts';
import { kernel } from '../drying/batch/kernel.ts';
import { covers } from '../drying/face.ts';
import { carrying } from '../drying/legs.ts';
import { waterIn } from '../drying/mesh.ts';
import { meanReading } from '../drying/readings.ts';
import { COARSE, integrate, plainSetting, startRun, type WallEvent, type WallRun } from '../drying/run.ts';
import { alone } from '../drying/together.ts';
import { coatLoad } from '../slip/density.ts';
import { HOUR, type Instant } from '../units/quantity.ts';
import { settingOf, unknowns, usualPrior, wider } from './prior.ts';

/** What the prior becomes when it is widened twice. */
const widest = wider(wider(usualPrior));

const draw = fc.array(fc.double({ min: -3.5, max: 3.5, noNaN: true }), {
  minLength: unknowns.length,
  maxLength: unknowns.length,
});
const surroundings = fc.record({
  celsius: fc.double({ min: 2, max: 40, noNaN: true }),
  humidity: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
  heatTransfer: fc.double({ min: 1, max: 20, noNaN: true }),
  cover: fc.constantFrom(...covers.map(({ cover }) => cover)),
  inside: fc.constantFrom('free', 'narrow', 'sealed', 'plaster', 'mould'),
});
const coats = fc.array(
  fc.record({
    hour: fc.double({ min: 0.01, max: 40, noNaN: true }),
    thicknessM: fc.double({ min: 2e-5, max: 1.5e-3, noNaN: true }),
    specificGravity: fc.double({ min: 1.05, max: 1.8, noNaN: true }),
    face: fc.constantFrom('outside', 'inside'),
  }),
  { maxLength: 4 },
);

/** The solver of one wall keeps water to rounding, the kernel to a millionth a leg. */
const carriers = {
  'one by one': {
    carry: (run: WallRun, to: Instant, events: WallEvent[]) => void integrate(run, to, events),
    within: 1e-9,
  },
  'many at once': {
    carry: (run: WallRun, to: Instant, events: WallEvent[]) =>
      void goAlong([carrying({ wall: run }, alone, { wall: events }, to)]),
    within: 1e-5,
  },
};

/** Whatever a member is drawn to be, its wall can be carried, keeps its water, and stays a wall. */
describe.each(Object.entries(carriers))('the furthest members, %s', (_name, { carry, within }) => {
  it('dry without the solver giving up, every drop accounted for', { timeout: 120_000 }, () => {
    const runs = vi.spyOn(kernel()!, 'run');
    fc.assert(
      fc.property(draw, surroundings, coats, (z, around, laid) => {
        const setting = settingOf(plainSetting(defaultBody, 0.005), widest, Float64Array.from(z));
        const { celsius, humidity, heatTransfer, cover, inside } = around;
        const events = laid
          .map(({ hour, ...coat }): WallEvent => ({
            at: hour * HOUR,
            kind: 'coat',
            coat: { ...coat, grainDensity: 2600 },
          }))
          .sort((a, b) => a.at - b.at);
        const climate = steadyClimate(celsius, humidity);
        const run = startRun(setting, { climate, heatTransfer, cover, outside: 'free', inside }, 0, COARSE);
        const start = waterIn(run.wall.mesh, run.state.x);
        carry(run, 48 * HOUR, events);
        const brought = laid.reduce(
          (sum, { thicknessM, specificGravity }) => sum + coatLoad(thicknessM, specificGravity, 2600).water,
          0,
        );
        const { left, x } = run.state;
        const kept = waterIn(run.wall.mesh, x);
        expect(x.every((value) => Number.isFinite(value) && value > -0.005 && value < 25)).toBe(true);
        expect(meanReading(x, run.wall.mesh)).toBeLessThan(1);
        const all = start + brought;
        expect(Math.abs(kept + left.inside + left.outside - all) / all).toBeLessThan(within);
      }),
      { numRuns: 300 },
    );
    expect(runs.mock.results.map(({ value }) => value as number)).not.toContain(GAVE_UP);
  });
});
