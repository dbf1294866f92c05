import type { Cover } from '../drying/face.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import type { Itinerary, Search } from './itinerary.ts';
import type { Among, Chosen, Pool, Told } from './pool.ts';
import type { Column, Solver } from './solver.ts';

/** What it costs that somebody comes to a session, that a cover is changed, that a task waits for a session more, that one told for a session is moved: far off, or soon. */
const COMES = 5;
const CHANGES = 1;
const WAITS = 0.1;
const MOVED = 0.5;
const MOVED_SOON = 5;
/** What it costs that a piece is left otherwise than was told for soon. */
const COVER_MOVED = 1;
/** What it costs that some that are alike go a way of their own. */
const BATCH = 2;
/** Near enough, as a share. */
const NEAR = 0.02;
/** Peace is not looked for longer than this, in nodes of a tree. */
const NODES = 20;

/** The choice of at least such a value for which hands come least often, covers are changed least and least is moved; null where none is found. */
export function steadied(
  pool: Pool,
  pieces: readonly Among[],
  atLeast: number,
  solver: Solver,
  nodes: number,
): Chosen | null {
  const { rows } = pool.program();
  const value = rows.length;
  let rowCount = value + 1;
  /** What is paid for once, whoever makes use of it: in a row for each piece that may, so that a part of it is seen as such. */
  const payer = (cost: number) => {
    const column: Column = { worth: -cost, counts: [] };
    const rowOfPiece = new Map<number, number>();
    return {
      column,
      rowFor: (p: number): number => {
        const row = rowOfPiece.get(p) ?? rowCount++;
        if (!rowOfPiece.has(p)) column.counts.push([row, -pieces[p]!.count]);
        rowOfPiece.set(p, row);
        return row;
      },
    };
  };
  const comes = new Map<Instant, ReturnType<typeof payer>>();
  const comingTo = (session: Instant) => {
    const known = comes.get(session) ?? payer(COMES);
    comes.set(session, known);
    return known;
  };
  const batches: ReturnType<typeof payer>[] = [];
  const batch = (p: number): number => {
    const own = payer(BATCH);
    batches.push(own);
    return own.rowFor(p);
  };
  const costing = pool.columns.map(({ p, itinerary, counts }): Column => {
    const of = pieces[p]!;
    const { graph, count } = of;
    const visited = visitedIn(graph.piece.cover, itinerary);
    const changes = visited.reduce((sum, { changes }) => sum + changes, 0);
    const waits = itinerary.visits.reduce((sum, { blocks }, s) => sum + s * blocks.length, 0);
    return {
      worth: -(CHANGES * changes + WAITS * waits + movedBy(of, itinerary) + coversMoved(of, itinerary)),
      counts: [
        ...counts,
        [value, itinerary.value],
        ...visited.map(({ from }): [number, number] => [comingTo(from).rowFor(p), 1]),
        ...(count > 1 ? [[batch(p), 1] as [number, number]] : []),
      ],
    };
  });
  const paid = [...comes.values(), ...batches].map(({ column }) => column);
  const amounts = solver.whole(
    {
      columns: [...costing, ...paid],
      rows: [
        ...rows,
        { least: atLeast, most: Number.POSITIVE_INFINITY },
        ...Array.from({ length: rowCount - value - 1 }, () => ({ least: Number.NEGATIVE_INFINITY, most: 0 })),
      ],
    },
    { nodes: Math.min(nodes, NODES), near: NEAR },
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
function movedBy({ told = [], slots }: Among, itinerary: Itinerary): number {
  const cost = (of: Told) =>
    movedFrom(of, itinerary).reduce((sum, at) => sum + (isSoon(at, slots) ? MOVED_SOON : MOVED), 0);
  return told.length > 0 ? Math.min(...told.map(cost)) : 0;
}

/** What it costs that a piece is left otherwise than was told for soon. */
const coversMoved = ({ toldCovers = [], slots }: Among, { visits }: Itinerary): number =>
  COVER_MOVED *
  visits.filter(
    ({ session, leaves }, s) => isSoon(session.from, slots) && leaves !== (toldCovers[s] ?? leaves),
  ).length;

/** Whether something is done in another session than was told for soon. */
export const movesSoon = ({ told = [], slots }: Among, itinerary: Itinerary): boolean =>
  told.length > 0 && told.every((of) => movedFrom(of, itinerary).some((at) => isSoon(at, slots)));

/** For when it was told what is done at another time now. */
function movedFrom(told: Told, { visits }: Itinerary): Instant[] {
  const now = new Map(
    visits.flatMap(({ session, blocks }) => blocks.map(({ block }) => [block, session.from])),
  );
  return told.flatMap((at, block) => (at === null || now.get(block) === at ? [] : [at]));
}

const isSoon = (at: Instant, slots: Among['slots']): boolean => at < (slots[0]?.from ?? 0) + DAY;

/** What was told for soon alone, to be looked for. */
export const toldSoon = (told: Told, { slots, toldCovers }: Among): Pick<Search, 'told' | 'left'> => ({
  told: told.map((at) => (at !== null && isSoon(at, slots) ? at : null)),
  ...(toldCovers && { left: toldCovers.map((cover, s) => (isSoon(slots[s]!.from, slots) ? cover : null)) }),
});
