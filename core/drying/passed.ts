import { scaleLinear } from 'd3-scale';
import type { WallName } from '../form/places.ts';
import type { Instant } from '../units/quantity.ts';
import { meanReading } from './readings.ts';
import { integrate, type WallEvent, type WallRun } from './run.ts';
import type { Walls } from './together.ts';
import type { WallAt } from './trajectory.ts';

/** What came to a wall from its neighbours while one cover or one coat lasted, at each mean X it had: kg/(m²·s). */
interface Stretch {
  from: Instant;
  noted: { meanX: number; kgM2S: number }[];
}

/**
 * What passed between the places of one wall of a piece, kept so that others like it can be carried by themselves: a
 * wall of another pace differs from its neighbours as much when it is as wet.
 */
export type Passed = Partial<Record<WallName, Stretch[]>>;

/** Notes what passes between walls while they are carried together. */
export interface PassedNotes {
  passed: Passed;
  /** From now on something else holds: what was noted of later is forgotten. */
  turns: (at: Instant) => void;
  look: (walls: Walls) => void;
}

export function passedNotes(names: WallName[]): PassedNotes {
  const passed: Passed = Object.fromEntries(names.map((name) => [name, []]));
  const last = new Map<WallName, number>();
  return {
    passed,
    turns(at) {
      last.clear();
      for (const name of names)
        passed[name] = [...passed[name]!.filter(({ from }) => from < at), { from: at, noted: [] }];
    },
    look(walls) {
      for (const name of names) {
        const { state, wall } = walls[name]!;
        const meanX = meanReading(state.x, wall.mesh);
        const before = last.get(name);
        last.set(name, meanX);
        if (before === undefined || !state.comes) continue;
        const middle = (before + meanX) / 2;
        passed[name]!.at(-1)!.noted.push({ meanX: middle, kgM2S: state.comes(middle) });
      }
    },
  };
}

/** Carries a wall to an instant as `carry` does, given what passed between one like it and its neighbours. */
export function carryAside(
  run: WallRun,
  stretches: Stretch[],
  to: Instant,
  events: WallEvent[],
  until: (wall: WallAt) => boolean,
): void {
  const due = [...events];
  const turns = stretches.flatMap(({ from }) => (from > run.at && from < to ? [from] : []));
  for (const turn of [...turns, to]) {
    run.state.comes = comesIn(stretches.findLast(({ from }) => from <= run.at));
    const upTo = due.findIndex(({ at }) => at > turn);
    integrate(run, turn, due.splice(0, upTo < 0 ? due.length : upTo), until);
    if (run.at < turn) return;
  }
}

const laws = new WeakMap<Stretch, (meanX: number) => number>();

function comesIn(stretch: Stretch | undefined): ((meanX: number) => number) | undefined {
  if (!stretch || stretch.noted.length === 0) return undefined;
  const known = laws.get(stretch);
  if (known) return known;
  const sorted = [...stretch.noted].sort((a, b) => a.meanX - b.meanX);
  // of one there is no line
  if (sorted.length === 1) return () => sorted[0]!.kgM2S;
  const law = scaleLinear()
    .domain(sorted.map(({ meanX }) => meanX))
    .range(sorted.map(({ kgM2S }) => kgM2S))
    .clamp(true);
  laws.set(stretch, law);
  return law;
}
