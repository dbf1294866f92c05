import { sampleRankCorrelation, sampleVariance } from 'simple-statistics';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { rangeSigma } from './observe.ts';
import { spreadOf } from './windows.ts';

/** What one touch check would do to a window that is coming. */
export interface CheckValue {
  key: string;
  /** Width between the 10 and 90 % moments now and, as expected, after one check, minutes. */
  widthNow: number;
  widthAfter: number;
}

/** A check tells the stage: about this wide on the reference scale. */
const STAGE_WIDTH = 13;

/**
 * How much one touch check would narrow a window's edge: what the members' moments owe to where they stand now is
 * known better by the check. A few members far from the others tell little: rank correlation, and the width between the
 * 10 and 90 % moments that the maker is shown.
 * @param indices each member's mean on the reference scale, now
 * @param moments each member's moment; those in which it never comes are left out
 * @returns null where too few members say anything
 */
export function valueOfCheck(key: string, indices: number[], moments: (Instant | null)[]): CheckValue | null {
  const pairs = indices.flatMap((index, i) => {
    const moment = moments[i];
    return moment === null || moment === undefined ? [] : [{ index, moment }];
  });
  if (pairs.length < indices.length / 2 || pairs.length < 8) return null;
  const at = pairs.map((p) => p.index);
  const coming = pairs.map((p) => p.moment);
  const { p10, p90 } = spreadOf(coming);
  const spread = sampleVariance(at);
  if (spread < 1e-9 || p10 === null || p90 === null || p90 - p10 < MINUTE / 60) return null;
  const known = sampleRankCorrelation(at, coming) ** 2 * (spread / (spread + rangeSigma(STAGE_WIDTH) ** 2));
  const widthNow = (p90 - p10) / MINUTE;
  return { key, widthNow, widthAfter: widthNow * Math.sqrt(1 - known) };
}
