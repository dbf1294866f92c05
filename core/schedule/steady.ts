import type { Cover } from '../drying/face.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import type { Itinerary } from './itinerary.ts';
import type { Among, Chosen, Pool } from './pool.ts';
import type { Column, Solver } from './solver.ts';

/** What it costs that somebody comes to a session, that a cover is changed, that a task waits for a session more, that one told for a session is moved: far off, or soon. */
const COMES = 5;
const CHANGES = 1;
const WAITS = 0.1;
const MOVED = 0.5;
const MOVED_SOON = 5;
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
  const comes = new Map<Instant, number>();
  const rowOf = (session: Instant) => {
    if (!comes.has(session)) comes.set(session, value + 1 + comes.size);
    return comes.get(session)!;
  };
  const costing = pool.columns.map(({ p, itinerary }, c): Column => {
    const visited = visitedIn(pieces[p]!.graph.piece.cover, itinerary);
    const changes = visited.reduce((sum, of) => sum + of.changes, 0);
    const waits = itinerary.visits.reduce((sum, { blocks }, s) => sum + s * blocks.length, 0);
    return {
      worth: -(CHANGES * changes + WAITS * waits + movedBy(pieces[p]!, itinerary)),
      counts: [
        ...columns[c]!.counts,
        [value, itinerary.value],
        ...visited.map(({ from }): [number, number] => [rowOf(from), 1]),
      ],
    };
  });
  // somebody comes for some pieces, or for none
  const coming = [...comes.values()].map((row): Column => ({
    worth: -COMES,
    counts: [[row, -pieces.length]],
  }));
  const amounts = solver.whole(
    {
      columns: [...costing, ...coming],
      rows: [
        ...rows,
        { least: atLeast, most: Number.POSITIVE_INFINITY },
        ...coming.map(() => ({ least: Number.NEGATIVE_INFINITY, most: 0 })),
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

/** What it costs that tasks are done in other sessions than was told. */
function movedBy({ told = [], slots }: Among, { visits }: Itinerary): number {
  const soon = (slots[0]?.from ?? 0) + DAY;
  const now = new Map(
    visits.flatMap(({ session, blocks }) => blocks.map(({ block }) => [block, session.from])),
  );
  return told.reduce<number>((sum, at, block) => {
    if (at === null || now.get(block) === at) return sum;
    return sum + (at < soon ? MOVED_SOON : MOVED);
  }, 0);
}
