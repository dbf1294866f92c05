import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import type { Graph } from './graph.ts';
import type { Itinerary } from './itinerary.ts';
import type { Column, Program, Solver, WholeEffort } from './solver.ts';

/** A session in which things are done, as one piece sees it. */
export interface Slot extends Spell {
  /** Whose hands it takes, by place among all; null where they are no concern, as pupils' own. */
  hands: number | null;
}

/** A piece among others. */
export interface Among {
  graph: Graph;
  slots: readonly Slot[];
  /** The least chance of each of its tasks. */
  least: readonly number[];
  /** When each of its tasks was to be done by what was told last: the beginning of that session; null where nothing was told. */
  told?: readonly (Instant | null)[];
}

/** What is meant for all pieces. */
export interface Choice {
  /** By piece, in their order. */
  itineraries: Itinerary[];
  value: number;
  /** No choice is worth more. */
  bound: number;
  /** All itineraries that were looked at, by piece. */
  found: Itinerary[][];
}

/** What is meant for all pieces, and what it is worth. */
export type Chosen = Pick<Choice, 'itineraries' | 'value'>;

/** Itineraries found so far, and the programs that choose among them. */
export interface Pool {
  columns: readonly (Column & { p: number; itinerary: Itinerary })[];
  /** To choose one of each piece, so that hands suffice. */
  program: () => Program;
  /** @returns whether it is new */
  add: (p: number, itinerary: Itinerary) => boolean;
  /** The best with whole numbers; null where none was found. */
  whole: (solver: Solver, effort: WholeEffort) => Chosen | null;
  /** What is chosen by some amounts. */
  chosen: (amounts: readonly number[] | null) => Chosen | null;
}

export function createPool(pieces: readonly Among[], tens: readonly number[]): Pool {
  const columns: Pool['columns'][number][] = [];
  const known = new Set<string>();
  const program = (): Program => ({
    columns,
    rows: [...tens.map((most) => ({ least: 0, most })), ...pieces.map(() => ({ least: 1, most: 1 }))],
  });
  const chosen: Pool['chosen'] = (amounts) => {
    if (!amounts) return null;
    const itineraries: Itinerary[] = [];
    columns.forEach(({ p, itinerary }, c) => {
      if (amounts[c]! > 0.5) itineraries[p] = itinerary;
    });
    return total(itineraries);
  };
  return {
    columns,
    program,
    chosen,
    add: (p, itinerary) => {
      const counts: Column['counts'] = [...handsOf(pieces[p]!, itinerary), [tens.length + p, 1]];
      const key = `${itinerary.value.toFixed(9)} ${JSON.stringify(counts)}`;
      if (known.has(key)) return false;
      known.add(key);
      columns.push({ worth: itinerary.value, counts, p, itinerary });
      return true;
    },
    whole: (solver, effort) => chosen(solver.whole(program(), effort)),
  };
}

export const total = (itineraries: Itinerary[]): Chosen => ({
  itineraries,
  value: itineraries.reduce((sum, { value }) => sum + value, 0),
});

/** Tens of minutes of hands that an itinerary takes, by their place. */
export const handsOf = ({ slots }: Among, { visits }: Itinerary): [hands: number, tens: number][] =>
  visits.flatMap(({ tens }, s) => {
    const { hands } = slots[s]!;
    return hands === null || tens === 0 ? [] : [[hands, tens]];
  });
