import type { ToMakeRow } from '../../api/index.ts';
import { groupsOf, leftToMake, type GroupState } from '../../core/log/group.ts';
import { foldPiece, stepsLeft, type PieceState } from '../../core/log/piece.ts';
import { slipNeeded } from '../../core/shelf/slipNeeded.ts';
import { entryOfMade, type Unmade } from '../../core/schedule/ahead.ts';
import { SECOND, type Instant } from '../../core/units/quantity.ts';
import type { Store } from '../store/store.ts';
import type { PlanInputs } from './planInputs.ts';
import { bodyOf } from './rows.ts';

/** Pieces that are still to be made for a group, and one of them as if it were made now. */
export interface GroupToMake {
  group: GroupState;
  piece: PieceState;
  unmade: Unmade;
}

export const groupsToMake = (store: Store, pieces: readonly PieceState[], now: Instant): GroupToMake[] =>
  groupsOf(store.ledger).flatMap((group) => {
    const { id, set } = group;
    const left = leftToMake(group, pieces);
    if (left === 0 || !set.toMake) return [];
    const { count: _all, takesS, ...made } = set.toMake;
    const piece = foldPiece(id, [entryOfMade(id, made, now)])!;
    return [
      { group, piece: { ...piece, groups: [id] }, unmade: { made, count: left, handsMs: takesS * SECOND } },
    ];
  });

/** What is still to be made, as the plan shows it. */
export function toMakeRow({ group, piece, unmade }: GroupToMake, store: Store, cases: PlanInputs): ToMakeRow {
  const { wetColour, dryColour } = bodyOf(piece, store);
  return {
    id: group.id,
    name: unmade.made.name,
    groupName: group.set.name,
    dueAt: group.set.dueAt === null ? null : Date.parse(group.set.dueAt),
    count: group.set.toMake!.count,
    left: unmade.count,
    slip: slipNeeded(piece, stepsLeft(piece), cases.slipFor(piece)).map((need) => ({
      ...need,
      volumeM3: need.volumeM3 * unmade.count,
    })),
    look: cases.look(piece),
    clay: { wetColour, dryColour },
  };
}
