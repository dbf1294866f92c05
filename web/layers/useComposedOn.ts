import type { PieceBegun } from '../../core/log/entry.ts';
import { useStudio } from '../asking/maker.ts';
import type { Composed } from './useMends.ts';

/** What the layers of a piece are composed on: its form, whether it came fired, and who works in its room. */
export function useComposedOn(): (piece: Pick<PieceBegun, 'form' | 'roomId' | 'fired'>) => Composed {
  const { data } = useStudio();
  return ({ form, roomId, fired }) => ({
    form,
    entered: fired,
    guarded: data?.rooms.find(({ id }) => id === roomId)?.set.guarded,
  });
}
