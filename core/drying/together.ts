import { diffusivityLaw, specificVolume } from '../clay/body.ts';
import type { Join, Seams } from '../form/places.ts';
import { HOUR, MINUTE, SECOND, type Instant } from '../units/quantity.ts';
import { along, carrying, type Events, type Leg } from './legs.ts';
import { meanReading } from './readings.ts';
import { endOfRecords, ratesOf } from './records.ts';
import { integrate } from './run.ts';
import { haveStopped } from './stop.ts';
import { runsOf, type WallRun, type Walls } from './wallRun.ts';

/** A wall by itself. */
export const alone: Seams = { joins: [], areas: {} };

/** What passes between places is looked at again when the difference between two has changed by about this, kg/kg. */
const CHANGED_X = 0.006;
const SHORTEST = 20 * MINUTE;
/** Explicit in time: well within the time constant of a rim, some hours. */
const LONGEST = 3 * HOUR;
/** Clay as dry as this passes next to nothing on, kg/kg. */
const DRY_X = 0.03;
/** Whether the walls may stop is asked so often. */
const ASKED = 4 * HOUR;

/** Carries the walls of a piece to an instant, with what befalls each on the way; each by the solver of one wall. */
export const carryTogether = (walls: Walls, seams: Seams, events: Events, to: Instant): Walls =>
  along([carrying(walls, seams, events, to)], carryOneByOne)[0]!;

/** Carries legs one by one, as the solver of one wall can. */
export const carryOneByOne = (legs: readonly Leg[]): void => legs.forEach(carryLeg);

/**
 * Walls side by side, each by itself: neighbours exchange water through the section they share, per width of the seam
 * D·ρ_dry·t·ΔX/d, held from one look to the next at what it will be midway.
 */
function carryLeg({ names, runs, joins, areas, to, stops, anew }: Leg): void {
  const walls: Walls = Object.fromEntries(names.map((name, i) => [name, runs[i]!]));
  let { at } = runs[0]!;
  let looked = false;
  let changed = anew === true;
  while (at < to) {
    if (stops && looked && haveStopped(stops, names, runs)) break;
    const apart = joins.map(({ between: [a, b] }) => meanOf(walls[a]!) - meanOf(walls[b]!));
    const passing = joins.map((join) => passingThrough(join, walls, areas));
    // where it is not known how they fare, what passes keeps them as they are
    const perMs = joins.map(({ between: [a, b] }) =>
      changed ? 0 : (rateOf(walls[a]!) ?? 0) - (rateOf(walls[b]!) ?? 0),
    );
    const dry = runs.every((run) => meanOf(run) < DRY_X);
    const passes = joins.length > 0 && !dry;
    const soonest = Math.min(...passing.map(({ levelsS }) => levelsS * SECOND));
    const span = passes ? spanFor(perMs, soonest, to - at) : stops ? ASKED : to - at;
    const meanwhile = apart.map((x, i) =>
      dry
        ? 0
        : differenceOver(span / 1000, x, 1000 * perMs[i]! + x / passing[i]!.levelsS, passing[i]!.levelsS),
    );
    exchange(
      walls,
      joins,
      areas,
      meanwhile.map((x, i) => passing[i]!.kgPerS * x),
    );
    const next = Math.min(to, at + span);
    for (const run of runs) integrate(run, next);
    at = next;
    looked = true;
    changed = false;
  }
  for (const run of runs) run.state.comes = undefined;
}

/**
 * How long what passes between places may be held, ms.
 * @param levels within which time it levels the first of them out, ms
 * @param until the end, ms
 */
function spanFor(perMs: number[], levels: number, until: number): number {
  const fastest = Math.max(...perMs.map(Math.abs));
  const span = Math.min(LONGEST, Math.max(SHORTEST, Math.min(levels, fastest > 0 ? CHANGED_X / fastest : 0)));
  return until > MINUTE && until < span ? until : span;
}
/** How fast the mean of a wall changes as it stands, per ms; null where it has not gone on yet. */
function rateOf({ trajectory, at }: WallRun): number | null {
  const last = trajectory.at(-1);
  return last && endOfRecords(last) === at
    ? meanReading(ratesOf(last, last.to - 1), last.mesh) / SECOND
    : null;
}

const meanOf = ({ state, wall }: WallRun): number => meanReading(state.x, wall.mesh);

/** Clay that passes water at once passes in one span no more than this share of what would make two walls alike. */
const MOST = 0.5;

/**
 * The mean over a span of a difference that grows by itself and is levelled out: of dx/dt = g − x/τ.
 * @param grows g, per second
 * @param levelsS τ, s
 */
function differenceOver(spanS: number, x: number, grows: number, levelsS: number): number {
  const z = spanS / levelsS;
  if (z > 1) return (MOST * x) / z;
  const steady = grows * levelsS;
  return steady + ((x - steady) * -Math.expm1(-z)) / z;
}

/** Dry clay under each square metre of a wall's face, kg/m². */
const solidsOf = ({ wall: { mesh } }: WallRun): number => {
  let dry = 0;
  for (let i = mesh.body.from; i < mesh.body.to; i++) dry += mesh.widths[i]!;
  return dry;
};

/** What passes through a seam per difference in X, kg/s, and within which time that levels two walls out, s. */
function passingThrough(
  { between: [a, b], widthM, sectionM, distanceM }: Join,
  walls: Walls,
  areas: Seams['areas'],
): { kgPerS: number; levelsS: number } {
  const [one, two] = [walls[a]!, walls[b]!];
  const { body } = one.setting;
  const x = (meanOf(one) + meanOf(two)) / 2;
  const kgPerS = ((diffusivityLaw(body).value(x) / specificVolume(body, x)) * sectionM * widthM) / distanceM;
  const clay = 1 / (1 / (areas[a]! * solidsOf(one)) + 1 / (areas[b]! * solidsOf(two)));
  return { kgPerS, levelsS: clay / kgPerS };
}

/** Sets what comes to each place from its neighbours, kg/(m²·s); given through each seam, kg/s. */
function exchange(walls: Walls, joins: readonly Join[], areas: Seams['areas'], through: number[]): void {
  const comes = new Map(runsOf(walls).map(([name]) => [name, 0]));
  joins.forEach(({ between: [a, b] }, i) => {
    comes.set(a, comes.get(a)! - through[i]! / areas[a]!);
    comes.set(b, comes.get(b)! + through[i]! / areas[b]!);
  });
  for (const [name, kgM2S] of comes) walls[name]!.state.comes = () => kgM2S;
}
