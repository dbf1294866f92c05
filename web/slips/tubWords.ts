import type { TubState } from '../../core/log/tub.ts';
import { correctionFor, type Correction, type Road } from '../../core/slip/correct.ts';
import { consistencyFor } from '../../core/slip/consistency.ts';
import { formatQuantity, type UnitChoice } from '../../core/units/quantity.ts';
import type { Answer } from '../frame/answer.ts';

/** What a tub needs, in words. */
export function tubAnswer(tub: TubState, units: UnitChoice): Answer {
  const { name, feel } = consistencyFor(tub.made.use);
  if (tub.specificGravity === null)
    return {
      tone: 'soon',
      headline: 'Not measured yet',
      detail: `Weigh a known volume of it. For ${name.toLowerCase()} it should feel like ${feel}.`,
    };
  const correction = tubCorrection(tub)!;
  if (correction.verdict === 'right')
    return {
      tone: 'now',
      headline: `Right for ${name.toLowerCase()}`,
      detail: `SG ${tub.specificGravity.toFixed(2)}${tub.measuredAt === null ? ' by the log; measure it to be sure' : ''}.`,
    };
  const verdict = correction.verdict === 'too-thick' ? 'Too thick' : 'Too thin';
  const adjusted =
    tub.made.adjusted === 'none'
      ? ''
      : ` It was ${tub.made.adjusted}, so its feel decides; the SG is for reference.`;
  return {
    tone: 'soon',
    headline: `${verdict}: ${roadWords(correction.roads[0]!, units)}`,
    detail: `SG ${tub.specificGravity.toFixed(2)}, to reach ${correction.target.toFixed(2)}. Add a third, stir, measure again.${adjusted}`,
  };
}

export function tubCorrection(tub: TubState): Correction | null {
  if (tub.specificGravity === null) return null;
  return correctionFor(
    tub.volumeM3,
    tub.specificGravity,
    consistencyFor(tub.made.use).gravity,
    tub.made.grainDensity,
  );
}

/** A way to correct a tub, in words. */
export function roadWords(road: Road, units: UnitChoice): string {
  switch (road.road) {
    case 'water':
      return `add ${formatQuantity('volume', road.volumeM3, units)} of water`;
    case 'powder':
      return `add ${formatQuantity('mass', road.dryKg, units)} of dry powder`;
    case 'evaporate':
      return `let ${formatQuantity('volume', road.volumeM3, units)} of water evaporate, or pour it off`;
  }
}
