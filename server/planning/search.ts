import type { PiecesQuery } from '../../api/index.ts';
import { groupsOf } from '../../core/log/group.ts';
import type { PieceState } from '../../core/log/piece.ts';
import type { Store } from '../store/store.ts';
import type { PlanInputs } from './planInputs.ts';
import { clayName, roomName } from './rows.ts';

interface Of {
  store: Store;
  cases: PlanInputs;
}

/** Whether a piece is among those that a list is asked for, by its log alone. */
export const isAskedFor = (piece: PieceState, query: PiecesQuery, { store, cases }: Of): boolean =>
  (query.room === undefined || piece.roomId === query.room) &&
  (query.group === undefined || piece.groups.includes(query.group)) &&
  (query.maker === undefined || cases.makerOf(piece) === query.maker) &&
  (query.technique === undefined ||
    piece.layers.some(({ technique, dropped }) => technique === query.technique && !dropped)) &&
  wordsOf(piece, store).includes(query.search.trim().toLowerCase());

/** Names, clays, groups and states of pieces in small letters, for the search. */
const wordsOf = (piece: PieceState, store: Store): string =>
  [
    ...groupsOf(store.ledger).flatMap(({ id, set }) => (piece.groups.includes(id) ? [set.name] : [])),
    piece.made.name,
    roomName(store, piece.roomId),
    clayName(store, piece.made.clayId),
    piece.finished?.outcome ?? '',
  ]
    .join(' ')
    .toLowerCase();
