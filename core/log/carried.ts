import { worstOf, type Waste } from '../slip/bin.ts';
import type { PieceDone } from './entry.ts';

/** What was laid on a piece so far: all that is cut or wiped off it may carry. */
export interface Carried {
  /** Tubs that slip came from. */
  tubs: string[];
  /** Slip that came from no tub of the shelf. */
  slip: boolean;
  silicate: boolean;
}

export const carriesNothing: Carried = { tubs: [], slip: false, silicate: false };

/** With what a deed laid. */
export function carriedWith(before: Carried, { effects, tubs, slip }: PieceDone): Carried {
  const silicate = effects.some(({ does }) => does === 'silicate');
  if (!slip && !silicate) return before;
  return {
    tubs: [...new Set([...before.tubs, ...tubs])],
    slip: before.slip || (slip !== null && tubs.length === 0),
    silicate: before.silicate || silicate,
  };
}

/**
 * What clay cut off a piece is as waste: as bad as the worst that was laid on it. Slip that nobody named counts as
 * coloured.
 * @param wasteOf what a tub's slip is as waste; null where the tub is not known
 */
export const cutWaste = (
  { tubs, slip, silicate }: Carried,
  wasteOf: (tubId: string) => Waste | null,
): Waste =>
  worstOf([
    ...tubs.map((id) => wasteOf(id) ?? 'coloured'),
    ...(slip ? (['coloured'] as const) : []),
    ...(silicate ? (['silicate'] as const) : []),
  ]);
