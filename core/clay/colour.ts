import type { ClayBody } from './body.ts';
import { edgeAtWater } from './stage.ts';

/** Clay lightens a little on the way to the critical water content, and most below it. From memory. */
const AT_CRITICAL = 0.5;
const CRITICAL_EDGE = 46;

/**
 * How dark clay looks from its water: 1 as fresh from the bag, 0 as pale as bone dry.
 * @param x water content, kg/kg
 */
export function wetness(body: ClayBody, x: number): number {
  const edge = Math.min(100, Math.max(0, edgeAtWater(body, x)));
  if (edge >= CRITICAL_EDGE)
    return AT_CRITICAL + ((1 - AT_CRITICAL) * (edge - CRITICAL_EDGE)) / (100 - CRITICAL_EDGE);
  return (AT_CRITICAL * edge) / CRITICAL_EDGE;
}
