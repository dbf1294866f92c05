import { USUAL_HEADROOM } from '../../slip/amount.ts';
import type { TubMade, TubMeasured } from '../entry.ts';
import { draft, type Draft } from './draft.ts';

/** Slip added to a tub; where it came from another of the shelf, that has so much less. */
export const toppedUp = (
  tubId: string,
  slip: { volumeM3: number; specificGravity: number | null; fromTubId: string | null },
): Draft[] => [
  draft('tub.topped', tubId, slip),
  ...(slip.fromTubId === null
    ? []
    : [draft('tub.used', slip.fromTubId, { volumeM3: slip.volumeM3, pieceId: null })]),
];

/** The top layer of a tub that settled, drawn off into one of its own. */
export const drawnOff = (
  { id, made }: { id: string; made: TubMade },
  to: { id: string; volumeM3: number; adjusted: TubMade['adjusted'] },
): Draft[] => [
  draft('tub.used', id, { volumeM3: to.volumeM3, pieceId: null }),
  draft('tub.made', to.id, {
    ...made,
    name: `${made.name}, top layer`.slice(0, 80),
    use: 'sigillata',
    volumeM3: to.volumeM3,
    capacityM3: to.volumeM3 * USUAL_HEADROOM,
    adjusted: to.adjusted,
    composition: [],
    batchId: null,
  }),
];

/** A batch that is in its tub: the tub, what was measured of it last, and the sheet's end. */
export const inItsTub = (
  batch: { id: string; stepId: string },
  tub: { id: string; made: TubMade; measured: TubMeasured | null },
): Draft[] => [
  draft('tub.made', tub.id, tub.made),
  ...(tub.measured ? [draft('tub.measured', tub.id, tub.measured)] : []),
  draft('batch.ticked', batch.id, { stepId: batch.stepId }),
  draft('batch.finished', batch.id, { tubId: tub.id }),
];
