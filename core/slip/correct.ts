import type { Range } from './consistency.ts';

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

export type Road =
  | { road: 'water'; volumeM3: number }
  | { road: 'powder'; dryKg: number }
  | { road: 'evaporate'; volumeM3: number };

export interface Correction {
  verdict: 'right' | 'too-thick' | 'too-thin';
  /** The SG aimed at: the near edge of the wanted range moved a quarter in. */
  target: number;
  /** Every way there, whole amount; add in thirds and measure again. */
  roads: Road[];
}

/**
 * How to bring a tub to its wanted consistency.
 * @example correctionFor(0.001, 1.55, { from: 1.3, to: 1.42 }, 2600).verdict // 'too-thick'
 */
export function correctionFor(
  volumeM3: number,
  gravity: number,
  wanted: Range,
  grainDensity: number,
): Correction {
  const quarter = (wanted.to - wanted.from) / 4;
  if (gravity > wanted.to) {
    const target = wanted.to - quarter;
    return {
      verdict: 'too-thick',
      target,
      roads: [{ road: 'water', volumeM3: waterToAdd(volumeM3, gravity, target) }],
    };
  }
  if (gravity < wanted.from) {
    const target = wanted.from + quarter;
    return {
      verdict: 'too-thin',
      target,
      roads: [
        { road: 'powder', dryKg: powderToAdd(volumeM3, gravity, target, grainDensity) },
        { road: 'evaporate', volumeM3: waterToRemove(volumeM3, gravity, target) },
      ],
    };
  }
  return { verdict: 'right', target: gravity, roads: [] };
}
