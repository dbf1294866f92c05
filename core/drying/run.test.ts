import { describe, expect, it } from 'vitest';
import { defaultBody, drySolidsPerArea } from '../clay/body.ts';
import { coatLoad } from '../slip/density.ts';
import { layerLaws } from './laws.ts';
import { bareMesh, gradedWidths, waterIn, withCoat, withSettledCoats, type MeshState } from './mesh.ts';
import { createWall } from './wall.ts';
import { steadyClimate } from './air.ts';
import { coverNamed, evaporatingFace, surfaceState } from './face.ts';
import { activityLaw } from '../clay/body.ts';
import { meanReading, outerReading } from './readings.ts';
import {
  integrate,
  forkRun,
  plainSetting,
  standing,
  startRun,
  type Surroundings,
  type WallEvent,
  type WallRun,
} from './run.ts';
import { countOf, eachRecord, type Trajectory, firstWhen, readAt } from './trajectory.ts';

const HOUR = 3_600_000;
const plain = plainSetting(defaultBody, 0.006, 0.25);
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
  const run = integrate(startRun({ ...plain, thicknessM }, surroundings, 0, { tolerance: 1e-6 }), 600 * HOUR);
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

const timesOf = (run: Trajectory) => [...eachRecord(run)].map(({ at }) => at);

