import { wetness } from '../clay/colour.ts';
import { outerReading } from '../drying/readings.ts';
import { readAt } from '../drying/trajectory.ts';
import { courseOf, coversMeant, replay, type Ahead, type Meant } from '../replay/replay.ts';
import type { Hours, Spell } from '../time/hours.ts';
import { DAY, MINUTE, type Instant } from '../units/quantity.ts';
import { scheduledOver, workAhead, type PieceAhead, type WorkAhead } from './ahead.ts';
import { barsFor, FLOOR, isReached } from './bars.ts';
import { choose } from './choose.ts';
import { graphOf } from './graph.ts';
import type { Itinerary } from './itinerary.ts';
import { inOrder } from './minutes.ts';
import type { Among, Slot } from './pool.ts';
import { sessionsAhead } from './sessions.ts';
import type { Solver } from './solver.ts';
import { dryingTables, type TablesOf } from './table.ts';
import { LOOK_STEP, type PieceWeek, type Task, type WeekPlan } from './weekPlan.ts';

/** What a plan is made with. */
export interface PlanningWith {
  solver: Solver;
  tablesOf?: TablesOf;
  /** The plan that people know of. */
  before?: WeekPlan | null;
  /** Told how far it has come, from 0 to 1; what it answers gives it up. */
  onStep?: (share: number) => boolean;
}

/** So often what falls when it is lived through is planned anew. */
const TRIES = 2;
/** A task falls where it comes out so much less often than is asked. */
const FALLS = 0.05;
const MOST_ASKED = 0.98;
const HOPELESS = 0.05;
/** Of a session so much is counted on. Common practice. */
const COUNTED_ON = 0.9;
const TEN = 10 * MINUTE;
/** So far a piece's looks are told. */
const SHOWN = 14 * DAY;

/** A piece as it is planned. */
interface Planning extends Among, WorkAhead {
  of: PieceAhead;
}

/**
 * What to do of each piece in which session, and how to cover it between, so that one pair of hands can; each piece's plan is
 * then lived through by all its members, and planned anew where it falls.
 * @param hours of the studio
 * @returns null where it was given up
 */
export function planWeek(
  pieces: readonly PieceAhead[],
  hours: Hours,
  now: Instant,
  { solver, tablesOf = dryingTables, before = null, onStep = () => false }: PlanningWith,
): WeekPlan | null {
  const sessions = sessionsAhead(hours, now);
  const tens = sessions.map(({ from, to }) => Math.floor((COUNTED_ON * (to - from)) / TEN));
  const planning: Planning[] = [];
  for (const [i, of] of pieces.entries()) {
    if (onStep((0.4 * i) / pieces.length)) return null;
    const begun = begin(of, sessions, now, { tablesOf, before });
    if (begun) planning.push(begun);
  }
  let seeds: readonly (readonly Itinerary[])[] = [];
  for (let tries = 1; ; tries++) {
    const share = 0.4 + (0.6 * (tries - 1)) / TRIES;
    let ended = false;
    const chosen = choose(planning, tens, solver, { seeds, onStep: () => (ended ||= onStep(share)) });
    seeds = chosen.found;
    if (ended) return null;
    const lived = planning.map((of, i) => livedThrough(of, chosen.itineraries[i]!, now));
    if (onStep(share + 0.5 / TRIES)) return null;
    const falls = fallen(planning, chosen.itineraries, lived);
    const { late, tasks } = inOrder(
      lived.map(({ tasks }) => tasks),
      planning.map(({ of }) => of.ownHands),
    );
    if (tries === TRIES || (!falls && late.length === 0))
      return {
        at: now,
        sessions,
        pieces: lived.map(({ meant, ...week }, i) => ({
          ...week,
          tasks: tasks[i]!,
          looks: looksOf(planning[i]!, meant, now),
        })),
        value: chosen.value,
        bound: chosen.bound,
      };
    for (const session of late) {
      const row = sessions.findIndex(({ to }) => to === session.to);
      if (row >= 0) tens[row] = Math.max(0, tens[row]! - 1);
    }
  }
}

