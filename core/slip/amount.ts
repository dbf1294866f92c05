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

/** Share of slip that stays in the brush and the tub when brushing. Common practice, 20 to 40 %. */
const WASTE = 0.3;

/**
 * Slip that one brushed coat takes from its tub, m³.
 * @param areaM2 face coated, m²
 * @param wetThicknessM wet thickness of the coat, m
 * @example slipForCoat(0.05, 0.00015) // 0.0000107
 */
export function slipForCoat(areaM2: number, wetThicknessM: number): number {
  return (areaM2 * wetThicknessM) / (1 - WASTE);
}

/**
 * Slip for some pieces alike, in as many coats as are usual of its use where none are said, m³.
 * @param areaM2 face coated on each, m²
 */
export function slipForPieces(count: number, areaM2: number, use: SlipUse, coats?: number): number {
  const usual = usualCoatOf(use);
  return count * (coats ?? usual.coats) * slipForCoat(areaM2, usual.thicknessM);
}
