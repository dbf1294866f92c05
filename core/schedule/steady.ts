import type { Cover } from '../drying/face.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import type { Itinerary } from './itinerary.ts';
import type { Among, Chosen, Pool, Told } from './pool.ts';
import type { Column, Solver } from './solver.ts';

/** What it costs that somebody comes to a session, that a cover is changed, that a task waits for a session more, that one told for a session is moved: far off, or soon. */
const COMES = 5;
const CHANGES = 1;
const WAITS = 0.1;
const MOVED = 0.5;
const MOVED_SOON = 5;
/** What it costs that some that are alike go a way of their own. */
const BATCH = 2;
/** Near enough, as a share. */
const NEAR = 0.005;

/** The choice of at least such a value for which hands come least often, covers are changed least and least is moved; null where none is found. */
export function steadied(
  pool: Pool,
  pieces: readonly Among[],
  atLeast: number,
  solver: Solver,
  seconds: number,
): Chosen | null {
  const { rows, columns } = pool.program();
  const value = rows.length;
  /** What is paid for once, whoever makes use of it: a row each, in which those who do count. */
  const paid: Column[] = [];
  const rowFor = (cost: number, most: number): number => {
    const row = value + 1 + paid.length;
    paid.push({ worth: -cost, counts: [[row, -most]] });
    return row;
  };
  // somebody comes for some pieces, or for none
  const all = pieces.reduce((sum, { count }) => sum + count, 0);
  const comes = new Map<Instant, number>();
  const rowOf = (session: Instant) => {
    const row = comes.get(session) ?? rowFor(COMES, all);
    comes.set(session, row);
    return row;
  };
  const costing = pool.columns.map(({ p, itinerary }, c): Column => {
    const { graph, count } = pieces[p]!;
    const visited = visitedIn(graph.piece.cover, itinerary);
    const changes = visited.reduce((sum, of) => sum + of.changes, 0);
    const waits = itinerary.visits.reduce((sum, { blocks }, s) => sum + s * blocks.length, 0);
    return {
      worth: -(CHANGES * changes + WAITS * waits + movedBy(pieces[p]!, itinerary)),
      counts: [
        ...columns[c]!.counts,
        [value, itinerary.value],
        ...visited.map(({ from }): [number, number] => [rowOf(from), 1]),
        ...(count > 1 ? [[rowFor(BATCH, count), 1] as [number, number]] : []),
      ],
    };
  });
  const amounts = solver.whole(
    {
      columns: [...costing, ...paid],
      rows: [
        ...rows,
        { least: atLeast, most: Number.POSITIVE_INFINITY },
        ...paid.map(() => ({ least: Number.NEGATIVE_INFINITY, most: 0 })),
      ],
    },
    { seconds, near: NEAR },
  );
  return pool.chosen(amounts);
}

/** The sessions in which somebody must come for a piece, and how often its cover is changed in each. */
function visitedIn(cover: Cover, { visits }: Itinerary): { from: Instant; changes: number }[] {
  let before = cover;
  return visits.flatMap(({ session, blocks, stays, leaves }) => {
    const changes = Number(stays !== before) + Number(leaves !== stays);
    before = leaves;
    return blocks.length > 0 || changes > 0 ? [{ from: session.from, changes }] : [];
  });
}

/** What it costs that tasks are done in other sessions than was told, of some alike in those that come nearest. */
function movedBy({ told = [], slots }: Among, { visits }: Itinerary): number {
  const soon = (slots[0]?.from ?? 0) + DAY;
  const now = new Map(
    visits.flatMap(({ session, blocks }) => blocks.map(({ block }) => [block, session.from])),
  );
  const cost = (of: Told) =>
    of.reduce<number>((sum, at, block) => {
      if (at === null || now.get(block) === at) return sum;
      return sum + (at < soon ? MOVED_SOON : MOVED);
    }, 0);
  return told.length > 0 ? Math.min(...told.map(cost)) : 0;
}
