import type { Hours, Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import { isReached } from './bars.ts';
import { choose } from './choose.ts';
import { livedThrough, looksOf } from './living.ts';
import { coverMeantAt } from './meant.ts';
import { inOrder } from './minutes.ts';
import type { Lived, PieceGiven, Planning, PlanningOf } from './planning.ts';
import { tensIn, type Among, type Share, type Told } from './pool.ts';
import { handsLeft, isLostWithout, mayWait } from './rest.ts';
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
  const tens = tensIn(visits);
  const all: Planning[] = [];
  for (const [i, given] of pieces.entries()) {
    if (onStep((READY * i) / pieces.length)) return null;
    const planning = planningOf(given, visits, now);
    if (planning) all.push(planning);
  }
  if (all.length === 0) return { at: now, sessions, pieces: [], nobody: null, value: 0, bound: 0 };
  let among = all.map((of): Among & Planning => ({
    ...of,
    told: toldsOf(of, before),
    ...toldCoversOf(of, before),
  }));
  for (let tries = 1; ; tries++) {
    const share = READY + ((1 - READY) * (tries - 1)) / TRIES;
    let ended = false;
    const chosen = choose(among, tens, solver, {
      seeds: all.map(({ seeds }) => seeds),
      onStep: () => (ended ||= onStep(share)),
    });
    all.forEach((of, i) => (of.seeds = chosen.found[i]!));
    if (ended) return null;
    const { shares } = chosen;
    const lived: Lived[] = [];
    for (const [i, { p, itinerary, count }] of shares.entries()) {
      lived.push(ofMany(livedThrough(all[p]!, itinerary), all[p]!, count));
      if (onStep(share + (0.5 * (i + 1)) / shares.length / TRIES)) return null;
    }
    const asked = askedMore(among, shares, lived);
    const { late, tasks } = inOrder(
      lived.map((of) => of.tasks),
      shares.map(({ p }) => all[p]!.ownHands),
    );
    if (tries === TRIES || (asked === among && late.length === 0)) {
      const left = handsLeft(among, shares, tens);
      return {
        at: now,
        sessions,
        pieces: lived.map(({ meant: _lived, dryAt: _dry, ...week }, i) => {
          const { p, itinerary } = shares[i]!;
          return {
            ...week,
            tasks: tasks[i]!,
            looks: looksOf(all[p]!, itinerary, now),
            mayWait: mayWait(among[p]!, itinerary, left),
          };
        }),
        nobody: withoutAnybody(among, shares, left, sessions),
        value: chosen.value,
        bound: chosen.bound,
      };
    }
    among = asked;
    for (const session of late) {
      const row = visits.findIndex(({ to }) => to === session.to);
      if (row >= 0) tens[row] = Math.max(0, tens[row]! - 1);
    }
  }
}

/** What is lost if nobody comes to the first session that anything is meant for. */
function withoutAnybody(
  pieces: readonly (Among & Planning)[],
  shares: readonly Share[],
  left: readonly number[],
  sessions: readonly Spell[],
): WeekPlan['nobody'] {
  const worked = shares.flatMap(({ itinerary: { visits } }) =>
    visits.flatMap(({ blocks, session }) => (blocks.length > 0 ? [session.to] : [])),
  );
  const session = sessions.find(({ to }) => worked.includes(to));
  if (!session) return null;
  const lost = shares.filter(({ p, itinerary }) => {
    const of = pieces[p]!;
    return !of.unmade && !of.ownHands && isLostWithout(of, itinerary, left, session);
  });
  return { session, lost: lost.map(({ p }) => pieces[p]!.piece.id) };
}

/** Of the work so much is done once pieces are ready to be planned. */
const READY = 0.4;

/** What is meant for so many alike: hands are at each of them in turn. */
function ofMany(lived: Lived, { unmade }: Planning, count: number): Lived {
  if (!unmade) return lived;
  const tasks = lived.tasks.map((task) => ({
    ...task,
    handsMs: count * task.handsMs,
    lengthMs: task.lengthMs + (count - 1) * task.handsMs,
  }));
  return { ...lived, tasks, unmade: count };
}

/** In which session each task of a piece, or of some alike, was to be done by the plan that people know of. */
const toldsOf = ({ piece, blocks, slots }: Planning, before: WeekPlan | null): Told[] =>
  (before?.pieces ?? [])
    .filter(({ pieceId }) => pieceId === piece.id)
    .map((known) =>
      blocks.map(({ steps }) => {
        const task = known.tasks.find((task) => task.steps.some(({ key }) => key === steps[0]!.key));
        return slots.find(({ to }) => to === task?.session.to)?.from ?? null;
      }),
    );

/** How a piece was to be left at the end of each session by the plan that people know of. */
function toldCoversOf(
  { piece, slots, unmade }: Planning,
  before: WeekPlan | null,
): Pick<Among, 'toldCovers'> {
  const known = before?.pieces.find(({ pieceId }) => pieceId === piece.id);
  if (!known || unmade) return {};
  return { toldCovers: slots.map(({ to }) => coverMeantAt(known, to, piece.cover)) };
}

/** Asks more of each task that fell when it was lived through. @returns the same pieces where none did */
function askedMore<A extends Among>(among: A[], shares: readonly Share[], lived: readonly Lived[]): A[] {
  let any = false;
  const asked = among.map((of, p): A => {
    const least = shares.reduce((least, share, i) => {
      if (share.p !== p) return least;
      const done = share.itinerary.visits.flatMap(({ blocks }) => blocks);
      return least.map((bar, b) => {
        const d = done.findIndex(({ block }) => block === b);
        if (d < 0) return bar;
        const { chance, tooWet } = done[d]!;
        if ((lived[i]!.tasks[d]?.chance ?? 0) >= chance - 2 * FALLS) return bar;
        // what is asked of a plan is a little more than what it promised
        const more = Math.min(MOST_ASKED, chance + tooWet + FALLS / 2);
        // what cannot come out better is left as it is, and said
        if (more <= bar || !isReached(of.graph, least.with(b, more), b)) return bar;
        any = true;
        return more;
      });
    }, of.least);
    return { ...of, least };
  });
  return any ? asked : among;
}
