import type { PieceMade } from '../entry.ts';
import { draft, type Draft } from './draft.ts';

/** Pieces made alike, each with its name and mark. */
export interface MadeMeant {
  made: PieceMade;
  pieces: readonly { id: string; name: string }[];
  /** The group they belong to; with a name where it is a new class. */
  group: { id: string; name?: string } | null;
}

export const piecesMade = ({ made, pieces, group }: MadeMeant): Draft[] => [
  ...(group?.name === undefined
    ? []
    : [draft('group.set', group.id, { name: group.name, kind: 'class', dueAt: null })]),
  ...pieces.flatMap(({ id, name }) => [
    draft('piece.made', id, { ...made, name }),
    ...(group ? [draft('piece.grouped', id, { groups: [group.id] })] : []),
  ]),
];
