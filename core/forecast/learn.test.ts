import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { alone } from '../drying/together.ts';
import { steadyClimate } from '../drying/air.ts';
import { meanReading } from '../drying/readings.ts';
import { integrate, plainSetting, startRun, type Fineness, type WallSetting } from '../drying/run.ts';
import { firstWhen, readAt } from '../drying/trajectory.ts';
import { HOUR } from '../units/quantity.ts';
import { ensembleOf } from './ensemble.ts';
import { learnedPrior, type Lesson } from './learn.ts';
import { usualPrior, type Prior } from './prior.ts';
import { wallAlone } from '../form/places.ts';
import { spreadOf } from './windows.ts';

const believed = {
  climate: steadyClimate(20, 0.5),
  heatTransfer: 4,
  cover: 'open' as const,
  outside: 'free' as const,
  inside: 'free' as const,
};
/** A room that takes water a third faster than the program believes. */
const real = { ...believed, heatTransfer: 4 * 1.35 };
const begin = (room: typeof real) => (setting: WallSetting, fineness?: Partial<Fineness>) =>
  startRun(setting, room, 0, fineness);

const wallOf = (n: number) => plainSetting(defaultBody, 0.005 + 0.0005 * (n % 5));
const truthOf = (n: number) => integrate(begin(real)(wallOf(n)), 40 * HOUR);
const drySince = (run: ReturnType<typeof truthOf>) =>
  firstWhen(run.trajectory, 0, meanReading, (x) => x < 0.12);

function forecast(n: number, prior: Prior, checked: boolean) {
  const at = 3 * HOUR;
  const x = readAt(truthOf(n).trajectory, at, meanReading);
  return ensembleOf({
    given: wallOf(n),
    prior,
    observations: checked ? [{ at, place: 'wall', kind: 'water', x, over: wallAlone }] : [],
    walls: [{ place: 'wall', begin: begin(believed), events: [] }],
    joined: alone,
    now: at,
    members: 48,
    seed: n / 100,
  });
}

function lessonsAfter(pieces: number): Lesson[] {
  let lessons: Lesson[] = [];
  for (let n = 0; n < pieces; n++) {
    const prior = { ...usualPrior, ...learnedPrior(lessons, 'r', 'c') };
    const { belief } = forecast(n, prior, true);
    lessons = [
      ...lessons,
      { pieceId: `p${n}`, name: '', at: n + 1, roomId: 'r', clayId: 'c', pieces: 1, checks: 1, belief },
    ];
  }
  return lessons;
}

const errorOfNext = (prior: Prior): number => {
  const { members } = forecast(10, prior, false);
  const { p50 } = spreadOf(members.map(({ wall }) => drySince(integrate(wall!, 40 * HOUR))));
  return Math.abs(p50! - drySince(truthOf(10))!) / HOUR;
};

describe('what the studio teaches', () => {
  const lessons = lessonsAfter(10);
  const learned = { ...usualPrior, ...learnedPrior(lessons, 'r', 'c') };

  it('lowers the error of the eleventh piece after ten, and makes it surer', () => {
    expect(errorOfNext(learned)).toBeLessThan(0.6 * errorOfNext(usualPrior));
    expect(learned.air.sigma).toBeLessThan(usualPrior.air.sigma);
    expect(learned.air.mean).toBeGreaterThan(0.05);
  });

  it('says nothing of another room, and nothing once it was set back', () => {
    expect(learnedPrior(lessons, 'elsewhere', 'other')).toEqual({});
    expect(
      learnedPrior(lessons, 'r', 'c', [
        { id: 'r', unknown: null, at: 99 },
        { id: 'c', unknown: null, at: 99 },
      ]),
    ).toEqual({});
    expect(Object.keys(learnedPrior(lessons, 'r', 'c', [{ id: 'r', unknown: null, at: 99 }]))).toEqual([
      'diffusion',
    ]);
    const pace = [{ id: 'r', unknown: 'air' as const, at: 99 }];
    expect(Object.keys(learnedPrior(lessons, 'r', 'c', pace)).sort()).toEqual(['cover', 'diffusion']);
  });
});
