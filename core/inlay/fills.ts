/** Solids by volume at which a fill no longer shrinks. From memory. */
export const SETTLED = 0.65;
const MOST = 20;

/**
 * What is left of a groove after each fill, as a share of its depth: a fill shrinks by its water, and where it was laid
 * proud by a share of the depth, rₙ = max(0, rₙ₋₁ − (rₙ₋₁ + k)·φ/φ_set).
 * @param phi solids of the slip by volume, above 0 and below 0.65
 * @param proud k, 0 for flush
 * @example leftAfterFills(0.375, 0, 1) // [0.42]
 */
export function leftAfterFills(phi: number, proud: number, fills: number): number[] {
  const kept = Math.min(1, phi / SETTLED);
  const left: number[] = [];
  let rest = 1;
  for (let n = 0; n < fills; n++) {
    rest = Math.max(0, rest - (rest + proud) * kept);
    left.push(rest);
  }
  return left;
}

/**
 * How thick a fill is laid, m: what the fills before it left of the groove, and proud by a share of its depth.
 * @param pass which fill it is, from 1
 */
export const fillThicknessM = (depthM: number, proud: number, phi: number, pass: number): number =>
  depthM * ((pass > 1 ? leftAfterFills(phi, proud, pass - 1).at(-1)! : 1) + proud);

/** How many fills until nothing of the groove is left. */
export function fillsNeeded(phi: number, proud: number): number {
  const left = leftAfterFills(phi, proud, MOST);
  const full = left.findIndex((rest) => rest < 0.01);
  return full < 0 ? MOST : full + 1;
}
