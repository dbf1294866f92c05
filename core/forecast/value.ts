import { mean, sampleCorrelation, sampleVariance } from 'simple-statistics';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { rangeSigma } from './observe.ts';

/** What one touch check would do to a window that is coming. */
export interface CheckValue {
  stepId: string;
  /** Width between the 10 and 90 % moments now and, as expected, after one check, minutes. */
  widthNow: number;
  widthAfter: number;
}

/** A check tells the stage: about this wide on the reference scale. */
const STAGE_WIDTH = 13;
/** From one sigma to the width between 10 and 90 %. */
const WIDTH = 2.563;

/**
 * How much one touch check would narrow a window's edge: what the members' moments owe to where they stand now is
 * known better by the check (linear regression of moment on moisture index).
 * @param indices each member's mean on the reference scale, now
 * @param moments each member's moment; those in which it never comes are left out
 * @returns null where too few members say anything
 */
export function valueOfCheck(
  stepId: string,
  indices: number[],
  moments: (Instant | null)[],
): CheckValue | null {
  const pairs = indices.flatMap((index, i) => {
    const moment = moments[i];
    return moment === null || moment === undefined ? [] : [{ index, minutes: moment / MINUTE }];
  });
  if (pairs.length < indices.length / 2 || pairs.length < 8) return null;
  const at = pairs.map((p) => p.index);
  const first = mean(pairs.map((p) => p.minutes));
  const minutes = pairs.map((p) => p.minutes - first);
  const spread = sampleVariance(at);
  const variance = sampleVariance(minutes);
  if (spread < 1e-9 || variance < 1e-9) return null;
  const known = sampleCorrelation(at, minutes) ** 2 * (spread / (spread + rangeSigma(STAGE_WIDTH) ** 2));
  const widthNow = WIDTH * Math.sqrt(variance);
  return { stepId, widthNow, widthAfter: widthNow * Math.sqrt(1 - known) };
}
