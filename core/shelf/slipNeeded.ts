import { outsideArea } from '../form/form.ts';
import { takenM3 } from '../log/acts/done.ts';
import type { PieceState } from '../log/piece.ts';
import { shareOfZones, type Planned } from '../technique/layer.ts';
import { intended } from '../piece/operation.ts';
import type { PlanInput } from '../piece/planInput.ts';

/**
 * Slip that the steps of a piece take from each tub that they are planned from, as is usual, m³; under null what has no tub yet.
 * @param planned steps that are still to be done
 */
export function slipNeeded(
  piece: PieceState,
  planned: readonly Planned[],
  tubs: PlanInput['tubs'],
): { tubId: string | null; volumeM3: number }[] {
  const face = outsideArea(piece.form);
  const needed = new Map<string | null, number>();
  for (const step of planned) {
    const { effects, slip, zones, refs } = intended(step, tubs, 0);
    const volumeM3 = takenM3({ body: { effects, slip } }, { areaM2: face * shareOfZones(zones), refs });
    if (volumeM3 === 0) continue;
    const tubId = step.stock[0] ?? null;
    needed.set(tubId, (needed.get(tubId) ?? 0) + volumeM3);
  }
  return [...needed].map(([tubId, volumeM3]) => ({ tubId, volumeM3 }));
}
