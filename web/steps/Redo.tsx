import { Button } from '@mui/material';
import { doneOf, redoable, routeOf, type PieceState } from '../../core/log/piece.ts';
import type { Planned } from '../../core/technique/layer.ts';
import type { Remedy } from '../../core/technique/technique.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';

/** A remedy that is an earlier step done again: put back into the route with one tap, with what follows it. */
export function Redo({
  piece,
  planned,
  remedy,
  variant = 'outlined',
}: {
  piece: PieceState;
  planned: Planned;
  remedy: Remedy;
  variant?: 'contained' | 'outlined';
}) {
  const log = useLog();
  const step = redoable(piece, planned, remedy);
  if (!step) return null;
  const { name } = piece.made;
  return (
    <Button
      variant={variant}
      onClick={() =>
        void log(`${name}: ${step.name.toLowerCase()} again`, [
          entry('piece.redo', piece.id, { ref: planned.refs[0]!, from: step.key, sign: remedy.sign }),
        ])
      }
      sx={{ minHeight: 56, mt: 1 }}
    >
      {step.name} again
    </Button>
  );
}

/** The step done last, where one of its remedies is an earlier step done again: that is often seen only afterwards. */
export function lastWithRedo(piece: PieceState): Planned | null {
  const done = routeOf(piece).planned.flatMap((planned) => {
    const of = doneOf(piece, planned);
    return of && !of.leftOut ? [{ planned, at: of.at }] : [];
  });
  const last = done.reduce<(typeof done)[number] | null>((a, b) => (!a || b.at >= a.at ? b : a), null);
  return last && last.planned.step.remedies.some(({ redo }) => redo !== undefined) ? last.planned : null;
}
