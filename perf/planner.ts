import type { Cover } from '../core/drying/face.ts';
import { rememberedPlannings } from '../core/schedule/planning.ts';
import { planWeek } from '../core/schedule/week.ts';
import type { PieceWeek, WeekPlan } from '../core/schedule/weekPlan.ts';
import type { Spell } from '../core/time/hours.ts';
import { createSolver } from '../server/schedule/solver.ts';
import {
  drawStudio,
  evenings,
  givenOf,
  live,
  outcome,
  sessions,
  stateOf,
  touched,
  type Drawn,
  type Told,
} from './studio.ts';

/**
 * What the plan is worth: studios drawn at random, three pieces thrown on a Monday evening, evenings only, and walls that follow
 * other laws than the forecast. Lived through by habits that people have, and by the plan, made anew each evening. Printed as the
 * table of docs/planner.md.
 */
const STUDIOS = Number(process.argv[2] ?? 200);
const PIECES = 3;
const solver = await createSolver();

/** How a studio is worked. */
type Way = (pieces: Drawn[]) => number;

/** Open while somebody is there, and so for the night. */
const habit =
  (night: Cover): Way =>
  (pieces) =>
    visits(pieces, () => (of, session) => ({
      steps: null,
      covers: [
        { at: Math.max(session.from, stateOf(of).madeAt), cover: 'open' },
        { at: session.to, cover: night },
      ],
      whenDone: null,
    }));

/** By the plan, which is made anew as each session begins. */
const planned =
  (touch: boolean): Way =>
  (pieces) => {
    const { planningOf } = rememberedPlannings(PIECES);
    let before: WeekPlan | null = null;
    return visits(pieces, (session) => {
      const now = Math.max(session.from, ...pieces.map((of) => stateOf(of).madeAt));
      if (touch) for (const of of pieces) if (!outcome(of).all) of.entries.push(touched(of, now));
      const given = pieces.map((of) => ({ facts: givenOf(of), due: null, ownHands: false }));
      const week: WeekPlan = planWeek(given, evenings, now, { solver, planningOf, before })!;
      before = week;
      return (of) =>
        toldFor(
          week.pieces.find(({ pieceId }) => pieceId === of.id),
          session,
        );
    });
  };

function toldFor(week: PieceWeek | undefined, session: Spell): Told {
  const tasks = week?.tasks.filter((task) => task.session.to === session.to) ?? [];
  const covers = week?.covers.filter(({ at }) => at <= session.to) ?? [];
  const last = tasks.at(-1);
  const after = last && covers.find(({ at }) => at > last.at && at < session.to);
  return {
    // whoever has a piece before them sees what it is ready for
    steps: tasks.length > 0 || covers.length > 0 ? null : [],
    covers: covers.filter((change) => change !== after),
    whenDone: last && after ? { step: last.steps.at(-1)!.key, cover: after.cover } : null,
  };
}

/** Each session is lived through. @returns how often somebody had to do with a piece */
function visits(pieces: Drawn[], toldIn: (session: Spell) => (of: Drawn, session: Spell) => Told): number {
  let count = 0;
  for (const session of sessions) {
    const open = pieces.filter((of) => !outcome(of).all);
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
  ['the plan, nothing touched', planned(false)],
  ['the plan, each piece touched once an evening', planned(true)],
];

interface Found {
  steps: number[];
  pieces: number[];
  visits: number[];
}

const found = ways.map((): Found => ({ steps: [], pieces: [], visits: [] }));
for (let seed = 1; seed <= STUDIOS; seed++) {
  for (const [w, [, way]] of ways.entries()) {
    const pieces = drawStudio(seed, PIECES);
    const count = way(pieces);
    const came = pieces.map(outcome);
    const all = pieces.reduce((sum, { steps }) => sum + steps.length, 0);
    found[w]!.steps.push(came.reduce((sum, { done }) => sum + done, 0) / all);
    found[w]!.pieces.push(came.filter((of) => of.all).length / PIECES);
    found[w]!.visits.push(count / PIECES);
  }
  if (seed % 10 === 0) console.error(`${seed} of ${STUDIOS}`);
}

/** A mean with its interval of 95 % over studios. */
function mean(values: number[], digits: number, unit: string): string {
  const of = values.reduce((sum, value) => sum + value, 0) / values.length;
  const variance = values.reduce((sum, value) => sum + (value - of) ** 2, 0) / (values.length - 1);
  const half = 1.96 * Math.sqrt(variance / values.length);
  return `${of.toFixed(digits)}${unit} (${(of - half).toFixed(digits)} to ${(of + half).toFixed(digits)})`;
}
const percent = (values: number[]) =>
  mean(
    values.map((value) => 100 * value),
    0,
    ' %',
  );

console.log(`| ${STUDIOS} studios, ${PIECES} pieces each | steps done | pieces all done | visits a piece |`);
console.log('| --- | --- | --- | --- |');
for (const [w, [name]] of ways.entries())
  console.log(
    `| ${name} | ${percent(found[w]!.steps)} | ${percent(found[w]!.pieces)} | ${mean(found[w]!.visits, 1, '')} |`,
  );
