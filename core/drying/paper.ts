import type { Climate } from './air.ts';
import { surfaceState } from './face.ts';
import { coatLoad } from '../slip/density.ts';
import type { Instant } from '../units/quantity.ts';
import { signAt } from '../coat/sign.ts';

/** Slip on paper dries into the paper and into the air of the room: it has a clock of its own. */

/** Water that thin paper drinks, kg/m². From memory: about its own mass. */
const PAPER_HOLDS = 0.06;
/** Still air over a table, W/(m²·K). From memory. */
const STILL = 4;

export interface SlipOnPaper {
  /** Wet, m. */
  thicknessM: number;
  specificGravity: number;
  grainDensity: number;
}

/**
 * Seconds until slip on paper is tacky and takes no print: what the paper does not drink leaves through its upper face as
 * from free water.
 * @param climate of the room
 * @param at when it was laid
 */
export function tackyAfter(slip: SlipOnPaper, climate: Climate, at: Instant): number {
  const { water, dry } = coatLoad(slip.thicknessM, slip.specificGravity, slip.grainDensity);
  const leaves = Math.max(0, water - dry * signAt['print-free'] - PAPER_HOLDS);
  if (leaves === 0) return SOAKS_S;
  const wet = { value: () => 1, slope: () => 0 };
  const { flux } = surfaceState(
    { climate, startAt: at, activity: wet, heatTransfer: STILL, resistance: 0 },
    at,
    1,
  );
  return flux > 0 ? SOAKS_S + leaves / flux : LONGEST_S;
}

/** Paper takes its water in about a minute. From memory. */
const SOAKS_S = 60;
/** In air that is full it is waited for so long, and looked at. */
const LONGEST_S = 6 * 3600;
