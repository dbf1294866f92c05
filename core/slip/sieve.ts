/** Nominal openings of test sieves by mesh number, m: ASTM E11-22, table 1. */
const openings: Record<number, number> = {
  20: 850e-6,
  40: 425e-6,
  60: 250e-6,
  80: 180e-6,
  100: 150e-6,
  120: 125e-6,
  140: 106e-6,
  170: 90e-6,
  200: 75e-6,
  230: 63e-6,
  325: 45e-6,
};

export const meshes = Object.keys(openings).map(Number);

/**
 * Opening of a sieve, m; null for a mesh number the standard does not list.
 * @example sieveOpening(80) // 0.00018
 */
export const sieveOpening = (mesh: number): number | null => openings[mesh] ?? null;
