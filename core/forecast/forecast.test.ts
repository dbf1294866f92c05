import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { stageAt } from '../clay/stage.ts';
import { alone } from '../drying/together.ts';
import { steadyClimate } from '../drying/air.ts';
import { meanReading } from '../drying/readings.ts';
import { integrate, plainSetting, startRun, type Fineness, type WallSetting } from '../drying/run.ts';
import { firstWhen } from '../drying/trajectory.ts';
import { HOUR } from '../units/quantity.ts';
import { emptyTouchCheck } from './touchCheck.ts';
import { ensembleOf, type Ensemble, type WallCase } from './ensemble.ts';
import type { Observation } from './observe.ts';
import { usualPrior } from './prior.ts';
import { normalDraws, smoothed } from './smoother.ts';
import { valueOfCheck } from './value.ts';
import { wallAlone } from '../form/places.ts';
import { spreadOf } from './windows.ts';

const surroundings = {
  climate: steadyClimate(20, 0.5),
  heatTransfer: 4,
  cover: 'open' as const,
  outside: 'free' as const,
  inside: 'free' as const,
};
const begin = (setting: WallSetting, fineness?: Partial<Fineness>) =>
  startRun(setting, surroundings, 0, fineness);
const wall = (observations: Observation[], now = 5 * HOUR): WallCase => ({
  given: plainSetting(defaultBody, 0.006),
  prior: usualPrior,
  observations,
  walls: [{ place: 'wall', begin, events: [] }],
  joined: alone,
  now,
  members: 64,
  seed: 0.4,
});
const runsOf = ({ members }: Ensemble) => members.map(({ wall: run }) => run!);
const edge = (observations: Observation[], now?: number) => {
  const runs = runsOf(ensembleOf(wall(observations, now)));
  return spreadOf(
    runs.map((run) => firstWhen(integrate(run, 60 * HOUR).trajectory, 0, meanReading, (x) => x < 0.12)),
  );
};
const width = ({ p10, p90 }: ReturnType<typeof edge>) => (p90! - p10!) / HOUR;

describe('ensemble smoother', () => {
  it('finds the posterior of a linear normal problem, where it is known exactly', () => {
    // z ~ N(0, 1), seen d = 2z + noise of sigma 1 at 3: posterior mean 2·3/(4 + 1) = 1.2, variance 1/(4 + 1)
    const prior = normalDraws(4000, 1, 0.3);
    const posterior = smoothed(
      prior,
      {
        predict: (draws) => draws.map((z) => Float64Array.of(2 * z[0]!)),
        values: Float64Array.of(3),
        sigmas: Float64Array.of(1),
      },
      4,
      0.7,
    ).map((z) => z[0]!);
    const mean = posterior.reduce((a, b) => a + b, 0) / posterior.length;
    const variance = posterior.reduce((sum, z) => sum + (z - mean) ** 2, 0) / posterior.length;
    expect(mean).toBeCloseTo(1.2, 1);
    expect(variance).toBeCloseTo(0.2, 1);
  });

  it('draws the same from the same seed, and leaves the prior where nothing was seen', () => {
    const prior = normalDraws(64, 3, 0.2);
    expect(normalDraws(64, 3, 0.2)).toEqual(prior);
    expect(normalDraws(64, 3, 0.21)).not.toEqual(prior);
    const nothing = {
      predict: (draws: Float64Array[]) => draws.map(() => new Float64Array(0)),
      values: new Float64Array(0),
      sigmas: new Float64Array(0),
    };
    expect(smoothed(prior, nothing, 4, 0.1)).toBe(prior);
  });
});

