/** Water content on its two bases: X = water / dry clay; W = water / total. */

/** @example dryBasis(0.2) // 0.25 */
export const dryBasis = (wetBasis: number): number => wetBasis / (1 - wetBasis);

/** @example wetBasis(0.25) // 0.2 */
export const wetBasis = (dryBasisX: number): number => dryBasisX / (1 + dryBasisX);
