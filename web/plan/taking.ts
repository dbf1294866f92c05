import type { PieceRow } from '../../api/routes.ts';
import type { GroupState } from '../../core/log/group.ts';
import type { Change } from '../../core/schedule/relax.ts';
import type { Taken } from './PossibleChanges.tsx';

/** A change of what is asked of one piece, or of one order. */
export type OwnChange = Exclude<Change, { kind: 'session' }>;

/** How a change of what is to be made for a group is logged. @param left of it so many are not made yet */
export function takenOfGroup({ id, set }: GroupState, left: number, change: OwnChange): Taken | null {
  const { toMake } = set;
  if (!toMake) return null;
  switch (change.kind) {
    case 'date':
      return groupTaken(id, { ...set, dueAt: new Date(change.by).toISOString() });
    case 'school':
      return groupTaken(id, { ...set, toMake: { ...toMake, layers: change.layers } });
    case 'fewer':
      return groupTaken(id, { ...set, toMake: { ...toMake, count: toMake.count - left + change.count } });
  }
}

/** How a change of a piece is logged: its date is that of the group that wants it first. */
export function takenOfPiece(
  { id, groups }: PieceRow,
  all: readonly GroupState[],
  change: OwnChange,
): Taken | null {
  if (change.kind === 'school') return { kind: 'piece.routed', subject: id, body: { layers: change.layers } };
  if (change.kind !== 'date') return null;
  const [first] = all
    .filter((group) => groups.includes(group.id) && group.set.dueAt !== null)
    .sort((a, b) => Date.parse(a.set.dueAt!) - Date.parse(b.set.dueAt!));
  return first ? groupTaken(first.id, { ...first.set, dueAt: new Date(change.by).toISOString() }) : null;
}

const groupTaken = (subject: string, body: GroupState['set']): Taken => ({
  kind: 'group.set',
  subject,
  body,
});
