import { rootMeanSquare } from 'simple-statistics';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { defaultBody } from '../../clay/body.ts';
import { signAt } from '../../coat/sign.ts';
import { DAY, HOUR } from '../../units/quantity.ts';
import { cycleClimate, steadyClimate } from '../air.ts';
import { along, carrying } from '../legs.ts';
import { waterIn } from '../mesh.ts';
import { meanReading, signReading } from '../readings.ts';
import {
  COARSE,
  integrate,
  plainSetting,
  runsOf,
  startRun,
  type WallEvent,
  type WallRun,
  type Walls,
} from '../run.ts';
import { alone, carryTogether } from '../together.ts';
import { beginOf, countOf, endOf, firstWhen, readAt } from '../trajectory.ts';
import { carryLegs, GAVE_UP, goAlong } from './carry.ts';
import { kernel } from './kernel.ts';
import { randomPiece, type RandomPiece } from './random.test-support.ts';

const pieces = (count: number, what: Parameters<typeof randomPiece>[1] = {}): RandomPiece[] =>
  Array.from({ length: count }, (_, i) => randomPiece((i + 0.5) / count, what));
const byKernel = (all: RandomPiece[], to: number): Walls[] =>
  goAlong(all.map(({ walls, seams, events }) => carrying(walls(COARSE), seams, events, to)));
const one = (run: WallRun, to: number): WallRun =>
  goAlong([carrying({ wall: run }, alone, {}, to)])[0]!.wall!;
const still = { climate: steadyClimate(20, 0.5), heatTransfer: 4, cover: 'open', outside: 'free' } as const;

