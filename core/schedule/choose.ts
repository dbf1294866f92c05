import { dived } from './dive.ts';
import type { Itinerary, Search } from './itinerary.ts';
import { bestItinerary, itinerariesWithin } from './path.ts';
import { movesSoon, steadied, toldSoon } from './steady.ts';
import { createPool, handsOf, netOf, total, type Among, type Choice, type Pool, type Share } from './pool.ts';
import type { Solver } from './solver.ts';

/** How a choice is looked for. */
export interface Choosing {
  /** What may be lost of the value so that hands come less often, covers stay and promises hold, as a share; nothing at 0. */
  give?: number;
  /** All that could still make it better is looked at where the gap is no more than this, as a share. */
  allWithin?: number;
  /** Itineraries that were found before, by piece: those that are still enough begin the search. */
  seeds?: readonly (readonly Itinerary[])[];
  /** Of one piece so many itineraries are looked at beside those that were found at the going prices. */
  mostLooked?: number;
  /** How many nodes of a tree whole numbers are looked for in; by diving alone at 0. */
  nodes?: number;
  /** Told how far it has come; what it answers ends the search with what there is. */
  onStep?: (value: number, bound: number) => boolean;
}

/** The bound is near enough, as a share of the value. */
const NEAR = 1e-4;
/** See `Choosing`. */
const ALL_WITHIN = 0.015;
/** See `Choosing`. Common practice. */
const GIVE = 0.005;
/** So much may be lost of the value so that what was told for soon is held, as a share. Common practice. */
const HELD = 0.02;
/** Whole numbers are first looked for so roughly, as a share of what they are worth. */
const ROUGH = 0.005;
const MOST_ROUNDS = 60;
const MOST_LOOKED = 60;
/** Of one piece so many are weighed against one another for peace. */
const MOST_CALM = 8;
const NODES = 100;

/** What looks for the best of one piece, at given prices of hands, with no more of them than are spare. */
type SearchOf = (p: number, prices: readonly number[], spare?: readonly number[]) => Search;

const searchIn =
  (pieces: readonly Among[]): SearchOf =>
  (p, prices, spare) => ({
    least: pieces[p]!.least,
    ...pieces[p]!.asked,
    ...asSeenBy(pieces[p]!, prices, spare),
  });

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
  {
    seeds = [],
    allWithin = ALL_WITHIN,
    give = GIVE,
    mostLooked = MOST_LOOKED,
    nodes = NODES,
    onStep = () => false,
  }: Choosing = {},
): Choice {
  const searchOf = searchIn(pieces);
  const pool = createPool(pieces, tens);
  for (const [p, { least }] of pieces.entries())
    for (const itinerary of seeds[p] ?? []) if (isEnough(itinerary, least)) pool.add(p, itinerary);
  const greedy = begun(pool, pieces, tens, searchOf);
  const { bound, prices, relaxed } = generated(pool, pieces, tens, { solver, searchOf, onStep });
  const deep = dived(pool, pieces, tens, solver, searchOf);
  const easy = deep && deep.value > total(greedy).value ? deep : total(greedy);
  const rough = nodes > 0 ? pool.whole(solver, { nodes, near: ROUGH }) : null;
  let whole = rough && rough.value > easy.value ? rough : easy;
  const found = pieces.map((_, p) => pool.columns.flatMap((of) => (of.p === p ? [of.itinerary] : [])));
  const gap = bound - whole.value;
  // nothing is better than what parts of pieces would be worth
  if (
    nodes > 0 &&
    relaxed - whole.value > NEAR * Math.abs(whole.value) &&
    gap <= allWithin * Math.abs(bound)
  ) {
    // what is in a better choice than this costs no more than the gap
    for (const [p, of] of pieces.entries()) {
      const search = searchOf(p, prices);
      const { hoped, ...best } = bestItinerary(of.graph, search);
      const most = netOf(of, { ...best, hoped, value: hoped }, prices);
      for (const itinerary of itinerariesWithin(of.graph, search, most - gap - 1e-9, mostLooked))
        pool.add(p, itinerary);
    }
    const better = pool.whole(solver, { nodes, near: 0 });
    if (better && better.value > whole.value) whole = better;
  }
  let from = pool;
  if (give > 0 && whole.shares.some(({ p, itinerary }) => movesSoon(pieces[p]!, itinerary))) {
    const holding = pool.only(({ p, itinerary }) => !movesSoon(pieces[p]!, itinerary));
    const held = holding.whole(solver, { nodes, near: ROUGH });
    if (held && held.value >= (1 - HELD) * whole.value) [from, whole] = [holding, held];
  }
  const calm =
    give > 0
      ? steadied(from.best(MOST_CALM, prices, whole), pieces, (1 - give) * whole.value, solver, nodes)
      : null;
  return {
    ...(calm ?? whole),
    bound: Math.max(bound, whole.value),
    found,
  };
}

