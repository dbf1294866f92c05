import { coverNamed, type Cover } from '../../core/drying/face.ts';
import type { Stand } from '../../core/form/places.ts';
import { studioNow } from '../asking/clock.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { manyWords } from '../class/words.ts';

/** Logs pieces as covered alike by now, in one act. */
export function useLogCovers(): (
  cover: Cover,
  pieces: readonly { id: string; name: string; stand: Stand }[],
) => Promise<void> {
  const log = useLog();
  return async (cover, pieces) => {
    const at = studioNow();
    await log(
      `${manyWords(pieces)}: ${coverNamed(cover).name.toLowerCase()}`,
      pieces.map(({ id, stand }) => entry('piece.covered', id, { cover, stand }, { at })),
    );
  };
}
