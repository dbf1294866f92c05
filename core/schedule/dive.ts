import type { Search } from './itinerary.ts';
import { bestItinerary } from './path.ts';
import { handsOf, netOf, sharesOf, total, type Among, type Chosen, type Pool, type Share } from './pool.ts';
import type { Solver } from './solver.ts';

/** So often what is worth more is looked for at each depth. */
const ROUNDS = 3;
const NOTHING = 1e-6;

/**
 * A choice with whole numbers, found by diving: what is chosen whole with any amounts is kept, or else what is chosen most of;
 * then the same with the hands and the pieces that are left. What is found on the way is added to the pool.
 */
export function dived(
  pool: Pool,
  pieces: readonly Among[],
  tens: readonly number[],
  solver: Solver,
  searchOf: (p: number, prices: readonly number[], spare: readonly number[]) => Search,
): Chosen | null {
  const left = [...tens];
  const counts = pieces.map(({ count }) => count);
  const kept: Share[] = [];
  const keep = ({ p, itinerary, count }: Share): void => {
    kept.push({ p, itinerary, count });
    counts[p]! -= count;
    for (const [hands, taken] of handsOf(pieces[p]!, itinerary)) left[hands]! -= count * taken;
  };
  /** So many more of a way can be kept. */
  const most = ({ p, itinerary }: Pick<Share, 'p' | 'itinerary'>): number =>
    Math.min(
      counts[p]!,
      ...handsOf(pieces[p]!, itinerary).map(([hands, taken]) => Math.floor((left[hands]! + NOTHING) / taken)),
    );
  while (counts.some((count) => count > 0)) {
    const spare = left.map((hands) => Math.max(0, hands));
    const free = spare.map(() => 0);
    for (const [p, count] of counts.entries())
      if (count > 0) pool.add(p, bestItinerary(pieces[p]!.graph, searchOf(p, free, spare)));
    let amounts: readonly number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const { prices: going, amounts: chosen } = solver.relaxed(pool.program({ left: spare, counts }));
      amounts = chosen;
      const prices = going.slice(0, tens.length).map((price) => Math.max(0, price));
      const added = counts.filter((count, p) => {
        if (count === 0) return false;
        const found = bestItinerary(pieces[p]!.graph, searchOf(p, prices, spare));
        const net = netOf(pieces[p]!, found, prices);
        return net > going[tens.length + p]! + NOTHING && pool.add(p, found);
      });
      if (added.length === 0) break;
    }
    const chosen = sharesOf(pool, amounts).filter(({ p }) => counts[p]! > 0);
    const before = kept.length;
    for (const share of chosen) {
      const count = Math.min(Math.floor(share.count + NOTHING), most(share));
      if (count > 0) keep({ ...share, count });
    }
    if (kept.length > before) continue;
    const next = chosen
      .filter((share) => most(share) > 0)
      .reduce<Share | null>((a, b) => (a && a.count >= b.count ? a : b), null);
    if (!next) return null;
    keep({ ...next, count: 1 });
  }
  return total(merged(kept));
}

/** The same way of a piece is one share. */
function merged(shares: readonly Share[]): Share[] {
  const found: Share[] = [];
  for (const share of shares) {
    const same = found.find(({ itinerary }) => itinerary === share.itinerary);
    if (same) same.count += share.count;
    else found.push({ ...share });
  }
  return found;
}
