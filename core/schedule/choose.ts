import type { Spell } from '../time/hours.ts';
import { bestItinerary, itinerariesWithin, type Itinerary, type Scheduled } from './itinerary.ts';
import type { Column, Solver, WholeEffort } from './solver.ts';

/** A session in which things are done, as one piece sees it. */
export interface Slot extends Spell {
  /** Whose hands it takes, by place among all; null where they are no concern, as pupils' own. */
  hands: number | null;
}

/** A piece among others. */
export interface Among {
  piece: Scheduled;
  slots: readonly Slot[];
  /** The least chance of each of its tasks. */
  least: readonly number[];
}

/** What is meant for all pieces. */
export interface Choice {
  /** By piece, in their order. */
  itineraries: Itinerary[];
  value: number;
  /** No choice is worth more. */
  bound: number;
}

export interface Effort {
  /** Points; see `Search`. */
  alike?: number;
  /** All that could still make it better is looked at where the gap is no more than this, as a share. */
  allWithin?: number;
  /** How long whole numbers are looked for, s. */
  seconds?: number;
  /** Told how far it has come; what it answers ends the search with what there is. */
  onStep?: (value: number, bound: number) => boolean;
}

/** The bound is near enough, as a share of the value. */
const NEAR = 1e-4;
/** See `Effort`. */
const ALL_WITHIN = 0.015;
/** Whole numbers are first looked for so roughly, as a share of what they are worth. */
const ROUGH = 0.005;
const MOST_ROUNDS = 60;
const SECONDS = 1;

/**
 * What to do of each piece in each session so that hands suffice and all together are worth most: by column generation, each
 * piece's best at the going price of hands, with whole numbers in the end. Ford and Fulkerson 1958; Dantzig and Wolfe 1960;
 * duals smoothed after Wentges 1997.
 * @param tens of minutes of hands that there are, by their place
 */
export function choose(
  pieces: readonly Among[],
  tens: readonly number[],
  solver: Solver,
  { alike, allWithin = ALL_WITHIN, seconds = SECONDS, onStep = () => false }: Effort = {},
): Choice {
  const found = pool(pieces, tens.length);
  const search = (p: number, prices: readonly number[], spare?: readonly number[]) => ({
    least: pieces[p]!.least,
    ...(alike !== undefined && { alike }),
    ...at(pieces[p]!, prices, spare),
  });
  const greedy = greedily(pieces, tens, search);
  for (const [p, itinerary] of greedy.entries()) found.add(p, itinerary);
  for (const p of pieces.keys())
    found.add(
      p,
      bestItinerary(
        pieces[p]!.piece,
        pieces[p]!.slots,
        search(
          p,
          [],
          tens.map(() => 0),
        ),
      ),
    );

  let bound = Number.POSITIVE_INFINITY;
  let bestPrices: number[] | null = null;
  let shares: number[] = [];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { worth, prices: going } = solver.relaxed(found.program(tens));
    shares = going.slice(tens.length);
    const raw = going.slice(0, tens.length).map((price) => Math.max(0, price));
    const smoothed: number[] = bestPrices ? raw.map((price, i) => (price + bestPrices![i]!) / 2) : raw;
    let added = 0;
    for (const prices of bestPrices ? [smoothed, raw] : [raw]) {
      let lagrangian = prices.reduce((sum, price, i) => sum + price * tens[i]!, 0);
      for (const p of pieces.keys()) {
        const best = bestItinerary(pieces[p]!.piece, pieces[p]!.slots, search(p, prices));
        lagrangian += netOf(pieces[p]!, best, prices);
        if (netOf(pieces[p]!, best, raw) > shares[p]! + 1e-7 && found.add(p, best)) added += 1;
      }
      if (lagrangian < bound) [bound, bestPrices] = [lagrangian, prices];
      // at smoothed prices nothing may be found though there is something at the going ones
      if (added > 0) break;
    }
    if (onStep(worth, bound) || added === 0 || bound - worth <= NEAR * Math.abs(worth)) break;
  }
  let whole = found.whole(tens, solver, { seconds, near: ROUGH }) ?? total(greedy);
  const gap = bound - whole.value;
  if (bestPrices && gap > NEAR * Math.abs(whole.value) && gap <= allWithin * Math.abs(bound)) {
    // what is in a better choice than this costs no more than the gap
    for (const [p, of] of pieces.entries()) {
      const best = netOf(of, bestItinerary(of.piece, of.slots, search(p, bestPrices)), bestPrices);
      for (const itinerary of itinerariesWithin(of.piece, of.slots, search(p, bestPrices), best - gap - 1e-9))
        found.add(p, itinerary);
    }
    const better = found.whole(tens, solver, { seconds, near: 0 });
    if (better && better.value > whole.value) whole = better;
  }
  return { ...whole, bound: Math.max(bound, whole.value) };
}

