import { readFileSync } from 'node:fs';
import { randomInt, randomLcg, randomUniform } from 'd3-random';
import { covers } from '../core/drying/face.ts';
import { entriesOf } from '../core/log/entry.ts';
import type { StepWindow } from '../core/piece/stepWindow.ts';
import type { PlanInput } from '../core/piece/planInput.ts';
import { HORIZON } from '../core/plan/wallProjection.ts';
import { cachedPlanner } from '../core/plan/cachedPlanner.ts';
import { toldOf } from '../core/plan/told.ts';
import { HOUR, MINUTE, type Instant } from '../core/units/quantity.ts';

/**
 * Pieces followed by the clock alone, those of a studio and as many more at random as are asked for: each time their plan
 * is made anew of the same facts, and how far the window of the next step moved is counted. Printed a line for each move
 * of more than five minutes, then in sum.
 */
const [path, from, days, every, random] = process.argv.slice(2) as [string, string, string, string, string];
const begins = Number(from);
const rounds = Math.floor((Number(days) * 24 * 60) / Number(every));
const MOVED = 5 * MINUTE;
/** The likeliest wall is what is told; of the members a few are enough. */
const effort = { members: 2 };
/** When it dries uncovered is not asked for. */
const asItStands = {};
const edges = ['opens', 'closes'] as const;

const iso = (at: Instant | null): string => (at === null ? 'never' : new Date(at).toISOString().slice(5, 16));
/** How far an edge moved. One beyond the end of the look ahead, or in its last hour, is not told: it may come to stand there as that end goes on. */
const apart = (was: StepWindow, is: StepWindow, edge: 'opens' | 'closes', told: Instant): number => {
  const [a, b] = [was[edge], is[edge]];
  const end = told + HORIZON - HOUR;
  if (a === null) return b === null ? 0 : Math.max(0, end - b);
  return b === null ? Math.max(0, end - a) : Math.abs(b - a);
};

const source = randomLcg(0.1618);
const uniform = randomUniform.source(source);
const int = randomInt.source(source);
const oneOf = <T>(of: readonly T[]): T => of[int(of.length)()]!;

/** A piece like one of the studio's, of another wall, made at another time under another cover. */
function atRandom(like: PlanInput, k: number): PlanInput {
  const made = entriesOf(like.entries, 'piece.made')[0]!;
  const { form } = made.body;
  const at = new Date(begins - uniform(0, 36)() * HOUR).toISOString();
  const body = {
    ...made.body,
    name: `Random ${k + 1}, like ${made.body.name}`,
    form: { ...form, wallM: Math.min(0.015, form.wallM * uniform(0.6, 1.8)()) },
    cover: oneOf(covers).cover,
    parts: [],
  };
  return { ...like, pieceId: `random-${k}`, entries: [{ ...made, subject: `random-${k}`, at, body }] };
}

let moves = 0;
let longest = 0;
const moving = new Set<string>();
const studio = JSON.parse(readFileSync(path, 'utf8')) as PlanInput[];
const cases = [...studio, ...Array.from({ length: Number(random) }, (_, k) => atRandom(oneOf(studio), k))];
for (const facts of cases) {
  const plan = cachedPlanner(1);
  const name = entriesOf(facts.entries, 'piece.made')[0]!.body.name;
  let last: ReturnType<typeof plan> = null;
  for (let round = 0; round <= rounds; round++) {
    const now = begins + round * Number(every) * MINUTE;
    const fresh = plan(facts, now, asItStands, effort, last ? toldOf(last) : []);
    const [was, is] = [last?.next, fresh?.next];
    last = fresh;
    if (!was || !is || was.planned.key !== is.planned.key) continue;
    for (const edge of edges) {
      const by = apart(was, is, edge, now - Number(every) * MINUTE);
      if (by <= MOVED) continue;
      moves += 1;
      moving.add(facts.pieceId);
      longest = Math.max(longest, by);
      console.log(
        `${name}, ${iso(now)}: ${is.planned.step.name} ${edge} ${iso(is[edge])}, told ${iso(was[edge])}`,
      );
    }
  }
}
console.log(
  `${cases.length} pieces, ${rounds + 1} times each: ${moves} moves of more than 5 min, of ${moving.size} pieces, the longest by ${Math.round(longest / MINUTE)} min.`,
);
