import type { Interval } from '../piece/stepWindow.ts';
import type { Step } from '../technique/technique.ts';
import { HOUR, MINUTE, SECOND, type Instant } from '../units/quantity.ts';
import type { Spell } from '../time/hours.ts';

/** When a step is done of the stretches of time in which it can be; null where it cannot be in working time. */
export type Policy = (
  intervals: Interval[],
  handsMs: number,
  spells: Spell[],
  from: Instant,
) => Instant | null;

/** As soon as there is time for it from beginning to end. */
export const soonest: Policy = (intervals, handsMs, spells, from) => {
  for (const interval of intervals) {
    const at = firstWorkable(spells, Math.max(interval.from, from), interval.to, handsMs);
    if (at !== null) return at;
  }
  return null;
};

/** The first moment in working time, at or after `from`, with `needMs` of it left before `latest`; null if none. */
export function firstWorkable(
  spells: Spell[],
  from: Instant,
  latest: Instant,
  needMs: number,
): Instant | null {
  for (const spell of spells) {
    if (spell.from > latest) return null;
    const start = Math.max(spell.from, from);
    if (Math.min(spell.to, latest) - start >= needMs) return start;
  }
  return null;
}

/** The face of a mug, m², for which times at work are given. */
const MUG_M2 = 0.027;
/** A small piece takes its time too, and longer work is done in several sittings. Common practice. */
const SHORTEST = 0.5;
const SITTING = 2 * HOUR;

/** How long hands are at a step of a piece, ms, as far as it must be done in one sitting. */
export function handsAt({ takesS }: Step, areaM2: number): number {
  if (takesS === null) return MINUTE;
  return Math.min(SITTING, takesS.usual * SECOND * Math.max(SHORTEST, areaM2 / MUG_M2));
}
