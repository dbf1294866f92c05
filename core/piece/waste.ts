import type { Carried } from '../log/carried.ts';
import { specificVolume, type ClayBody } from '../clay/body.ts';
import { rowOf, takenOffM } from '../operation/rows.ts';
import type { Effect } from '../technique/technique.ts';

/** Whether a deed takes anything off that must go somewhere. */
export const takesOff = (effects: readonly Effect<unknown>[]): boolean =>
  effects.some((effect) => rowOf(effect).takesOffM !== undefined);

/** Whether a deed leaves rinse water with silicate in it: of brushes, sponges and hands. */
export const leavesSilicate = (effects: readonly Effect<unknown>[], { silicate }: Carried): boolean =>
  effects.some((effect) => {
    const { rinses } = rowOf(effect);
    return rinses === 'silicate' || (rinses === 'what-lies' && silicate);
  });

/**
 * About how much clay a deed cuts off, kg, as wet as the wall is.
 * @param areaM2 the zone it is done on, of a wall of a body
 * @param meanX kg/kg, 0 to 0.5
 */
export const cutOffKg = (
  effects: readonly Effect<number>[],
  areaM2: number,
  { body, meanX }: { body: ClayBody; meanX: number },
): number =>
  effects.reduce(
    (sum, effect) => sum + (takenOffM(effect) * areaM2 * (1 + meanX)) / specificVolume(body, meanX),
    0,
  );
