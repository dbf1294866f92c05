import { describe, expect, it } from 'vitest';
import { defaultBody, drySolidsPerArea } from '../clay/body.ts';
import { coatLoad } from '../slip/density.ts';
import { steadyClimate } from './air.ts';
import { surfaceState, type Cover } from './face.ts';
import { activityLaw } from '../clay/body.ts';
import { meanReading, outerReading } from './readings.ts';
import { carry, forkRun, startRun, type Surroundings, type WallEvent } from './run.ts';
import { cellsAt, firstWhen } from './trajectory.ts';

const HOUR = 3_600_000;
const plain = { body: defaultBody, thicknessM: 0.006, startX: 0.25, airFactor: 1, coverFactor: 1 };
const room = (
  change: Partial<Surroundings> & { celsius?: number; humidity?: number } = {},
): Surroundings => ({
  climate: steadyClimate(change.celsius ?? 20, change.humidity ?? 0.5),
  heatTransfer: change.heatTransfer ?? 4,
  cover: change.cover ?? 'open',
  outside: 'free',
  inside: change.inside ?? 'free',
});

function hoursUntil(levels: number[], surroundings: Surroundings, thicknessM = 0.006): (number | null)[] {
  const run = carry(startRun({ ...plain, thicknessM }, surroundings, 0, 1e-6), 600 * HOUR);
  return levels.map((level) => {
    const at = firstWhen(run.trajectory, 0, meanReading, (x) => x < level);
    return at === null ? null : at / HOUR;
  });
}

/** An independent run of the same equation: SciPy solve_ivp, BDF, rtol 1e-6, 20 uniform cells. */
const levels = [0.21, 0.18, 0.15, 0.12, 0.06, 0.02];
const independent: [string, Surroundings, number, (number | null)[], number, number][] = [
  ['20 °C, 50 %', room(), 0.006, [3.07, 5.47, 7.94, 10.52, 15.79, 19.59], 0.0609, 15.54],
  [
    '29 °C, 25 %, draughty',
    room({ celsius: 29, humidity: 0.25, heatTransfer: 6 }),
    0.006,
    [1.07, 1.9, 2.76, 3.65, 5.47, 6.79],
    0.1756,
    18.74,
  ],
  ['20 °C, 80 %', room({ humidity: 0.8 }), 0.006, [7.92, 14.09, 20.49, 27.15, 40.94, 52.41], 0.0237, 18.28],
  ['fan', room({ heatTransfer: 15 }), 0.006, [1.07, 1.91, 2.77, 3.67, 5.51, 6.93], 0.1746, 14.14],
  ['draped', room({ cover: 'draped' }), 0.006, [9.21, 16.38, 23.81, 31.53, 47.35, 58.68], 0.0203, 18.53],
  ['tight', room({ cover: 'tight' }), 0.006, [124, 221, 321, 425, null, null], 0.0015, 19.89],
  [
    '12 mm tile, one face',
    room({ inside: 'sealed' }),
    0.012,
    [12.29, 21.86, 31.78, 42.07, 63.23, 80.91],
    0.0609,
    15.54,
  ],
];

describe('drying of a wall', () => {
  it.each(independent)(
    'agrees with an independent solver: %s',
    (_name, surroundings, thicknessM, expected, rate, surface) => {
      const hours = hoursUntil(levels, surroundings, thicknessM);
      expected.forEach((want, i) => {
        if (want === null) return expect(hours[i]).toBeNull();
        expect(Math.abs(hours[i]! / want - 1)).toBeLessThan(0.01);
      });
      const resistance = { open: 0, draped: 1000, tight: 2e4, 'damp-box': 2e5 }[surroundings.cover as Cover];
      const face = {
        climate: surroundings.climate,
        startAt: 0,
        activity: activityLaw(defaultBody),
        heatTransfer: surroundings.heatTransfer,
        resistance,
      };
      const first = surfaceState(face, 0, 0.25);
      expect(first.flux * 3600).toBeCloseTo(rate, 3);
      expect(first.celsius).toBeCloseTo(surface, 1);
    },
  );

  it('keeps the ledger of water to 1e-9 through covers and coats', () => {
    const coat = coatLoad(0.00015, 1.38, 2600).water;
    const events: WallEvent[] = [
      { at: 2 * HOUR, kind: 'surroundings', change: { cover: 'tight' } },
      { at: 9 * HOUR, kind: 'coat', face: 'outside', water: coat },
      { at: 10 * HOUR, kind: 'coat', face: 'inside', water: coat },
      { at: 11 * HOUR, kind: 'surroundings', change: { cover: 'open' } },
    ];
    const run = carry(startRun(plain, room(), 0), 30 * HOUR, events);
    const solids = drySolidsPerArea(defaultBody, 0.006);
    const held = meanReading(run.state.x) * solids + run.state.left.inside + run.state.left.outside;
    expect(Math.abs(held / (0.25 * solids + 2 * coat) - 1)).toBeLessThan(1e-9);
  });

  it('holds a night under tight plastic: under two percent of the way in twelve hours', () => {
    const run = carry(startRun(plain, room({ cover: 'tight' }), 0), 12 * HOUR);
    expect(meanReading(run.state.x)).toBeGreaterThan(0.245);
  });

  it('carves later after three coats', () => {
    const carvable = (events: WallEvent[]) => {
      const run = carry(startRun(plain, room(), 0), 30 * HOUR, events);
      return firstWhen(run.trajectory, 6.2 * HOUR, outerReading(0.006), (x) => x < 0.1725)!;
    };
    const water = coatLoad(0.00015, 1.38, 2600).water;
    const coats = [5, 5.1, 5.2].map((h): WallEvent => ({
      at: h * HOUR,
      kind: 'coat',
      face: 'outside',
      water,
    }));
    expect(carvable(coats) - carvable([])).toBeGreaterThan(2 * HOUR);
  });

  it('goes on alone after a fork, as the whole run does', () => {
    const whole = carry(startRun(plain, room(), 0), 10 * HOUR);
    const half = carry(startRun(plain, room(), 0), 4 * HOUR);
    const fork = carry(forkRun(half, 4 * HOUR, half.state.x), 10 * HOUR);
    expect(meanReading(fork.state.x)).toBeCloseTo(meanReading(whole.state.x), 4);
    expect(half.at).toBe(4 * HOUR);
  });

  it('is read between its steps as a finer run has it', () => {
    const coarse = carry(startRun(plain, room(), 0), 20 * HOUR);
    const fine = carry(startRun(plain, room(), 0, 1e-7), 20 * HOUR);
    for (let h = 0; h <= 20; h += 0.5) {
      const a = meanReading(cellsAt(coarse.trajectory, h * HOUR));
      expect(Math.abs(a - meanReading(cellsAt(fine.trajectory, h * HOUR)))).toBeLessThan(5e-4);
    }
  });
});
