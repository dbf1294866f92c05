import type { Instant } from '../units/quantity.ts';
import { firstWanted, groupsOf } from './group.ts';
import { isAwaited, loadsOf } from './kilnLoad.ts';
import type { Ledger } from './ledger.ts';
import type { PieceState } from './piece.ts';

/** When a piece is to be dry by: the first of the days that its groups and its load want it; null where none does. */
export function wantedBy(ledger: Ledger, { id, groups }: Pick<PieceState, 'id' | 'groups'>): Instant | null {
  const load = loadsOf(ledger).find((of) => isAwaited(of) && of.set.pieces.includes(id));
  const dates = [firstWanted(groupsOf(ledger), groups), load ? Date.parse(load.set.fireAt!) : null];
  const known = dates.filter((date) => date !== null);
  return known.length > 0 ? Math.min(...known) : null;
}