/** Whether each of its tasks is likely enough. */
const isEnough = ({ visits }: Itinerary, least: readonly number[]): boolean =>
  visits.every(({ blocks }) => blocks.every(({ block, chance, tooWet }) => chance + tooWet >= least[block]!));

/** Puts what is easily found into a pool. @returns one choice for which hands suffice */
function begun(pool: Pool, pieces: readonly Among[], tens: readonly number[], searchOf: SearchOf): Share[] {
  const none = tens.map(() => 0);
  const greedy = chooseQuickly(pieces, tens);
  for (const { p, itinerary } of greedy) pool.add(p, itinerary);
  for (const [p, of] of pieces.entries()) {
    const { graph, told = [] } = of;
    pool.add(p, bestItinerary(graph, searchOf(p, none, none)));
    // what was told stays possible: all of it, and what is soon alone
    for (const all of told)
      for (const search of [{ told: all }, { ...toldSoon(all, of), told: all }, toldSoon(all, of)])
        pool.add(p, bestItinerary(graph, { ...searchOf(p, none), ...search }), true);
  }
  return greedy;
}

/** Adds to a pool what is worth more than the going prices, until no choice can be worth much more. */
function generated(
  pool: Pool,
  pieces: readonly Among[],
  tens: readonly number[],
  { solver, searchOf, onStep }: Pick<Required<Choosing>, 'onStep'> & { solver: Solver; searchOf: SearchOf },
): { bound: number; prices: readonly number[]; relaxed: number } {
  let bound = Number.POSITIVE_INFINITY;
  let relaxed = Number.POSITIVE_INFINITY;
  let best: readonly number[] | null = null;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { worth, prices: going } = solver.relaxed(pool.program());
    relaxed = worth;
    const shares = going.slice(tens.length);
    const raw = going.slice(0, tens.length).map((price) => Math.max(0, price));
    const smoothed: number[] | null = best && raw.map((price, i) => (price + best![i]!) / 2);
    let added = 0;
    // at smoothed prices nothing may be found though there is something at the going ones
    for (const prices of smoothed ? [smoothed, raw] : [raw]) {
      let lagrangian = prices.reduce((sum, price, i) => sum + price * tens[i]!, 0);
      for (const [p, of] of pieces.entries()) {
        const found = bestItinerary(of.graph, searchOf(p, prices));
        lagrangian += of.count * netOf(of, { ...found, value: found.hoped }, prices);
        if (netOf(of, found, raw) > shares[p]! + 1e-7 && pool.add(p, found)) added += 1;
      }
      if (lagrangian < bound) [bound, best] = [lagrangian, prices];
      if (added > 0) break;
    }
    if (onStep(worth, bound) || added === 0 || bound - worth <= NEAR * Math.abs(worth)) break;
  }
  return { bound, relaxed, prices: best ?? tens.map(() => 0) };
}

/** Prices and hands of all, as the sessions of one piece see them. */
const asSeenBy = ({ slots }: Among, prices: readonly number[], spare?: readonly number[]) => ({
  prices: slots.map(({ hands }) => (hands === null ? 0 : prices[hands]!)),
  ...(spare && {
    spare: slots.map(({ hands }) => (hands === null ? Number.POSITIVE_INFINITY : spare[hands]!)),
  }),
});

/**
 * What to do of each piece, one after the other with what hands the others leave, those first that hands come to first: quickly
 * found, and hands suffice.
 */
export function chooseQuickly(pieces: readonly Among[], tens: readonly number[]): Share[] {
  const searchOf = searchIn(pieces);
  const spare = [...tens];
  const shares: Share[] = [];
  const none = tens.map(() => 0);
  const begins = ({ slots }: Among) => slots[0]?.from ?? 0;
  const inTurn = [...pieces.entries()].sort(([, a], [, b]) => begins(a) - begins(b));
  for (const [p, of] of inTurn)
    for (let left = of.count; left > 0;) {
      const itinerary = bestItinerary(of.graph, searchOf(p, none, spare));
      const hands = handsOf(of, itinerary);
      // as many go the same way as hands suffice for
      const many = Math.min(
        left,
        ...hands.map(([session, taken]) => Math.floor((spare[session]! + 1e-6) / taken)),
      );
      const count = Math.max(1, many);
      shares.push({ p, itinerary, count });
      for (const [session, taken] of hands) spare[session]! -= count * taken;
      left -= count;
    }
  return shares;
}
