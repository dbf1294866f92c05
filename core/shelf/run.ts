import type { TubJudgement, TubState } from '../log/tub.ts';
import { readingNow } from '../log/tub.ts';
import type { Consistency } from '../slip/consistency.ts';
import { feelPlace, placeOfGravity } from '../slip/feel.ts';

/** How a slip runs, on the scale of feel: 0 skimmed milk to 7 paste, in between allowed. */
export interface Run {
  place: number;
  by: 'flow' | 'feel' | 'gravity';
}

/** Doubling the seconds of a cup moves a slip about this far along the scale of feel. From memory. */
const PLACES_A_DOUBLING = 1.5;

/**
 * How a tub's slip runs as last measured: by its flow where its use has wanted seconds, else by feel, else by SG.
 * @returns null where nothing was measured since the slip was changed
 */
export function runOf(tub: TubState, { gravity }: TubJudgement, wanted: Consistency): Run | null {
  const { feel, seconds } = readingNow(tub);
  const { flow } = wanted;
  const taken = flow ? seconds[flow.cupId] : undefined;
  if (flow && taken !== undefined) {
    const middle = (flow.seconds.from + flow.seconds.to) / 2;
    const right = (feelPlace(wanted.feel.from) + feelPlace(wanted.feel.to)) / 2;
    const place = right + PLACES_A_DOUBLING * Math.log2(taken / middle);
    return { place: Math.min(7, Math.max(0, place)), by: 'flow' };
  }
  if (feel !== null) return { place: feelPlace(feel), by: 'feel' };
  return gravity === null ? null : { place: placeOfGravity(gravity), by: 'gravity' };
}