describe('forecast of a wall', () => {
  const before = edge([]);
  const at = 4 * HOUR;
  const truth = integrate(begin(plainSetting(defaultBody, 0.006)), at);
  const meanX = meanReading(truth.state.x, truth.wall.mesh);

  it('has the deterministic moment between its tenth and its ninetieth percent', () => {
    const moment = firstWhen(
      integrate(begin(plainSetting(defaultBody, 0.006)), 60 * HOUR).trajectory,
      0,
      meanReading,
      (x) => x < 0.12,
    )!;
    expect(before.p10!).toBeLessThan(moment);
    expect(before.p90!).toBeGreaterThan(moment);
  });

  it('narrows after a touch check to 0.8 or less, after a weighing many hours ahead to two fifths or less', () => {
    const { stage } = stageAt(defaultBody, meanX);
    const checked = edge([{ at, place: 'wall', kind: 'stage', stage }]);
    const weighed = edge([{ at, place: 'wall', kind: 'water', x: meanX, over: wallAlone }]);
    expect(width(checked) / width(before)).toBeLessThan(0.8);
    expect(width(weighed) / width(before)).toBeLessThan(0.42);
    expect(width(weighed)).toBeLessThan(width(checked));
  });

  it('narrows by answers of hand and eye, the more the more is answered', () => {
    const one = edge([
      { at, place: 'wall', kind: 'answers', answers: { ...emptyTouchCheck, dent: 'marks' } },
    ]);
    const more = edge([
      {
        at,
        place: 'wall',
        kind: 'answers',
        answers: { ...emptyTouchCheck, dent: 'marks', corner: 'stays', nail: 'marks' },
      },
    ]);
    expect(width(one)).toBeLessThan(width(before));
    expect(width(more)).toBeLessThan(width(before));
  });

  it('takes answers that contradict each other without falling over, and stays unsure', () => {
    const torn = edge([
      { at, place: 'wall', kind: 'answers', answers: { ...emptyTouchCheck, dent: 'dents', nail: 'powders' } },
    ]);
    expect(width(torn)).toBeGreaterThan(0);
  });

  it('widens until a member fits what was found, and takes as found what none can', () => {
    const odd = ensembleOf(wall([{ at: HOUR / 2, place: 'wall', kind: 'stage', stage: 'bone-dry' }], HOUR));
    expect(odd.widened).toBeGreaterThan(0);
    expect(['drying', 'bone-dry']).toContain(
      stageAt(defaultBody, meanReading(odd.best.wall!.state.x, odd.best.wall!.wall.mesh)).stage,
    );
    const impossible = ensembleOf(
      wall([{ at: HOUR / 600, place: 'wall', kind: 'water', x: 0.01, over: wallAlone }], HOUR),
    );
    expect(impossible.taken).toBe(true);
    expect(meanReading(impossible.best.wall!.state.x, impossible.best.wall!.wall.mesh)).toBeLessThan(0.02);
  });

  it('believes faster air after a wall was found drier', () => {
    const drier = ensembleOf(wall([{ at, place: 'wall', kind: 'water', x: meanX - 0.02, over: wallAlone }]));
    const wetter = ensembleOf(wall([{ at, place: 'wall', kind: 'water', x: meanX + 0.02, over: wallAlone }]));
    expect(drier.belief.air.mean).toBeGreaterThan(wetter.belief.air.mean + 0.1);
    expect(drier.belief.air.sigma).toBeLessThan(usualPrior.air.sigma);
  });

  it('expects of a check about what one then does', () => {
    const runs = runsOf(ensembleOf(wall([], at)));
    const indices = runs.map((run) => (meanReading(run.state.x, run.wall.mesh) - 0.12) * 400 + 46);
    const moments = runs.map((run) =>
      firstWhen(integrate(run, 60 * HOUR).trajectory, 0, meanReading, (x) => x < 0.12),
    );
    const value = valueOfCheck('carve', indices, moments)!;
    expect(value.widthAfter).toBeLessThan(0.9 * value.widthNow);
    const { p10, p90 } = spreadOf(moments);
    expect(value.widthNow).toBeCloseTo((p90! - p10!) / 60_000, 6);
    // two members that are days away are not what a check is for
    const strayed = moments.map((moment, i) => (i < 2 ? moment! + 200 * HOUR : moment));
    expect(valueOfCheck('carve', indices, strayed)!.widthNow).toBeLessThan(1.3 * value.widthNow);
    expect(
      valueOfCheck(
        'carve',
        indices,
        moments.map(() => null),
      ),
    ).toBeNull();
  });
});