function begin(
  of: PieceAhead,
  sessions: readonly Spell[],
  now: Instant,
  { tablesOf, before }: { tablesOf: TablesOf; before: WeekPlan | null },
): Planning | null {
  const own = of.ownHands ? sessionsAhead(of.facts.studio, now) : sessions;
  const work = workAhead(of, now);
  if (own.length === 0 || work.blocks.length === 0) return null;
  const slots = own.map((spell, hands): Slot => ({ ...spell, hands: of.ownHands ? null : hands }));
  const graph = graphOf(scheduledOver(of, work, own, tablesOf), own, { floor: FLOOR });
  const known = before?.pieces.find(({ pieceId }) => pieceId === of.piece.id);
  const told = work.blocks.map(({ steps }) => {
    const task = known?.tasks.find((task) => task.steps.some(({ key }) => key === steps[0]!.key));
    return slots.find(({ to }) => to === task?.session.to)?.from ?? null;
  });
  return { ...work, of, graph, slots, told, least: barsFor(graph) };
}

/** What comes of an itinerary, and what was meant. */
type Lived = Omit<PieceWeek, 'looks'> & { meant: Meant[] };

/** What was lived through already: most of what is planned anew stays as it was. */
const known = new WeakMap<PieceAhead, Map<string, Lived>>();

function livedThrough(of: Planning, itinerary: Itinerary, now: Instant): Lived {
  const lived = known.get(of.of) ?? new Map<string, Lived>();
  known.set(of.of, lived);
  const key = JSON.stringify(itinerary.visits);
  const found = lived.get(key) ?? liveThrough(of, itinerary, now);
  lived.set(key, found);
  return found;
}

function liveThrough(planning: Planning, { visits }: Itinerary, now: Instant): Lived {
  const { of, blocks } = planning;
  const meant = visits.map((visit): Meant => ({
    ...visit,
    steps: visit.blocks.flatMap(({ block }) => blocks[block]!.steps.map(({ key }) => key)),
  }));
  const { members, joined } = of.believed;
  const lived = of.piece.fired === 'raw' ? replay(members, aheadOf(planning, now), joined, meant) : null;
  const all = visits.flatMap(({ session, blocks: done }) =>
    done.map(({ block, at }): Task => {
      const { steps, handsMs, lengthMs } = blocks[block]!;
      const chance = lived ? Math.min(...steps.map(({ key }) => lived.chances[key]!)) : 1;
      return {
        steps: steps.map(({ key, step }) => ({ key, name: step.name })),
        ...{ session, at, handsMs, lengthMs, chance },
      };
    }),
  );
  // what has no chance is not put before people, nor what would come after it
  const hopeless = all.findIndex(({ chance }) => chance < HOPELESS);
  const tasks = hopeless < 0 ? all : all.slice(0, hopeless);
  const next = blocks[tasks.length]?.steps[0];
  return {
    pieceId: of.piece.id,
    tasks,
    covers: coversMeant(of.piece.cover, meant, now),
    chance: tasks.length < all.length ? 0 : (lived?.all ?? 1),
    unplanned: next ? { key: next.key, name: next.step.name } : null,
    meant,
  };
}

const aheadOf = ({ of: { piece, facts, believed }, route }: Planning, now: Instant): Ahead => ({
  ...{ piece, divided: believed.divided, route, tubs: facts.tubs, now },
  ...(facts.paces && { paces: facts.paces }),
});

/** How wet its wall looks as time goes on, if what is meant is done. */
function looksOf(planning: Planning, meant: readonly Meant[], now: Instant): number[] {
  const { piece, facts, believed } = planning.of;
  if (piece.fired !== 'raw') return [];
  const course = courseOf(believed.best, aheadOf(planning, now), believed.joined, meant).wall!;
  return Array.from({ length: SHOWN / LOOK_STEP + 1 }, (_, i) =>
    Number(wetness(facts.body, readAt(course, now + i * LOOK_STEP, outerReading)).toFixed(2)),
  );
}

/** Asks more of each task that fell. @returns whether there were any */
function fallen(planning: Planning[], itineraries: readonly Itinerary[], lived: readonly Lived[]): boolean {
  let any = false;
  for (const [i, of] of planning.entries()) {
    const done = itineraries[i]!.visits.flatMap(({ blocks }) => blocks);
    const least = of.least.map((bar, b) => {
      const d = done.findIndex(({ block }) => block === b);
      const came = d < 0 ? 1 : (lived[i]!.tasks[d]?.chance ?? 0);
      // what is asked of a plan is a little more than is asked of what comes of it
      if (came >= bar - 2 * FALLS || done[d]!.chance < bar) return bar;
      const more = Math.min(MOST_ASKED, done[d]!.chance + FALLS / 2);
      // what cannot come out better is left as it is, and said
      if (!isReached(of.graph, of.least.with(b, more), b)) return bar;
      any = true;
      return more;
    });
    planning[i] = { ...of, least };
  }
  return any;
}
