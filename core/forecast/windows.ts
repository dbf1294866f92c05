import type { Instant } from '../units/quantity.ts';

/** When something happens: the moments by which it has in 10, 50 and 90 % of the members; null is never. */
export interface EdgeSpread {
  p10: Instant | null;
  p50: Instant | null;
  p90: Instant | null;
}

/** The spread of a moment over the members; those in which it never comes are the last. */
export function spreadOf(moments: (Instant | null)[]): EdgeSpread {
  const sorted = moments.map((m) => m ?? Number.POSITIVE_INFINITY).sort((a, b) => a - b);
  const at = (share: number): Instant | null => {
    const place = share * (sorted.length - 1);
    const low = sorted[Math.floor(place)]!;
    const high = sorted[Math.ceil(place)]!;
    const value = low + (place % 1) * (high - low);
    return Number.isFinite(value) ? value : null;
  };
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
}
