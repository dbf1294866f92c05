import type { Cover } from '../core/drying/face.ts';
import { rememberedPlannings } from '../core/schedule/planning.ts';
import { planWeek } from '../core/schedule/week.ts';
import type { PieceWeek, WeekPlan } from '../core/schedule/weekPlan.ts';
import type { Spell } from '../core/time/hours.ts';
import { createSolver } from '../server/schedule/solver.ts';
import { advised } from './adviser.ts';
import {
  drawStudio,
  evenings,
  givenOf,
  live,
  openSteps,
  outcome,
  sessions,
  stateOf,
  touched,
  type Drawn,
  type Told,
} from './studio.ts';

/** Ways to work a studio: habits that people have, each piece's covers advised by itself, and the plan, made anew each evening. */

export const PIECES = 3;
const solver = await createSolver();

/** How a studio is worked. @returns how often somebody had to do with a piece */
type Way = (pieces: Drawn[], promised: Promised[]) => number;

/** A task that was meant for a session, the chance that was promised for it, and whether it was done. */
export interface Promised {
  chance: number;
  done: boolean;
}

/** Open while somebody is there, and so for the night. */
const habit =
  (night: Cover): Way =>
  (pieces) =>
    visits(pieces, () => (of, session) => ({
      steps: null,
      unlessDone: [],
      covers: [
        { at: Math.max(session.from, stateOf(of).madeAt), cover: 'open' },
        { at: session.to, cover: night },
      ],
      whenDone: null,
    }));

/** Each piece by itself, by its likeliest wall alone. */
const byAdvice: Way = (pieces) =>
  visits(pieces, (session) => (of) => ({
    steps: null,
    unlessDone: [],
    covers: advised(givenOf(of), Math.max(session.from, stateOf(of).madeAt)).filter(
      ({ at }) => at <= session.to,
    ),
    whenDone: null,
  }));

/** By the plan, which is made anew as each session begins. */
const planned =
  (touch: boolean): Way =>
  (pieces, promised) => {
    const { planningOf } = rememberedPlannings(PIECES);
    let before: WeekPlan | null = null;
    let meant: { of: Drawn; key: string; chance: number }[] = [];
    const settle = () => {
      for (const { of, key, chance } of meant)
        promised.push({ chance, done: !openSteps(of).some((open) => open.key === key) });
    };
    const count = visits(pieces, (session) => {
      settle();
      const now = Math.max(session.from, ...pieces.map((of) => stateOf(of).madeAt));
      if (touch) for (const of of pieces) if (openSteps(of).length > 0) of.entries.push(touched(of, now));
      const given = pieces.map((of) => ({ facts: givenOf(of), due: null, ownHands: false }));
      const week: WeekPlan = planWeek(given, evenings, now, { solver, planningOf, before })!;
      before = week;
      meant = pieces.flatMap((of) =>
        (week.pieces.find(({ pieceId }) => pieceId === of.id)?.tasks ?? [])
          .filter((task) => task.session.to === session.to)
          .map(({ steps, chance }) => ({ of, key: steps.at(-1)!.key, chance })),
      );
      return (of) =>
        toldFor(
          week.pieces.find(({ pieceId }) => pieceId === of.id),
          session,
        );
    });
    settle();
    return count;
  };

function toldFor(week: PieceWeek | undefined, session: Spell): Told {
  const tasks = week?.tasks.filter((task) => task.session.to === session.to) ?? [];
  const covers = week?.covers.filter(({ at }) => at <= session.to) ?? [];
  const last = tasks.at(-1);
  const unlessDone = tasks.flatMap(({ steps }) => steps.map(({ key }) => key));
  const after = last && covers.find(({ at }) => at > last.at && at < session.to);
  return {
    // whoever has a piece before them sees what it is ready for
    steps: tasks.length > 0 || covers.length > 0 ? null : [],
    covers: covers.filter((change) => change !== after),
    unlessDone,
    whenDone: last && after ? { step: last.steps.at(-1)!.key, cover: after.cover } : null,
  };
}

/** Each session is lived through. @returns how often somebody had to do with a piece */
function visits(pieces: Drawn[], toldIn: (session: Spell) => (of: Drawn, session: Spell) => Told): number {
  let count = 0;
  for (const session of sessions) {
    const open = pieces.filter((of) => openSteps(of).length > 0);
    if (open.length === 0) break;
    const told = toldIn(session);
    for (const of of open) if (live(of, session, told(of, session))) count += 1;
  }
  return count;
}

const ways: [name: string, way: Way][] = [
  ['all open, caught as it comes', habit('open')],
  ['all under tight plastic until the next session', habit('tight')],
  ['all under loose plastic until the next session', habit('draped')],
  ['each piece by itself, by its likeliest wall', byAdvice],
  ['the plan, nothing touched', planned(false)],
  ['the plan, each piece touched once an evening', planned(true)],
];

/** What came of a studio that was worked in one way: shares of steps and pieces, and visits a piece. */
export interface Came {
  steps: number;
  pieces: number;
  lost: number;
  visits: number;
  promised: Promised[];
}

export const wayNames = ways.map(([name]) => name);

/** The same studio, worked in each way. */
export const workedInEachWay = (seed: number): Came[] =>
  ways.map(([, way]) => {
    const pieces = drawStudio(seed, PIECES);
    const promised: Promised[] = [];
    const count = way(pieces, promised);
    const came = pieces.map((of) => outcome(of, sessions.at(-1)!.to));
    const steps = pieces.reduce((sum, { steps }) => sum + steps.length, 0);
    return {
      steps: came.reduce((sum, { done }) => sum + done, 0) / steps,
      pieces: came.filter(({ all }) => all).length / PIECES,
      lost: came.filter(({ lost }) => lost).length / PIECES,
      visits: count / PIECES,
      promised,
    };
  });
