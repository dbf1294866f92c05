import type { SlipUse } from './consistency.ts';

/** How thick a coat of a use usually lies wet, m, and how many there are. Common practice and from memory. */
const usualCoats: Partial<Record<SlipUse, { thicknessM: number; coats: number }>> = {
  sigillata: { thicknessM: 0.00005, coats: 2 },
  sprayed: { thicknessM: 0.00003, coats: 6 },
  'underglaze-carving': { thicknessM: 0.00015, coats: 2 },
  'brushed-decoration': { thicknessM: 0.00025, coats: 2 },
  bands: { thicknessM: 0.0003, coats: 1 },
  'poured-ground': { thicknessM: 0.0007, coats: 1 },
  'broad-brush': { thicknessM: 0.0004, coats: 1 },
  'white-ground': { thicknessM: 0.0006, coats: 1 },
  texture: { thicknessM: 0.003, coats: 1 },
};

export const usualCoatOf = (use: SlipUse): { thicknessM: number; coats: number } =>
  usualCoats[use] ?? { thicknessM: 0.00015, coats: 3 };

/**
 * How many times what lies on the clay is taken from the tub, by how a slip is laid: some stays in the brush, runs beside
 * the pot, hangs in the nozzle, or is sprayed past it. From memory.
 */
const TAKEN = { brushed: 1.3, poured: 1.1, trailed: 1.1, sprayed: 1 / 0.4 };

/** How each use is laid; brushed where that is not said. */
const laidBy: Partial<Record<SlipUse, keyof typeof TAKEN>> = {
  sprayed: 'sprayed',
  'running-engobe': 'poured',
  'poured-ground': 'poured',
  glaze: 'poured',
  texture: 'poured',
  drip: 'trailed',
  'drip-running': 'trailed',
  inlay: 'trailed',
  trailing: 'trailed',
};

/**
 * Slip that one coat takes from its tub, m³.
 * @param areaM2 face coated, m²
 * @param wetThicknessM wet thickness of the coat, m
 * @param use what it is for, by which it is brushed, poured, trailed or sprayed
 * @example slipForCoat(0.05, 0.00015, 'brushed-engobe') // 0.00000975
 */
export function slipForCoat(areaM2: number, wetThicknessM: number, use: SlipUse): number {
  return areaM2 * wetThicknessM * TAKEN[laidBy[use] ?? 'brushed'];
}

/**
 * Slip for some pieces alike, in as many coats as are usual of its use where none are said, m³.
 * @param areaM2 face coated on each, m²
 */
export function slipForPieces(count: number, areaM2: number, use: SlipUse, coats?: number): number {
  const usual = usualCoatOf(use);
  return count * (coats ?? usual.coats) * slipForCoat(areaM2, usual.thicknessM, use);
}

/** A tub holds so many times what is in it at first. Common practice. */
export const USUAL_HEADROOM = 1.3;