/** Against the solver of one wall, which is held to published and independent figures in run.test.ts. */
describe('many walls at once', () => {
  const levels = [0.23, 0.21, 0.18, 0.15, 0.12, 0.09, 0.06, 0.04, 0.03];

  it('come to nine edges when one wall by itself does, within 0.3 % rms and 1 %', () => {
    const all = pieces(60, { events: false, walls: 1 }).filter(
      ({ walls }) => walls({}).wall!.surroundings.cover !== 'paper-bag',
    );
    const end = 14 * DAY;
    const many = byKernel(all, end);
    const errors = all.flatMap(({ walls }, i) => {
      const single = integrate(walls({ tolerance: 1e-6 }).wall!, end);
      return levels.flatMap((level) => {
        const [a, b] = [single, many[i]!.wall!].map(({ trajectory }) =>
          firstWhen(trajectory, 0, meanReading, (x) => x < level),
        );
        return a && b ? [(b - a) / a] : [];
      });
    });
    expect(errors.length).toBeGreaterThan(250);
    expect(rootMeanSquare(errors)).toBeLessThan(0.003);
    expect(Math.max(...errors.map(Math.abs))).toBeLessThan(0.01);
  });

  it('lose their shine within five seconds of when one wall does, coat upon coat', () => {
    for (const [thicknessM, startX] of [
      [0.00015, 0.17],
      [0.00015, 0.21],
      [0.0003, 0.17],
    ] as const) {
      const begin = (fineness: object) =>
        startRun(plainSetting(defaultBody, 0.006, startX), { ...still, inside: 'free' }, 0, fineness);
      const [fine, many] = [begin({}), begin(COARSE)];
      let at = 0;
      for (let coat = 0; coat < 3; coat++) {
        const events = [
          {
            at,
            kind: 'coat',
            coat: { face: 'outside', thicknessM, specificGravity: 1.38, grainDensity: 2600 },
          },
        ] as const;
        const to = at + 0.3 * HOUR;
        integrate(fine, to, [...events]);
        goAlong([carrying({ wall: many }, alone, { wall: [...events] }, to)]);
        const [a, b] = [fine, many].map(({ trajectory }) =>
          firstWhen(trajectory, at + 1, signReading('outside'), (x) => x <= signAt.matte)!,
        );
        expect(Math.abs(a! - b!), `coat ${coat + 1} of ${thicknessM} m at ${startX}`).toBeLessThan(5000);
        at = to;
      }
    }
  });

  it('come to where the walls of one piece come, whatever befalls them, in any mix of lanes', () => {
    const all = pieces(60);
    const many = byKernel(all, 3 * DAY);
    const errors = all.flatMap(({ walls, seams, events }, i) => {
      const single = carryTogether(walls({}), seams, events, 3 * DAY);
      return runsOf(single).flatMap(([name, run]) =>
        Array.from({ length: 36 }, (_, k) => {
          const at = (2 * k + 1) * HOUR;
          return (
            readAt(many[i]![name]!.trajectory, at, meanReading) - readAt(run.trajectory, at, meanReading)
          );
        }),
      );
    });
    // kg/kg; the exchange of one piece's walls is held over some minutes there, and is in the rates here
    expect(rootMeanSquare(errors)).toBeLessThan(3e-4);
    expect(Math.max(...errors.map(Math.abs))).toBeLessThan(4e-3);
  });

  it('keep their water to a millionth, through seams, coats, covers and wax', () => {
    const all = pieces(40).map(({ walls, seams, events }) => {
      const only = ['coat', 'surroundings', 'wax'];
      const kept = Object.entries(events).map(([name, of]) => [
        name,
        of!.filter(({ kind }) => only.includes(kind)),
      ]);
      return { walls, seams, events: Object.fromEntries(kept) as RandomPiece['events'] };
    });
    const legs: number[] = [];
    along(
      all.map(({ walls, seams, events }) => carrying(walls(COARSE), seams, events, 2 * DAY)),
      (next) => {
        const water = () =>
          next.map(({ names, runs, areas }) =>
            runs.reduce((sum, { state, wall }, i) => {
              const { inside, outside } = state.left;
              return sum + areas[names[i]!]! * (waterIn(wall.mesh, state.x) + inside + outside);
            }, 0),
          );
        const before = water();
        carryLegs(next);
        legs.push(...water().map((after, i) => Math.abs(after / before[i]! - 1)));
      },
    );
    expect(legs.length).toBeGreaterThan(100);
    expect(Math.max(...legs)).toBeLessThan(1e-6);
  });

  it('are the same to the last bit beside whatever others, and whenever they are asked', () => {
    const [first, ...others] = pieces(5, { events: false, walls: 2 });
    const by = (all: RandomPiece[]) => byKernel(all, DAY)[0]!.wall!;
    const single = by([first!]);
    expect(by([first!, ...others]).state).toEqual(single.state);
    expect(by([first!, first!, first!, first!]).state).toEqual(single.state);
  });

  it('that stand for years until they are wetted day after day have the air of each day', () => {
    const climate = cycleClimate(
      { meanCelsius: 20, swingCelsius: 3, meanHumidity: 0.6, swingHumidity: 0.2, warmestHour: 15 },
      0,
    );
    const begin = () =>
      startRun(plainSetting(defaultBody, 0.006), { ...still, climate, inside: 'free' }, 0, COARSE);
    // a tape of so many days would reach beyond the room that the kernel has for tapes
    const mists = Array.from({ length: 40 }, (_, k): WallEvent => ({
      at: (770 + k) * DAY,
      kind: 'mist',
      face: 'outside',
      water: 0.3,
    }));
    const end = 811 * DAY;
    const single = integrate(begin(), end, mists);
    const runs = vi.spyOn(kernel()!, 'run');
    const [many] = goAlong([carrying({ wall: begin() }, alone, { wall: mists }, end)]);
    expect(runs.mock.results.map(({ value }) => value as number)).not.toContain(GAVE_UP);
    for (let day = 771; day < 811; day += 0.5) {
      const [a, b] = [single, many!.wall!].map(({ trajectory }) =>
        readAt(trajectory, day * DAY, meanReading),
      );
      expect(Math.abs(a! - b!), `day ${day}`).toBeLessThan(1e-3);
    }
  });

  it('stand on record from their beginning to their end, each end exactly there', () => {
    const wall = one(
      startRun(plainSetting(defaultBody, 0.006), { ...still, inside: 'free' }, 7, COARSE),
      12 * HOUR + 0.3,
    );
    expect([wall.at, beginOf(wall.trajectory), endOf(wall.trajectory)]).toEqual([
      12 * HOUR + 0.3,
      7,
      12 * HOUR + 0.3,
    ]);
    expect(readAt(wall.trajectory, endOf(wall.trajectory), meanReading)).toBe(
      meanReading(wall.state.x, wall.wall.mesh),
    );
  });

  it('are recorded only from when they are looked back upon, with the one record before', () => {
    const begin = (recordFrom: number) => ({
      ...startRun(plainSetting(defaultBody, 0.006), { ...still, inside: 'free' }, 0, COARSE),
      recordFrom,
    });
    const all = one(begin(Number.NEGATIVE_INFINITY), DAY);
    const late = one(begin(20 * HOUR), DAY);
    const last = one(begin(2 * DAY), DAY);
    expect(beginOf(late.trajectory)).toBeLessThanOrEqual(20 * HOUR);
    expect(countOf(late.trajectory)).toBeLessThan(countOf(all.trajectory) / 2);
    expect([countOf(last.trajectory), beginOf(last.trajectory)]).toEqual([1, DAY]);
    expect(last.state).toEqual(all.state);
  });

  it('stop where they are asked no further, each wall that is asked having come there', () => {
    const below = 0.15;
    const stops = { wall: [{ reading: 'mean', face: 'outside', below }] } as const;
    for (const { walls, seams } of pieces(12, { events: false, walls: 2 })) {
      const [carried] = goAlong([carrying(walls(COARSE), seams, {}, 30 * DAY, { wall: [...stops.wall] })]);
      const { trajectory, at } = carried!.wall!;
      const crossed = firstWhen(trajectory, 0, meanReading, (x) => x < below);
      if (crossed === null) expect(at).toBe(30 * DAY);
      else expect(readAt(trajectory, at, meanReading)).toBeLessThan(below);
      expect(crossed === null || at - crossed < 8 * HOUR).toBe(true);
      expect(carried!.rim!.at).toBe(at);
    }
  });
});

afterEach(() => {
  vi.restoreAllMocks();
});

describe('where the machine has no vectors', () => {
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.resetModules();
  });

  it('walls are carried one by one, and come to the same', async () => {
    const all = pieces(8);
    const many = byKernel(all, DAY);
    vi.stubGlobal('WebAssembly', { ...WebAssembly, validate: () => false });
    vi.resetModules();
    const { goAlong: without } = await import('./carry.ts');
    const singly = without(
      all.map(({ walls, seams, events }) => carrying(walls(COARSE), seams, events, DAY)),
    );
    singly.forEach((walls, i) => {
      for (const [name, { state, wall }] of runsOf(walls)) {
        const other = many[i]![name]!;
        expect(state.x).not.toEqual(other.state.x);
        expect(
          Math.abs(meanReading(state.x, wall.mesh) - meanReading(other.state.x, other.wall.mesh)),
        ).toBeLessThan(6e-3);
      }
    });
  });
});
