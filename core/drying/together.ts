import { diffusivityLaw, specificVolume } from '../clay/body.ts';
import type { Join, Seams, WallName } from '../form/places.ts';
import { DAY, HOUR, MINUTE, type Instant } from '../units/quantity.ts';
import { meanReading } from './readings.ts';
import { carry, type WallEvent, type WallRun } from './run.ts';

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
  let last: { at: Instant; apart: number[] } | null = null;
  const carryTo = (moment: Instant) => {
    for (const [place, run] of all) {
      const due = left.get(place)!;
      const upTo = due.findIndex((event) => event.at > moment);
      carry(run, moment, due.splice(0, upTo < 0 ? due.length : upTo));
    }
    at = moment;
  };
  while (at < to) {
    watch?.(walls, at);
    if (until?.(walls)) break;
    const present = carried.filter(({ since }) => since <= at);
    if (last?.apart.length !== present.length) last = null;
    const apart = present.map(({ between: [a, b] }) => meanOf(walls[a]!) - meanOf(walls[b]!));
    const perMs = apart.map((x, i) => (last && at > last.at ? (x - last.apart[i]!) / (at - last.at) : 0));
    last = { at, apart };
    const nextJoin = Math.min(to, ...carried.map(({ since }) => since).filter((moment) => moment > at));
    const nextEvent = Math.min(
      nextJoin,
      ...[...left.values()].flatMap((due) => (due[0] ? [Math.max(at, due[0].at)] : [])),
    );
    const dry = all.every(([, run]) => meanOf(run) < DRY_X);
    const span =
      present.length === 0 || dry
        ? until
          ? Math.min(DAY, nextJoin - at)
          : nextJoin - at
        : spanFor(perMs, at, nextEvent);
    const middle = apart.map((x, i) => (dry ? 0 : x + (perMs[i]! * span) / 2));
    exchange(walls, present, areas, middle, span / 1000);
    carryTo(Math.min(to, at + span));
  }
  // what befalls them at the very end
  carryTo(until ? Math.min(at, to) : to);
  for (const [, run] of all) run.state.comes = undefined;
  watch?.(walls, at);
  return walls;
}

/** Until when what passes between places may be held. */
function spanFor(perMs: number[], at: Instant, nextEvent: Instant): number {
  const fastest = Math.max(...perMs.map(Math.abs));
  const span = Math.min(LONGEST, Math.max(SHORTEST, fastest > 0 ? CHANGED_X / fastest : SHORTEST));
  const until = nextEvent - at;
  return until > MINUTE && until < span ? until : Math.min(span, DAY);
}

const meanOf = ({ state, wall }: WallRun): number => meanReading(state.x, wall.mesh);

/** In one span no more passes than this share of what would make two walls alike: clay that passes water at once stays level. */
const MOST = 0.5;

/** Dry clay under each square metre of a wall's face, kg/m². */
const solidsOf = ({ wall: { mesh } }: WallRun): number => {
  let dry = 0;
  for (let i = mesh.body.from; i < mesh.body.to; i++) dry += mesh.widths[i]!;
  return dry;
};

/** Sets what comes to each place from its neighbours over a span, kg/(m²·s). */
function exchange(walls: Walls, joins: Join[], areas: Seams['areas'], apart: number[], spanS: number): void {
  const comes = new Map(runsOf(walls).map(([name]) => [name, 0]));
  joins.forEach(({ between: [a, b], widthM, sectionM, distanceM }, i) => {
    const [one, two] = [walls[a]!, walls[b]!];
    const { body } = one.setting;
    const x = (meanOf(one) + meanOf(two)) / 2;
    const passes = diffusivityLaw(body).value(x) / specificVolume(body, x);
    const clay = 1 / (1 / (areas[a]! * solidsOf(one)) + 1 / (areas[b]! * solidsOf(two)));
    const most = (MOST * clay) / spanS;
    const kgPerS = Math.min((passes * sectionM * widthM) / distanceM, most) * apart[i]!;
    comes.set(a, comes.get(a)! - kgPerS / areas[a]!);
    comes.set(b, comes.get(b)! + kgPerS / areas[b]!);
  });
  for (const [name, kgM2S] of comes) walls[name]!.state.comes = () => kgM2S;
}
