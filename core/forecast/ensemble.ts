import type { Fineness, WallEvent, WallRun, WallSetting } from '../drying/run.ts';
import { carry } from '../drying/run.ts';
import type { Instant } from '../units/quantity.ts';
import { takenAsFound } from './found.ts';
import { comparedOf, type Compared, type Observation } from './observe.ts';
import { settingOf, unknowns, type Belief, type Prior, type Unknown } from './prior.ts';
import { normalDraws, smoothed, type Draws } from './smoother.ts';

export const MEMBERS = 64;
const PASSES = 4;
/** Members need be no truer than hands. */
export const COARSE: Fineness = { cells: 8, coatCells: 4, tolerance: 2e-3 };
/** An observation is fitted when some member comes this near to it, in its sigmas. */
const FITS = 2.5;
const WIDENINGS = 2;

/** Everything that a wall's forecast rests on. */
export interface WallCase {
  given: WallSetting;
  prior: Prior;
  observations: Observation[];
  events: WallEvent[];
  begin: (setting: WallSetting, fineness?: Partial<Fineness>) => WallRun;
  now: Instant;
  members: number;
  /** 0 to below 1. */
  seed: number;
}

export interface Ensemble {
  /** Members carried to now. */
  runs: WallRun[];
  /** The wall that the mean of the members makes, carried to now in full fineness. */
  best: WallRun;
  /** What the members believe of each unknown. */
  belief: Record<Unknown, Belief>;
  /** How often the prior had to be widened before a member fitted what was found. */
  widened: number;
  /** Whether what was found had to be taken as it was, since no drying explains it. */
  taken: boolean;
}

/** The walls that agree with what was found, and how each goes on. Same case and seed, same ensemble. */
export function ensembleOf(wall: WallCase): Ensemble {
  const { observations, now } = wall;
  const compared = observations.flatMap(comparedOf);
  let { prior } = wall;
  let widened = 0;
  let draws = drawn(wall, prior, compared);
  let runs = runsOf(wall, prior, draws, []);
  while (!fits(runs, compared) && widened < WIDENINGS) {
    widened += 1;
    prior = wider(prior);
    draws = drawn(wall, prior, compared);
    runs = runsOf(wall, prior, draws, []);
  }
  const taken = !fits(runs, compared);
  const found = taken ? observations.flatMap((o) => takenAsFound(wall.given.body, o)) : [];
  if (taken) runs = runsOf(wall, prior, draws, found);
  const mean = Float64Array.from(unknowns, (_, k) => draws.reduce((sum, z) => sum + z[k]!, 0) / draws.length);
  const best = carry(wall.begin(settingOf(wall.given, prior, mean)), now, merged(wall.events, found));
  return { runs, best, belief: beliefOf(prior, draws), widened, taken };
}

function drawn(wall: WallCase, prior: Prior, compared: Compared[]): Draws {
  const first = normalDraws(wall.members, unknowns.length, wall.seed);
  const last = wall.observations.at(-1)?.at ?? wall.now;
  const seen = {
    predict: (z: Float64Array) => {
      const run = carry(wall.begin(settingOf(wall.given, prior, z), COARSE), last, wall.events);
      return Float64Array.from(compared, (c) => c.predict(run));
    },
    values: Float64Array.from(compared, (c) => c.value),
    sigmas: Float64Array.from(compared, (c) => c.sigma),
  };
  return smoothed(first, seen, PASSES, (wall.seed + 0.5) % 1);
}

const runsOf = (wall: WallCase, prior: Prior, draws: Draws, found: WallEvent[]): WallRun[] => {
  const events = merged(wall.events, found);
  return draws.map((z) => carry(wall.begin(settingOf(wall.given, prior, z), COARSE), wall.now, events));
};

const merged = (events: WallEvent[], found: WallEvent[]): WallEvent[] =>
  found.length === 0 ? events : [...events, ...found].sort((a, b) => a.at - b.at);

const fits = (runs: WallRun[], compared: Compared[]): boolean =>
  compared.every((c) => runs.some((run) => Math.abs(c.predict(run) - c.value) < FITS * c.sigma));

const wider = (prior: Prior): Prior =>
  Object.fromEntries(
    Object.entries(prior).map(([unknown, { mean, sigma }]) => [unknown, { mean, sigma: 2 * sigma }]),
  ) as Prior;

function beliefOf(prior: Prior, draws: Draws): Record<Unknown, Belief> {
  return Object.fromEntries(
    unknowns.map((unknown, k) => {
      const mean = draws.reduce((sum, z) => sum + z[k]!, 0) / draws.length;
      const variance = draws.reduce((sum, z) => sum + (z[k]! - mean) ** 2, 0) / (draws.length - 1);
      const { mean: centre, sigma } = prior[unknown];
      return [unknown, { mean: centre + sigma * mean, sigma: sigma * Math.sqrt(variance) }];
    }),
  ) as Record<Unknown, Belief>;
}