const total = (itineraries: Itinerary[]): Omit<Choice, 'bound'> => ({
  itineraries,
  value: itineraries.reduce((sum, { value }) => sum + value, 0),
});

/** Prices and hands of all, as the sessions of one piece see them. */
const at = ({ slots }: Among, prices: readonly number[], spare?: readonly number[]) => ({
  prices: slots.map(({ hands }) => (hands === null ? 0 : (prices[hands] ?? 0))),
  ...(spare && {
    spare: slots.map(({ hands }) => (hands === null ? Number.POSITIVE_INFINITY : spare[hands]!)),
  }),
});

/** Tens of minutes of hands that an itinerary takes, by their place. */
const handsOf = ({ slots }: Among, { visits }: Itinerary): [hands: number, tens: number][] =>
  visits.flatMap(({ tens }, s) => {
    const { hands } = slots[s]!;
    return hands === null || tens === 0 ? [] : [[hands, tens]];
  });

const netOf = (of: Among, itinerary: Itinerary, prices: readonly number[]): number =>
  handsOf(of, itinerary).reduce((value, [hands, tens]) => value - tens * prices[hands]!, itinerary.value);

/** One after the other with what hands the others leave, those first that lose most without. */
function greedily(
  pieces: readonly Among[],
  tens: readonly number[],
  search: (
    p: number,
    prices: readonly number[],
    spare?: readonly number[],
  ) => Parameters<typeof bestItinerary>[2],
): Itinerary[] {
  const spare = [...tens];
  const itineraries: Itinerary[] = [];
  const opens = (p: number) => pieces[p]!.slots[0]?.from ?? 0;
  const first = [...pieces.keys()].sort((a, b) => opens(a) - opens(b) || a - b);
  for (const p of first) {
    const itinerary = bestItinerary(pieces[p]!.piece, pieces[p]!.slots, search(p, [], spare));
    itineraries[p] = itinerary;
    for (const [hands, taken] of handsOf(pieces[p]!, itinerary)) spare[hands]! -= taken;
  }
  return itineraries;
}

/** The itineraries found so far, and the programs that choose among them. */
function pool(pieces: readonly Among[], hands: number) {
  const columns: (Column & { p: number; itinerary: Itinerary })[] = [];
  const known = new Set<string>();
  const program = (tens: readonly number[]) => ({
    columns,
    rows: [...tens.map((most) => ({ least: 0, most })), ...pieces.map(() => ({ least: 1, most: 1 }))],
  });
  return {
    program,
    /** @returns whether it is new */
    add: (p: number, itinerary: Itinerary): boolean => {
      const counts: Column['counts'] = [...handsOf(pieces[p]!, itinerary), [hands + p, 1]];
      const key = `${itinerary.value.toFixed(9)} ${JSON.stringify(counts)}`;
      if (known.has(key)) return false;
      known.add(key);
      columns.push({ worth: itinerary.value, counts, p, itinerary });
      return true;
    },
    whole: (tens: readonly number[], solver: Solver, effort: WholeEffort): Omit<Choice, 'bound'> | null => {
      const amounts = solver.whole(program(tens), effort);
      if (!amounts) return null;
      const itineraries: Itinerary[] = [];
      columns.forEach(({ p, itinerary }, c) => {
        if (amounts[c]! > 0.5) itineraries[p] = itinerary;
      });
      return total(itineraries);
    },
  };
}
