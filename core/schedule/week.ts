import type { Hours } from '../time/hours.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { isReached } from './bars.ts';
import { choose } from './choose.ts';
import type { Itinerary } from './itinerary.ts';
import { livedThrough, looksOf } from './living.ts';
import { inOrder } from './minutes.ts';
import type { Lived, PieceGiven, Planning, PlanningOf } from './planning.ts';
import type { Among } from './pool.ts';
import { fromNowOn, sessionsAhead } from './sessions.ts';
import type { Solver } from './solver.ts';
import type { WeekPlan } from './weekPlan.ts';

/** What a plan is made with. */
export interface PlanningWith {
  solver: Solver;
  /** What makes pieces ready, or remembers them. */
  planningOf: PlanningOf;
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
/** Of a session so much is counted on. Common practice. */
const COUNTED_ON = 0.9;
const TEN = 10 * MINUTE;

/**
 * What to do of each piece in which session, and how to cover it between, so that one pair of hands can; each piece's plan is
 * then lived through by all its members, and planned anew where it falls.
 * @param hours of the studio
 * @returns null where it was given up
 */
export function planWeek(
  pieces: readonly PieceGiven[],
  hours: Hours,
  now: Instant,
  { solver, planningOf, before = null, onStep = () => false }: PlanningWith,
): WeekPlan | null {
  const sessions = sessionsAhead(hours, now);
  const visits = fromNowOn(sessions, now);
  const tens = visits.map(({ from, to }) => Math.floor((COUNTED_ON * (to - from)) / TEN));
  const all: Planning[] = [];
  for (const [i, given] of pieces.entries()) {
    if (onStep((READY * i) / pieces.length)) return null;
    const planning = planningOf(given, visits, now);
    if (planning) all.push(planning);
  }
  if (all.length === 0) return { at: now, sessions, pieces: [], value: 0, bound: 0 };
  let among = all.map((of): Among => ({ ...of, told: toldOf(of, before) }));
  for (let tries = 1; ; tries++) {
    const share = READY + ((1 - READY) * (tries - 1)) / TRIES;
    let ended = false;
    const chosen = choose(among, tens, solver, {
      seeds: all.map(({ seeds }) => seeds),
      onStep: () => (ended ||= onStep(share)),
    });
    all.forEach((of, i) => (of.seeds = chosen.found[i]!));
    if (ended) return null;
    const lived: Lived[] = [];
    for (const [i, of] of all.entries()) {
      lived.push(livedThrough(of, chosen.itineraries[i]!));
      if (onStep(share + (0.5 * (i + 1)) / all.length / TRIES)) return null;
    }
    const asked = askedMore(among, chosen.itineraries, lived);
    const { late, tasks } = inOrder(
      lived.map((of) => of.tasks),
      all.map(({ ownHands }) => ownHands),
    );
    if (tries === TRIES || (asked === among && late.length === 0))
      return {
        at: now,
        sessions,
        pieces: lived.map(({ meant, ...week }, i) => ({
          ...week,
          tasks: tasks[i]!,
          looks: looksOf(all[i]!, meant, now),
        })),
        value: chosen.value,
        bound: chosen.bound,
      };
    among = asked;
    for (const session of late) {
      const row = visits.findIndex(({ to }) => to === session.to);
      if (row >= 0) tens[row] = Math.max(0, tens[row]! - 1);
    }
  }
}

/** Of the work so much is done once pieces are ready to be planned. */
const READY = 0.4;

/** In which session each task of a piece was to be done by the plan that people know of. */
function toldOf({ piece, blocks, slots }: Planning, before: WeekPlan | null): Among['told'] & {} {
  const known = before?.pieces.find(({ pieceId }) => pieceId === piece.id);
  return blocks.map(({ steps }) => {
    const task = known?.tasks.find((task) => task.steps.some(({ key }) => key === steps[0]!.key));
    return slots.find(({ to }) => to === task?.session.to)?.from ?? null;
  });
}

/** Asks more of each task that fell when it was lived through. @returns the same pieces where none did */
function askedMore(among: Among[], itineraries: readonly Itinerary[], lived: readonly Lived[]): Among[] {
  let any = false;
  const asked = among.map((of, i): Among => {
    const done = itineraries[i]!.visits.flatMap(({ blocks }) => blocks);
    const least = of.least.map((bar, b) => {
      const d = done.findIndex(({ block }) => block === b);
      if (d < 0) return bar;
      const { chance, tooWet } = done[d]!;
      if ((lived[i]!.tasks[d]?.chance ?? 0) >= chance - 2 * FALLS) return bar;
      // what is asked of a plan is a little more than what it promised
      const more = Math.min(MOST_ASKED, chance + tooWet + FALLS / 2);
      // what cannot come out better is left as it is, and said
      if (!isReached(of.graph, of.least.with(b, more), b)) return bar;
      any = true;
      return more;
    });
    return { ...of, least };
  });
  return any ? asked : among;
}
