import { nothingSaid, type PieceDone } from '../../core/log/entry.ts';

/** A deed with all that was not said of it left open. */
export const deed = (said: Partial<PieceDone> & Pick<PieceDone, 'effects'>): PieceDone => ({
  ...nothingSaid,
  ...said,
});
