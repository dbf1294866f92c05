import { defaultBody } from '../core/clay/body.ts';
import { seriesClimate, steadyClimate } from '../core/drying/air.ts';
import { goAlong } from '../core/drying/batch/carry.ts';
import type { Cover } from '../core/drying/face.ts';
import { carrying } from '../core/drying/legs.ts';
import { meanReading } from '../core/drying/readings.ts';
import {
  COARSE,
  integrate,
  plainSetting,
  startRun,
  TOLERANCE,
  type WallEvent,
  type WallRun,
} from '../core/drying/run.ts';
import { alone } from '../core/drying/together.ts';
import { countOf, readAt, wallAt, type Trajectory } from '../core/drying/trajectory.ts';
import { figure, median } from './figures.ts';

/** How long walls take, and how true they stay. */
const HOUR = 3_600_000;
const START = Date.parse('2026-03-09T08:00:00Z');

function climate() {
  let seed = 7;
  const wander = () => (seed = (seed * 48271) % 2147483647) / 2147483647 - 0.5;
  const at = Array.from({ length: 170 }, (_, i) => START + i * HOUR);
  const day = (i: number) => Math.cos((((i % 24) - 7) / 24) * 2 * Math.PI);
  return seriesClimate(
    {
      at,
      celsius: at.map((_, i) => 20 + 3 * day(i) + wander()),
      humidity: at.map((_, i) => 0.5 - 0.1 * day(i) + 0.04 * wander()),
    },
    steadyClimate(20, 0.5),
  );
}

const air = climate();
const week = (cover: Cover, tolerance: number): WallRun =>
  integrate(
    startRun(
      plainSetting(defaultBody, 0.006),
      { climate: air, heatTransfer: 4, cover, outside: 'free', inside: 'free' },
      START,
      { tolerance },
    ),
    START + 168 * HOUR,
  );

for (const cover of ['open', 'draped', 'tight'] as const) {
  const fine = week(cover, 1e-7).trajectory;
  const used = week(cover, TOLERANCE).trajectory;
  let worst = 0;
  for (let hour = 0; hour <= 168; hour++) {
    const a = wallAt(fine, START + hour * HOUR).x;
    const b = wallAt(used, START + hour * HOUR).x;
    a.forEach((x, i) => (worst = Math.max(worst, Math.abs(x - b[i]!))));
  }
  const ms = median(() => void week(cover, TOLERANCE), 60);
  figure(
    `A week of one wall, ${cover}`,
    ms,
    `${countOf(used)} steps, off by ${worst.toExponential(1)} at most (wanted 5e-4)`,
  );
}

/** A week with three coats, four changes of cover and a fan among them. */
const busyWeek: WallEvent[] = [
  ...[4, 4.1, 4.2].map((hour): WallEvent => ({
    at: START + hour * HOUR,
    kind: 'coat',
    coat: { face: 'outside', thicknessM: 0.00015, specificGravity: 1.38, grainDensity: 2600 },
  })),
  ...(
    [
      [6, 'draped'],
      [22, 'open'],
      [30, 'tight'],
      [46, 'fan'],
    ] as const
  ).map(([hour, cover]): WallEvent => ({ at: START + hour * HOUR, kind: 'surroundings', change: { cover } })),
];
const coated = (tolerance: number) =>
  integrate(
    startRun(
      plainSetting(defaultBody, 0.006),
      { climate: air, heatTransfer: 4, cover: 'open', outside: 'free', inside: 'free' },
      START,
      { tolerance },
    ),
    START + 168 * HOUR,
    busyWeek,
  );
{
  const fine = coated(1e-7).trajectory;
  const used = coated(TOLERANCE).trajectory;
  let worst = 0;
  for (let hour = 0; hour <= 168; hour++) {
    const read = (run: Trajectory) => readAt(run, START + hour * HOUR, meanReading);
    worst = Math.max(worst, Math.abs(read(fine) - read(used)));
  }
  const ms = median(() => void coated(TOLERANCE), 40);
  figure(
    'A week with three coats and four covers',
    ms,
    `${countOf(used)} steps, mean off by ${worst.toExponential(1)} at most`,
  );
}

/** A week of the members of an ensemble: each a little thicker than the last. */
const memberWeeks = (events: WallEvent[]) =>
  goAlong(
    Array.from({ length: 64 }, (_, i) => {
      const begun = startRun(
        plainSetting(defaultBody, 0.005 + i * 3e-5),
        { climate: air, heatTransfer: 4, cover: 'open', outside: 'free', inside: 'free' },
        START,
        COARSE,
      );
      return carrying({ wall: begun }, alone, { wall: events }, START + 168 * HOUR);
    }),
  );
figure(
  '64 member-weeks, open',
  median(() => void memberWeeks([]), 20),
  '(wanted 3.8)',
);
figure(
  '64 member-weeks with a coat',
  median(() => void memberWeeks(busyWeek.slice(0, 1)), 20),
  '(wanted 5.8)',
);
