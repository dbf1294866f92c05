import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import { doneIn, type Itinerary } from './itinerary.ts';
import { bestItinerary } from './path.ts';
import { handsOf, type Among, type Share } from './pool.ts';

/** Hands that are left beside all that is meant, in tens of minutes by their place. */
export function handsLeft(
  pieces: readonly Among[],
  shares: readonly Share[],
  tens: readonly number[],
): number[] {
  const left = [...tens];
  for (const { p, itinerary, count } of shares)
    for (const [hands, taken] of handsOf(pieces[p]!, itinerary)) left[hands]! -= count * taken;
  return left;
}

/** As much as is left and what a piece takes up itself, as its sessions see it. */
const spareFor = (of: Among, own: Itinerary, left: readonly number[]): number[] => {
  const spare = [...left];
  for (const [hands, taken] of handsOf(of, own)) spare[hands]! += taken;
  return of.slots.map(({ hands }) =>
    hands === null ? Number.POSITIVE_INFINITY : Math.max(0, spare[hands]!),
  );
};

/**
 * Until when the first task of a piece may wait, beside all that is meant for others: the end of the last session in a row in
 * which it can still be done, and as many tasks after it.
 * @param own what is meant for it
 * @param left hands beside all that is meant
 * @returns null where it may not, or nothing is meant
 */
export function mayWait(of: Among, own: Itinerary, left: readonly number[]): Instant | null {
  const first = own.visits.findIndex(({ blocks }) => blocks.length > 0);
  const spare = spareFor(of, own, left);
  let until: Instant | null = null;
  for (const { from, to } of first < 0 ? [] : of.slots.slice(first + 1)) {
    const later = bestItinerary(of.graph, { least: of.least, spare, told: [from] });
    if (doneIn(later) < doneIn(own)) break;
    until = to;
  }
  return until;
}

/** Whether less can be done of a piece if nobody comes to a session that it was to be worked on or covered in. */
export function isLostWithout(of: Among, own: Itinerary, left: readonly number[], session: Spell): boolean {
  const meets = of.slots.find(({ from, to }) => from <= session.from && to >= session.to);
  if (!meets) return false;
  const then = bestItinerary(of.graph, { least: of.least, spare: spareFor(of, own, left), away: meets.from });
  return doneIn(then) < doneIn(own);
}
