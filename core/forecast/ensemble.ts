import {
  COARSE,
  type Fineness,
  type WallEvent,
  type WallRun,
  type WallSetting,
  type Walls,
} from '../drying/run.ts';
import { goAlong } from '../drying/batch/carry.ts';
import { carrying, type Way } from '../drying/legs.ts';
import type { Seams, WallName } from '../form/places.ts';
import type { Instant } from '../units/quantity.ts';
import { takenAsFound } from './takenAsFound.ts';
import { allCompared, looksAt, predicted, type Compared, type Observation } from './observe.ts';
import { settingOf, unknowns, wider, type Belief, type Prior, type Unknown } from './prior.ts';
import { normalDraws, smoothed, type Draws } from './smoother.ts';

export const MEMBERS = 64;
const PASSES = 4;
/** An observation is fitted when some member comes this near to it, in its sigmas. */
const FITS = 2.5;
const WIDENINGS = 2;

/** One of the walls of a piece: how it begins with what a member believes, and what befalls it, in order. */
export interface WallOfPiece {
  place: WallName;
  begin: (setting: WallSetting, fineness?: Partial<Fineness>) => WallRun;
  events: WallEvent[];
}

/** Everything that a forecast rests on. */
export interface WallCase {
  given: WallSetting;
  prior: Prior;
  observations: Observation[];
  /** The walls of the piece; a member is one belief about all of them. */
  walls: WallOfPiece[];
  /** How they are joined. */
  joined: Seams;
  now: Instant;
  /** From when on the piece's own wall is looked back upon in each member; all along where that is not said. */
  lookedBack?: Instant;
  members: number;
  /** 0 to below 1. */
  seed: number;
}

export interface Ensemble {
  /** The walls of each member, carried to now. */
  members: Walls[];
  /** The walls that the mean of the members makes, carried to now, the piece's own wall in full fineness. */
  best: Walls;
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
  const compared = allCompared(observations);
  let { prior } = wall;
  let widened = 0;
  let draws = drawn(wall, prior, compared);
  let members = membersOf(wall, prior, draws);
  while (!fits(members, compared) && widened < WIDENINGS) {
    widened += 1;
    prior = wider(prior);
    draws = drawn(wall, prior, compared);
    members = membersOf(wall, prior, draws);
  }
  const taken = !fits(members, compared);
  const found = taken ? withFound(wall) : wall;
  if (taken) members = membersOf(found, prior, draws);
  const mean = Float64Array.from(unknowns, (_, k) => draws.reduce((sum, z) => sum + z[k]!, 0) / draws.length);
  const setting = settingOf(wall.given, prior, mean);
  const [best] = goAlong([
    wayOf(found, found.walls, setting, now, (name) => (isOwn(name) ? {} : COARSE)),
  ]) as [Walls];
  return { members, best, belief: beliefOf(prior, draws), widened, taken };
}

/** The wall of the piece itself, or a band of it. */
export const isOwn = (name: WallName): boolean => name === 'wall' || name.startsWith('band');

/** The way of walls of a setting to an instant; each looked back upon only from when that is needed. */
function wayOf(
  { joined }: Pick<WallCase, 'joined'>,
  walls: WallOfPiece[],
  setting: WallSetting,
  to: Instant,
  fineness: (place: WallName) => Partial<Fineness>,
  recordFrom: (place: WallName) => Instant = () => Number.NEGATIVE_INFINITY,
): Way<Walls> {
  const runs = walls.map(({ place, begin }): [WallName, WallRun] => [
    place,
    { ...begin(setting, fineness(place)), recordFrom: recordFrom(place) },
  ]);
  const events = Object.fromEntries(walls.map((of) => [of.place, of.events]));
  return carrying(Object.fromEntries(runs), joined, events, to);
}

function drawn(wall: WallCase, prior: Prior, compared: Compared[]): Draws {
  const first = normalDraws(wall.members, unknowns.length, wall.seed);
  const last = wall.observations.at(-1)?.at ?? wall.now;
  // where only the wall was looked at, what passes to and from its neighbours tells nothing that could be seen
  const places = wall.walls.filter(({ place }) => looksAt(compared, place));
  const looked = places.every(({ place }) => place === 'wall') ? places : wall.walls;
  const found = () => wall.observations[0]?.at ?? last;
  const seen = {
    predict: (draws: Draws) =>
      goAlong(
        draws.map((z) => wayOf(wall, looked, settingOf(wall.given, prior, z), last, () => COARSE, found)),
      ).map((walls) => Float64Array.from(compared, (c) => predicted(c, walls))),
    values: Float64Array.from(compared, (c) => c.value),
    sigmas: Float64Array.from(compared, (c) => c.sigma),
  };
  return smoothed(first, seen, PASSES, (wall.seed + 0.5) % 1);
}

const membersOf = (wall: WallCase, prior: Prior, draws: Draws): Walls[] => {
  const found = wall.observations[0]?.at ?? wall.now;
  const recordFrom = (place: WallName) =>
    isOwn(place) ? Math.min(found, wall.lookedBack ?? Number.NEGATIVE_INFINITY) : found;
  return goAlong(
    draws.map((z) =>
      wayOf(wall, wall.walls, settingOf(wall.given, prior, z), wall.now, () => COARSE, recordFrom),
    ),
  );
};

function withFound(wall: WallCase): WallCase {
  const walls = wall.walls.map((of) => {
    const found = wall.observations
      .filter(({ place }) => place === of.place)
      .flatMap((observation) => takenAsFound(wall.given.body, observation));
    return { ...of, events: [...of.events, ...found].sort((a, b) => a.at - b.at) };
  });
  return { ...wall, walls };
}

const fits = (members: Walls[], compared: Compared[]): boolean =>
  compared.every((c) => members.some((walls) => Math.abs(predicted(c, walls) - c.value) < FITS * c.sigma));

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
