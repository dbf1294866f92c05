import { diffusivityLaw, specificVolume } from '../clay/body.ts';
import type { Join, Seams, WallName } from '../form/places.ts';
import { DAY, HOUR, MINUTE, SECOND, type Instant } from '../units/quantity.ts';
import { meanReading } from './readings.ts';
import { integrate, type WallEvent, type WallRun } from './run.ts';

/** The walls of a piece, by name. */
export type Walls = Partial<Record<WallName, WallRun>>;

/** The walls of a piece, each with its name. */
export const runsOf = (walls: Walls): [WallName, WallRun][] => Object.entries(walls) as [WallName, WallRun][];

/** A wall by itself. */
export const alone: Seams = { joins: [], areas: {} };

/** What passes between places is looked at again when the difference between two has changed by about this, kg/kg. */
const CHANGED_X = 0.006;
const SHORTEST = 20 * MINUTE;
/** Explicit in time: well within the time constant of a rim, some hours. */
const LONGEST = 3 * HOUR;
/** Clay as dry as this passes next to nothing on, kg/kg. */
const DRY_X = 0.03;

/**
 * Carries the walls of a piece side by side. Neighbours exchange water through the section they share: per width of the
 * seam D·ρ_dry·t·ΔX/d, held from one look to the next at what it will be midway. All of them end at `to`.
 * @param events of each place, ascending; those before its wall stands are over
 * @param watch called at each look, and at the end
 * @param until asked at each look: they go no further once it holds
 */
export function carryTogether(
  walls: Walls,
  { joins, areas }: Seams,
  events: Partial<Record<WallName, WallEvent[]>>,
  to: Instant,
  { watch, until }: { watch?: (walls: Walls, at: Instant) => void; until?: (walls: Walls) => boolean } = {},
): Walls {
  const all = runsOf(walls);
  const carried = joins
    .filter(({ between: [a, b] }) => walls[a] && walls[b])
    .map((join) => ({ ...join, since: join.since ?? Number.NEGATIVE_INFINITY }));
  const left = new Map(all.map(([place]) => [place, [...(events[place] ?? [])]]));
  let at = Math.min(...all.map(([, run]) => run.at));
  let changed = false;
  const carryTo = (moment: Instant) => {
    for (const [place, run] of all) {
      const due = left.get(place)!;
      const upTo = due.findIndex((event) => event.at > moment);
      integrate(run, moment, due.splice(0, upTo < 0 ? due.length : upTo));
    }
    at = moment;
  };
  while (at < to) {
    watch?.(walls, at);
    if (until?.(walls)) break;
    const present = carried.filter(({ since }) => since <= at);
    const apart = present.map(({ between: [a, b] }) => meanOf(walls[a]!) - meanOf(walls[b]!));
    const passing = present.map((join) => passingThrough(join, walls, areas));
    // where it is not known how they fare, what passes keeps them as they are
    const perMs = present.map(({ between: [a, b] }) =>
      changed ? 0 : (rateOf(walls[a]!) ?? 0) - (rateOf(walls[b]!) ?? 0),
    );
    const nextJoin = Math.min(to, ...carried.map(({ since }) => since).filter((moment) => moment > at));
    const nextEvent = Math.min(
      nextJoin,
      ...[...left.values()].flatMap((due) => (due[0] ? [Math.max(at, due[0].at)] : [])),
    );
    const dry = all.every(([, run]) => meanOf(run) < DRY_X);
    const passes = present.length > 0 && !dry;
    const soonest = Math.min(...passing.map(({ levelsS }) => levelsS * SECOND));
    const span = passes
      ? spanFor(perMs, soonest, nextEvent - at)
      : Math.min(nextJoin - at, until ? DAY : Infinity);
    const meanwhile = apart.map((x, i) =>
      dry
        ? 0
        : differenceOver(span / 1000, x, 1000 * perMs[i]! + x / passing[i]!.levelsS, passing[i]!.levelsS),
    );
    exchange(
      walls,
      present,
      areas,
      meanwhile.map((x, i) => passing[i]!.kgPerS * x),
    );
    carryTo(Math.min(to, at + span));
    // under another cover, with another coat they fare otherwise
    changed = at >= nextEvent;
  }
  // what befalls them at the very end
  carryTo(until ? Math.min(at, to) : to);
  for (const [, run] of all) run.state.comes = undefined;
  watch?.(walls, at);
  return walls;
}

/**
 * How long what passes between places may be held, ms.
 * @param levels within which time it levels the first of them out, ms
 * @param until the next event, ms
 */
function spanFor(perMs: number[], levels: number, until: number): number {
  const fastest = Math.max(...perMs.map(Math.abs));
  const span = Math.min(LONGEST, Math.max(SHORTEST, Math.min(levels, fastest > 0 ? CHANGED_X / fastest : 0)));
  return until > MINUTE && until < span ? until : Math.min(span, DAY);
}

/** How fast the mean of a wall changes as it stands, per ms; null where it has not gone on yet. */
function rateOf({ trajectory, at }: WallRun): number | null {
  const last = trajectory.at.length - 1;
  return last >= 0 && trajectory.at[last] === at
    ? meanReading(trajectory.rate[last]!, trajectory.mesh[last]!)
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
function exchange(walls: Walls, joins: Join[], areas: Seams['areas'], through: number[]): void {
  const comes = new Map(runsOf(walls).map(([name]) => [name, 0]));
  joins.forEach(({ between: [a, b] }, i) => {
    comes.set(a, comes.get(a)! - through[i]! / areas[a]!);
    comes.set(b, comes.get(b)! + through[i]! / areas[b]!);
  });
  for (const [name, kgM2S] of comes) walls[name]!.state.comes = () => kgM2S;
}
