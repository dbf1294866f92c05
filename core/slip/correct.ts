import type { Range } from './consistency.ts';
import { dryContent, slipWaterContent } from './density.ts';

/** Litres and grams are for people; here m³ and kg. Mass balance of slip made of powder and water only. */

/** SG after adding water: volumes and masses simply add. */
export function watered(volumeM3: number, gravity: number, waterM3: number): number {
  return (volumeM3 * gravity + waterM3) / (volumeM3 + waterM3);
}

/** SG after adding dry powder. */
export function thickened(volumeM3: number, gravity: number, dryKg: number, grainDensity: number): number {
  return (volumeM3 * gravity + dryKg / 1000) / (volumeM3 + dryKg / grainDensity);
}

/**
 * Water to add to bring slip from one SG to a lower one, m³: V·(SG₁−SG₂)/(SG₂−1).
 * @param wanted above 1 and at most `gravity`
 * @example waterToAdd(0.001, 1.5, 1.4) // 0.00025
 */
export function waterToAdd(volumeM3: number, gravity: number, wanted: number): number {
  return (volumeM3 * (gravity - wanted)) / (wanted - 1);
}

/**
 * Dry powder to add to bring slip from one SG to a higher one, kg: 1000·V·(SG₂−SG₁)/(1 − SG₂/G).
 * @param wanted at least `gravity` and below the powder's own
 */
export function powderToAdd(volumeM3: number, gravity: number, wanted: number, grainDensity: number): number {
  return (1000 * volumeM3 * (wanted - gravity)) / (1 - (wanted * 1000) / grainDensity);
}

/** Water to evaporate or pour off for a higher SG, m³: V·(SG₂−SG₁)/(SG₂−1). */
export function waterToRemove(volumeM3: number, gravity: number, wanted: number): number {
  return (volumeM3 * (wanted - gravity)) / (wanted - 1);
}

/** What a coat of a slip does as it dries. */
export interface DryingOfSlip {
  /** Thickness left of a wet coat, as a share. */
  thicknessLeft: number;
  /** Linear shrinkage once it has set, as a share: what cracks a coat. */
  shrinkageAfterSet: number;
}

/** Water content at which a coat sets, and below which it no longer shrinks, kg/kg. From memory. */
export const SETS_AT = { none: 0.4, deflocculated: 0.3, flocculated: 0.48 };
const STOPS_AT = 0.12;

export type Adjustment = keyof typeof SETS_AT;

/** Slip as it was laid. */
export interface SlipLaid {
  specificGravity: number;
  /** Density of the powder, kg/m³. */
  grainDensity: number;
  /** What was done to the slip's flow. */
  adjusted: Adjustment;
}

/** Drying of a coat: v = 1/G + max(X, X_stop)/ρ_w, the coat free to shrink in thickness alone until it sets. */
export function dryingOfSlip(gravity: number, grainDensity: number, adjusted: Adjustment): DryingOfSlip {
  const volume = (x: number) => 1 / grainDensity + Math.max(x, STOPS_AT) / 1000;
  const wet = slipWaterContent(gravity, grainDensity);
  const set = Math.min(wet, SETS_AT[adjusted]);
  return {
    thicknessLeft: volume(0) / volume(wet),
    shrinkageAfterSet: 1 - Math.cbrt(volume(0) / volume(set)),
  };
}

export type Road =
  | { road: 'water'; volumeM3: number; days: number }
  | { road: 'powder'; dryKg: number; days: number }
  | { road: 'evaporate'; volumeM3: number; days: number }
  | { road: 'decant'; volumeM3: number; days: number }
  /** Grams for a tub are for a starting dose of the usual smallest share; it goes on by drops. */
  | { road: 'deflocculate'; fromKg: number; toKg: number; days: number }
  | { road: 'flocculate'; fromKg: number; toKg: number; days: number };

export interface Correction {
  /** The SG aimed at: the near edge of the wanted range moved a quarter in. */
  target: number;
  /** Every way there, whole amount, by water and powder before electrolytes; add in thirds and measure again. */
  roads: Road[];
  now: DryingOfSlip;
  /** After water or powder has brought it to the target. */
  then: DryingOfSlip;
}

export interface TubOfSlip {
  volumeM3: number;
  gravity: number;
  grainDensity: number;
  adjusted: Adjustment;
  /** Open water's loss from the tub left uncovered in this room, m³ a day. */
  evaporationPerDay: number;
}

/** Days from common practice: powder slakes a day; slip settles one to three days before water can be poured off. */
const SLAKES_DAYS = 1;
const SETTLES_DAYS = 2;
/** Usual shares of dry mass as sold, percent. Common practice. */
const USUAL_DOSE = { deflocculate: [0.1, 0.5], flocculate: [0.05, 0.3] } as const;

/**
 * How to bring a tub to its wanted consistency, by every road.
 * @param side which way it is off, as judged by flow, feel or SG
 * @example correctionFor({ volumeM3: 0.001, gravity: 1.55, grainDensity: 2600, adjusted: 'none', evaporationPerDay: 1e-4 }, 'too-thick', { from: 1.3, to: 1.42 }).roads[0].road // 'water'
 */
export function correctionFor(tub: TubOfSlip, side: 'too-thick' | 'too-thin', wanted: Range): Correction {
  const { volumeM3, gravity, grainDensity, adjusted } = tub;
  const target = targetOf(gravity, side, wanted);
  const dryKg = volumeM3 * dryContent(gravity, grainDensity);
  const dose = (road: 'deflocculate' | 'flocculate'): Road => ({
    road,
    fromKg: (dryKg * USUAL_DOSE[road][0]) / 100,
    toKg: (dryKg * USUAL_DOSE[road][1]) / 100,
    days: 0,
  });
  const out = side === 'too-thin' ? waterToRemove(volumeM3, gravity, target) : 0;
  const roads: Road[] =
    side === 'too-thick'
      ? [{ road: 'water', volumeM3: waterToAdd(volumeM3, gravity, target), days: 0 }, dose('deflocculate')]
      : [
          {
            road: 'powder',
            dryKg: powderToAdd(volumeM3, gravity, target, grainDensity),
            days: SLAKES_DAYS,
          },
          { road: 'decant', volumeM3: out, days: SETTLES_DAYS },
          { road: 'evaporate', volumeM3: out, days: out / tub.evaporationPerDay },
          dose('flocculate'),
        ];
  return {
    target,
    roads,
    now: dryingOfSlip(gravity, grainDensity, adjusted),
    then: dryingOfSlip(target, grainDensity, adjusted),
  };
}

/** Where feel or flow says otherwise than the SG, a small step in the wanted direction. */
const SMALL_STEP = 0.03;

function targetOf(gravity: number, side: 'too-thick' | 'too-thin', wanted: Range): number {
  const quarter = (wanted.to - wanted.from) / 4;
  const thinner = side === 'too-thick';
  if (thinner && gravity > wanted.to) return wanted.to - quarter;
  if (!thinner && gravity < wanted.from) return wanted.from + quarter;
  return Math.max(1.02, gravity + (thinner ? -SMALL_STEP : SMALL_STEP));
}

/**
 * The next round of the loop for thick silicate slip: a few drops until it flows, then dry trimmings until it stands.
 * @returns trimmings to add now, kg; 0 where it is thick enough
 */
export function trimmingsToStand(
  tub: Pick<TubOfSlip, 'volumeM3' | 'gravity' | 'grainDensity'>,
  wanted: Range,
): number {
  if (tub.gravity >= wanted.from) return 0;
  return powderToAdd(tub.volumeM3, tub.gravity, (wanted.from + wanted.to) / 2, tub.grainDensity);
}
