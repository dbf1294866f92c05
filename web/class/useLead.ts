import { useCallback } from 'react';
import { v7 as uuid } from 'uuid';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';

/** Begins a guide over pieces. Gives the path that it is led at; null where it was refused. */
export function useLead(): (pieces: string[]) => Promise<string | null> {
  const log = useLog();
  return useCallback(
    async (pieces) => {
      const id = uuid();
      const outcome = await log(
        `a guide over ${pieces.length === 1 ? 'a piece' : `${pieces.length} pieces`}`,
        [entry('guide.set', id, { pieces, over: false })],
      );
      return outcome.kind === 'refused' ? null : `/guide/${id}`;
    },
    [log],
  );
}
