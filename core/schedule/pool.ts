import type { Cover } from '../drying/face.ts';
import type { Spell } from '../time/hours.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import type { Graph } from './graph.ts';
import type { Itinerary, Search } from './itinerary.ts';
import type { Column, Program, Solver, WholeEffort } from './solver.ts';

/** A session in which things are done, as one piece sees it. */
export interface Slot extends Spell {
  /** Whose hands it takes, by place among all; null where they are no concern, as pupils' own. */
  hands: number | null;
}

/** A piece among others, or some that are alike. */
export interface Among {
  graph: Graph;
  /** How many there are of it. */
  count: number;
  slots: readonly Slot[];
  /** The least chance of each of its tasks. */
  least: readonly number[];
  /** What is asked of all its tasks: see `Search`. */
  asked?: Pick<Search, 'sure' | 'dry' | 'told'>;
  /** What was told last of it, or of some of them. */
  told?: readonly Told[];
  /** How it was to be left at the end of each session by what was told; left out where nothing was. */
  toldCovers?: readonly Cover[];
}

/** When each task of a piece was to be done by what was told: the beginning of that session; null where nothing was told. */
export type Told = readonly (Instant | null)[];

/** What is meant for a piece, or for so many alike. */
export interface Share {
  /** By its place among all. */
  p: number;
  itinerary: Itinerary;
  count: number;
}

/** What is meant for all pieces. */
export interface Choice {
  /** In the order of the pieces. */
  shares: Share[];
  value: number;
  /** No choice is worth more. */
  bound: number;
  /** All itineraries that were looked at, by piece. */
  found: Itinerary[][];
}

/** What is meant for all pieces, and what it is worth. */
export type Chosen = Pick<Choice, 'shares' | 'value'>;

/** Itineraries found so far, and the programs that choose among them. */
export interface Pool {
  columns: readonly (Column & { p: number; itinerary: Itinerary; told: boolean })[];
  /** To choose one of each piece, so that hands suffice; of so many that are left, with the hands that are left. */
  program: (rest?: { left: readonly number[]; counts: readonly number[] }) => Program;
  /** @returns whether it is new */
  add: (p: number, itinerary: Itinerary, told?: boolean) => boolean;
  /** The best with whole numbers; null where none was found. */
  whole: (solver: Solver, effort: WholeEffort) => Chosen | null;
  /** A pool of some of them. */
  only: (keeps: (column: Pool['columns'][number]) => boolean) => Pool;
  /** A pool of those that are worth most of each piece, hands paid, and of what was told and chosen. */
  best: (most: number, prices: readonly number[], chosen: Chosen) => Pool;
  /** What is chosen by some amounts. */
  chosen: (amounts: readonly number[] | null) => Chosen | null;
}

export function createPool(
  pieces: readonly Among[],
  tens: readonly number[],
  columns: Pool['columns'][number][] = [],
): Pool {
  const known = new Set<string>();
  const program: Pool['program'] = (
    { left, counts } = { left: tens, counts: pieces.map(({ count }) => count) },
  ) => ({
    columns,
    rows: [
      ...left.map((most) => ({ least: 0, most })),
      ...counts.map((count) => ({ least: count, most: count })),
    ],
  });
  const chosen: Pool['chosen'] = (amounts) => {
    if (!amounts) return null;
    return total(sharesOf({ columns }, amounts.map(Math.round)));
  };
  return {
    columns,
    program,
    chosen,
    add: (p, itinerary, told = false) => {
      const counts: Column['counts'] = [...handsOf(pieces[p]!, itinerary), [tens.length + p, 1]];
      const key = `${itinerary.value.toFixed(9)} ${JSON.stringify(counts)}`;
      if (known.has(key)) return false;
      known.add(key);
      columns.push({ worth: itinerary.value, counts, p, itinerary, told });
      return true;
    },
    only: (keeps) => createPool(pieces, tens, columns.filter(keeps)),
    best: (most, prices, { shares }) => {
      const net = ({ p, itinerary }: Pick<Share, 'p' | 'itinerary'>) => netOf(pieces[p]!, itinerary, prices);
      const chosen = new Set(shares.map(({ itinerary }) => itinerary));
      const kept = pieces.flatMap((_, p) => {
        const of = columns.filter((column) => column.p === p).sort((a, b) => net(b) - net(a));
        return of.filter(({ itinerary, told }, i) => i < most || told || chosen.has(itinerary));
      });
      return createPool(pieces, tens, kept);
    },
    whole: (solver, effort) => chosen(solver.whole(program(), effort)),
  };
}

/** What is chosen by some amounts; of a way that not even a little is chosen of, nothing. */
export const sharesOf = ({ columns }: Pick<Pool, 'columns'>, amounts: readonly number[]): Share[] =>
  columns.flatMap(({ p, itinerary }, c): Share[] =>
    amounts[c]! > 1e-6 ? [{ p, itinerary, count: amounts[c]! }] : [],
  );

export const total = (shares: Share[]): Chosen => ({
  shares: shares.sort((a, b) => a.p - b.p),
  value: shares.reduce((sum, { itinerary, count }) => sum + count * itinerary.value, 0),
});

/** Of a session so much is counted on. Common practice. */
const COUNTED_ON = 0.9;

/** Tens of minutes of hands that there are in each of some sessions. */
export const tensIn = (sessions: readonly Spell[]): number[] =>
  sessions.map(({ from, to, people = 1 }) => Math.floor((COUNTED_ON * people * (to - from)) / (10 * MINUTE)));

/** Tens of minutes of hands that an itinerary takes, by their place. */
export const handsOf = ({ slots }: Among, { visits }: Itinerary): [hands: number, tens: number][] =>
  visits.flatMap(({ tens }, s) => {
    const { hands } = slots[s]!;
    return hands === null || tens === 0 ? [] : [[hands, tens]];
  });

/** What an itinerary is worth, hands paid. */
export const netOf = (of: Among, itinerary: Itinerary, prices: readonly number[]): number =>
  handsOf(of, itinerary).reduce((value, [hands, tens]) => value - tens * prices[hands]!, itinerary.value);
