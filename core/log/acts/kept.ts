import type { Cover } from '../../drying/face.ts';
import type { Stand } from '../../form/places.ts';
import { draft, type Draft } from './draft.ts';

/** How a piece is to be kept; each stands on where it stands, where no room is said. */
export interface Keeping {
  id: string;
  cover: Cover;
  stand: Stand;
  /** The room it stands in, and the one it is to stand in. */
  roomId?: string;
  room?: string | null;
}

/** Pieces covered, and moved where that is another room. */
export const covered = (pieces: readonly Keeping[]): Draft[] =>
  pieces.flatMap(({ id, cover, stand, roomId, room = null }) => [
    draft('piece.covered', id, { cover, stand }),
    ...(room === null || room === roomId ? [] : [draft('piece.moved', id, { roomId: room })]),
  ]);
