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