describe('drying of a wall', () => {
  it.each(independent)(
    'agrees with an independent solver: %s',
    (_name, surroundings, thicknessM, expected, rate, surface) => {
      const hours = hoursUntil(levels, surroundings, thicknessM);
      expected.forEach((want, i) => {
        if (want === null) return expect(hours[i]).toBeNull();
        expect(Math.abs(hours[i]! / want - 1)).toBeLessThan(0.01);
      });
      const { resistance } = coverNamed(surroundings.cover);
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

  it('keeps the ledger of water to 1e-9 through covers, coats, mist, plaster and a hot tool', () => {
    const laid = { thicknessM: 0.00015, specificGravity: 1.38, grainDensity: 2600 };
    const events: WallEvent[] = [
      { at: 2 * HOUR, kind: 'surroundings', change: { cover: 'paper-bag' } },
      { at: 9 * HOUR, kind: 'coat', coat: { ...laid, face: 'outside' } },
      { at: 9.2 * HOUR, kind: 'heat', tool: 'heat-gun', face: 'outside', seconds: 90, duty: 0.5 },
      { at: 10 * HOUR, kind: 'coat', coat: { ...laid, face: 'inside' } },
      { at: 11 * HOUR, kind: 'surroundings', change: { cover: 'damp-cloth', inside: 'plaster' } },
      { at: 14 * HOUR, kind: 'mist', face: 'outside', water: 0.05 },
      { at: 15 * HOUR, kind: 'surroundings', change: { cover: 'fan', inside: 'free' } },
    ];
    const run = integrate(startRun(plain, room(), 0), 30 * HOUR, events);
    const solids = drySolidsPerArea(defaultBody, 0.006);
    const held = waterIn(run.wall.mesh, run.state.x) + run.state.left.inside + run.state.left.outside;
    const put = 0.25 * solids + 2 * coatLoad(0.00015, 1.38, 2600).water + 0.05;
    expect(Math.abs(held / put - 1)).toBeLessThan(1e-9);
  });

  it('holds a night under tight plastic: under two percent of the way in twelve hours', () => {
    const run = integrate(startRun(plain, room({ cover: 'tight' }), 0), 12 * HOUR);
    expect(meanReading(run.state.x, run.wall.mesh)).toBeGreaterThan(0.245);
  });

  it('carves later after three coats', () => {
    const carvable = (events: WallEvent[]) => {
      const run = integrate(startRun(plain, room(), 0), 30 * HOUR, events);
      return firstWhen(run.trajectory, 6.2 * HOUR, outerReading, (x) => x < 0.1725)!;
    };
    const coats = [5, 5.1, 5.2].map((h): WallEvent => ({
      at: h * HOUR,
      kind: 'coat',
      coat: { face: 'outside', thicknessM: 0.00015, specificGravity: 1.38, grainDensity: 2600 },
    }));
    expect(carvable(coats) - carvable([])).toBeGreaterThan(2 * HOUR);
  });

  it('goes on alone after a fork, as the whole run does', () => {
    const whole = integrate(startRun(plain, room(), 0), 10 * HOUR);
    const half = integrate(startRun(plain, room(), 0), 4 * HOUR);
    const fork = integrate(forkRun(half, 4 * HOUR, standing(half)), 10 * HOUR);
    const end = (run: WallRun) => meanReading(run.state.x, run.wall.mesh);
    expect(end(fork)).toBeCloseTo(end(whole), 4);
    expect(half.at).toBe(4 * HOUR);
  });

  it('is read between its steps as a finer run has it', () => {
    const coarse = integrate(startRun(plain, room(), 0), 20 * HOUR);
    const fine = integrate(startRun(plain, room(), 0, { tolerance: 1e-7 }), 20 * HOUR);
    for (let h = 0; h <= 20; h += 0.5) {
      const a = readAt(coarse.trajectory, h * HOUR, meanReading);
      expect(Math.abs(a - readAt(fine.trajectory, h * HOUR, meanReading))).toBeLessThan(5e-4);
    }
  });
});

describe('coats on a wall', () => {
  // An independent run of the same equation: SciPy solve_ivp, BDF, mesh refined until converged, A held at 1;
  // seconds until matte (surface X 0.30), each coat laid when the last is matte.
  it.each([
    { thickness: 0.15, sg: 1.38, x: 0.17, wall: 6, seconds: [20.7, 68, 124.5], after: 0.198 },
    { thickness: 0.15, sg: 1.38, x: 0.21, wall: 6, seconds: [26.1, 86.3, 159], after: 0.2375 },
    { thickness: 0.3, sg: 1.38, x: 0.17, wall: 6, seconds: [82, 265, 477.5], after: 0.2244 },
    { thickness: 0.8, sg: 1.5, x: 0.17, wall: 6, seconds: [615], after: 0.2078 },
    { thickness: 0.15, sg: 1.38, x: 0.17, wall: 3, seconds: [20.7, 68, 124.5], after: 0.2259 },
  ])('$thickness mm at SG $sg on $wall mm of X $x goes matte when an independent run does', (given) => {
    const matte = mattesAt(given);
    given.seconds.forEach((want, i) => expect(Math.abs(matte.seconds[i]! / want - 1)).toBeLessThan(0.05));
    expect(matte.after).toBeCloseTo(given.after, 2);
  });

  it('wait longer each time without being told to', () => {
    const { seconds } = mattesAt({ thickness: 0.15, sg: 1.38, x: 0.19, wall: 5, seconds: [0, 0, 0] });
    expect(seconds[1]).toBeGreaterThan(2 * seconds[0]!);
    expect(seconds[2]).toBeGreaterThan(1.4 * seconds[1]!);
  });
});

interface CoatCase {
  thickness: number;
  sg: number;
  x: number;
  wall: number;
  seconds: number[];
}

/** Lays coats one on another, each when the last is matte, as a run does it, but with the area factor left at 1. */
function mattesAt({ thickness, sg, x, wall: wallMm, seconds }: CoatCase) {
  const coat = {
    face: 'outside' as const,
    at: 0,
    thicknessM: thickness / 1000,
    specificGravity: sg,
    grainDensity: 2600,
  };
  const widths = gradedWidths(16, drySolidsPerArea(defaultBody, wallMm / 1000));
  let laid: MeshState = { mesh: bareMesh(widths), x: new Float64Array(16).fill(x) };
  const face = () =>
    evaporatingFace({
      climate: steadyClimate(20, 0.5),
      startAt: 0,
      activity: activityLaw(defaultBody),
      heatTransfer: 4,
      resistance: 0,
    });
  const took = seconds.map(() => {
    laid = withCoat(withSettledCoats(laid), coat);
    const wall = createWall(laid.mesh, layerLaws(defaultBody), () => 1);
    const state = { x: laid.x, left: { inside: 0, outside: 0 } };
    let before = { at: 0, surface: laid.x.at(-1)! };
    let matte = 0;
    wall.advance(
      state,
      0,
      3600,
      { inside: face(), outside: face() },
      {
        tolerance: 1e-5,
        until: (at, now) => {
          const surface = now.at(-1)!;
          if (surface < 0.3)
            matte = before.at + ((at - before.at) * (before.surface - 0.3)) / (before.surface - surface);
          before = { at, surface };
          return surface < 0.3;
        },
      },
    );
    laid = { mesh: laid.mesh, x: state.x };
    return matte;
  });
  return { seconds: took, after: meanReading(laid.x, laid.mesh) };
}

/** Members of an ensemble are many runs at once: none may feel another through anything they share. */
describe('many walls carried together', () => {
  const settings = [0.004, 0.006, 0.009].map((thicknessM, i) => ({
    ...plain,
    thicknessM,
    airFactor: 0.8 + 0.3 * i,
    airShift: { celsius: i - 1, humidity: 0.03 * (1 - i) },
  }));
  const events: WallEvent[] = [
    {
      at: 2 * HOUR,
      kind: 'coat',
      coat: { face: 'outside', thicknessM: 0.0003, specificGravity: 1.4, grainDensity: 2600 },
    },
    { at: 3 * HOUR, kind: 'surroundings', change: { cover: 'paper-bag' } },
    { at: 5 * HOUR, kind: 'heat', tool: 'heat-gun', face: 'outside', seconds: 60, duty: 0.5 },
    { at: 6 * HOUR, kind: 'surroundings', change: { cover: 'open' } },
  ];
  const surroundings = room({ inside: 'plaster' });
  const end = 30 * HOUR;
  const alone = settings.map((setting) => integrate(startRun(setting, surroundings, 0), end, events));

  it('end as each does alone, to the last bit', () => {
    const together = settings.map((setting) => startRun(setting, surroundings, 0));
    const stops = [HOUR, 2 * HOUR, 4 * HOUR, 5.5 * HOUR, 12 * HOUR, end];
    const single = settings.map((setting) => startRun(setting, surroundings, 0));
    const due = (from: number, to: number) => events.filter(({ at }) => at > from && at <= to);
    stops.forEach((stop, i) => {
      for (const run of together) integrate(run, stop, due(stops[i - 1] ?? 0, stop));
    });
    for (const run of single) stops.forEach((stop, i) => integrate(run, stop, due(stops[i - 1] ?? 0, stop)));
    together.forEach((run, k) => {
      expect(run.state.x).toEqual(single[k]!.state.x);
      expect(timesOf(run.trajectory)).toEqual(timesOf(single[k]!.trajectory));
    });
  });

  it('come by stops on the way to where they come without them', () => {
    const stopped = startRun(settings[1]!, surroundings, 0);
    integrate(integrate(stopped, 4.5 * HOUR, events), end, events.slice(2));
    expect(meanReading(stopped.state.x, stopped.wall.mesh)).toBeCloseTo(
      meanReading(alone[1]!.state.x, alone[1]!.wall.mesh),
      4,
    );
  });

  it('a fork leaves the run it came from as it was', () => {
    const run = startRun(settings[0]!, surroundings, 0);
    integrate(run, 4 * HOUR, events.slice(0, 2));
    const before = run.state.x.slice();
    const records = countOf(run.trajectory);
    integrate(forkRun(run, run.at, standing(run)), end, events.slice(2));
    expect(run.state.x).toEqual(before);
    expect(countOf(run.trajectory)).toBe(records);
    expect(run.surroundings.cover).toBe('paper-bag');
  });
});
