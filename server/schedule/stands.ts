import { createFolded } from '../../core/log/memoByRevision.ts';
import { foldPiece } from '../../core/log/piece.ts';
import type { StepStands } from '../../core/schedule/changed.ts';
import type { Store } from '../store/store.ts';

/** How steps of pieces stand by the log of a studio. */
export function standsBy(store: Store): (pieceId: string, key: string) => StepStands {
  const folded = createFolded(store.ledger);
  return (pieceId, key) => {
    const piece = folded('piece', pieceId, () => foldPiece(pieceId, store.entriesAbout('piece', pieceId)));
    const done = piece?.done[key];
    if (done) return { at: done.at, leftOut: done.leftOut };
    return !piece || piece.finished ? 'lost' : null;
  };
}
