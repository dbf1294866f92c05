import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Button } from '@mui/material';
import type { NextStep } from '../../core/plan/next.ts';
import { standingOf } from '../../core/plan/standing.ts';
import { isForAdults } from '../../core/compose/conflicts.ts';
import { seenWords, waitWords } from '../ui/answer.ts';
import { studioNow, useNow } from '../asking/clock.ts';
import { useLog } from '../saving/notice.tsx';
import { nextAct } from '../saving/nextAct.ts';
import { entry } from '../saving/outbox.ts';
import type { CoatedWall } from './coatedWall.ts';
import { verbOf } from './ForAdults.tsx';

const DoneDialog = lazy(async () => ({ default: (await import('./DoneDialog.tsx')).DoneDialog }));

export interface Named {
  pieceId: string;
  name: string;
  areaM2: number;
  wall: CoatedWall;
}

interface LogNextProps {
  piece: Named & { next: NextStep | null };
  /** Others that ask for the same step: it is logged for all of them at once. */
  others?: (Named & { next: NextStep | null })[];
  /** Its one target, without the further ones. */
  onlyOne?: boolean;
}

/** One tap for what a piece asks for next: what ends its wait, that it is enough, or its step. */
export function LogNext({ piece, others = [], onlyOne = false }: LogNextProps) {
  const log = useLog();
  const now = useNow();
  const { open, dialog } = useDoneDialog(piece, others);
  const { next, pieceId } = piece;
  const name = others.length === 0 ? piece.name : `${others.length + 1} pieces`;
  if (!next) return dialog;
  const { enough } = next;
  const { asks, wait } = standingOf(next, now);
  if (wait) {
    const seen = seenWords(wait.what);
    return (
      <>
        <Button
          {...nextAct}
          variant="contained"
          aria-label={`${seen}: ${name}`}
          onClick={() => {
            const at = studioNow();
            void log(
              `${name}: ${waitWords(wait.what)}`,
              [piece, ...others].flatMap((of) =>
                of.next?.wait
                  ? [
                      entry(
                        'piece.seen',
                        of.pieceId,
                        { refs: of.next.wait.of, what: of.next.wait.what },
                        { at },
                      ),
                    ]
                  : [],
              ),
            );
          }}
        >
          {seen}
        </Button>
        {dialog}
      </>
    );
  }
  return (
    <>
      <LogStepButton
        step={next}
        name={name}
        variant={asks === 'now' ? 'contained' : 'outlined'}
        onOpen={open}
      />
      {enough && !onlyOne && others.length === 0 && (
        <Button
          variant="outlined"
          aria-label={`Enough, ${enough.what}: ${name}`}
          onClick={() => void log(`${name}: ${enough.what}`, [entry('piece.seen', pieceId, enough)])}
        >
          Enough: {enough.what}
        </Button>
      )}
      {dialog}
    </>
  );
}

/**
 * The form that logs a step. It belongs to whoever shows many steps: what is logged may take a step out of the list
 * while it is on its way, and bring it back when it is refused.
 */
export function useDoneDialog(
  piece: Named,
  others: (Named & { next: NextStep | null })[] = [],
): { open: (step: NextStep) => void; dialog: ReactNode } {
  const [step, setStep] = useState<NextStep | null>(null);
  const dialog = step && (
    <Suspense fallback={null}>
      <DoneDialog
        pieceId={piece.pieceId}
        pieceName={piece.name}
        areaM2={piece.areaM2}
        wall={piece.wall}
        step={step}
        others={others.flatMap((of) =>
          of.next
            ? [{ pieceId: of.pieceId, pieceName: of.name, areaM2: of.areaM2, wall: of.wall, step: of.next }]
            : [],
        )}
        onClose={() => setStep(null)}
      />
    </Suspense>
  );
  return { open: setStep, dialog };
}

/** Opens the form that logs a step. */
export function LogStepButton({
  step,
  name,
  variant,
  onOpen,
}: {
  step: NextStep;
  name: string;
  variant: 'contained' | 'outlined' | 'text';
  onOpen: (step: NextStep) => void;
}) {
  const verb = verbOf(step);
  return (
    <Button
      {...(variant === 'text' ? {} : nextAct)}
      variant={isForAdults(step.planned) && variant === 'contained' ? 'outlined' : variant}
      sx={variant === 'text' ? { px: 0 } : {}}
      onClick={() => onOpen(step)}
      aria-label={`${verb}: ${name}`}
    >
      {verb}
    </Button>
  );
}
