import { lazy, Suspense, useState } from 'react';
import { Button } from '@mui/material';
import type { NextStep } from '../../core/plan/next.ts';
import { isSign } from '../../core/coat/sign.ts';
import { waitWords } from '../frame/answer.ts';
import { useLog } from '../frame/notice.tsx';
import { nextAct } from '../frame/nextAct.ts';
import { entry } from '../frame/outbox.ts';
import type { Tone } from '../frame/theme.ts';
import type { CoatedWall } from './coatedWall.ts';

const DoneDialog = lazy(async () => ({ default: (await import('./DoneDialog.tsx')).DoneDialog }));

interface Named {
  pieceId: string;
  name: string;
  areaM2: number;
  wall: CoatedWall;
}

interface LogNextProps {
  piece: Named & { next: NextStep | null };
  tone: Tone;
}

/** One tap for what a piece asks for next: the sign that ends its wait, its coat, or its step. */
export function LogNext({ piece, tone }: LogNextProps) {
  const log = useLog();
  const { next, pieceId, name } = piece;
  if (!next) return null;
  const { wait, enough } = next;
  if (!wait || tone === 'late')
    return (
      <>
        <LogStepButton piece={piece} step={next} variant={tone === 'now' ? 'contained' : 'outlined'} />
        {enough && (
          <Button
            variant="outlined"
            aria-label={`Enough, ${enough.what}: ${name}`}
            onClick={() => void log(`${name}: ${enough.what}`, [entry('piece.seen', pieceId, enough)])}
          >
            Enough: {enough.what}
          </Button>
        )}
      </>
    );
  const seen = isSign(wait.what) ? `It is ${waitWords(wait.what)}` : `Seen: ${wait.what}`;
  return (
    <Button
      {...nextAct}
      variant="contained"
      aria-label={`${seen}: ${name}`}
      onClick={() =>
        void log(`${name}: ${waitWords(wait.what)}`, [
          entry('piece.seen', pieceId, { refs: wait.of, what: wait.what }),
        ])
      }
    >
      {seen}
    </Button>
  );
}

/** Opens the form that logs a step. */
export function LogStepButton({
  piece,
  step,
  variant,
}: {
  piece: Named;
  step: NextStep;
  variant: 'contained' | 'outlined' | 'text';
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        {...(variant === 'text' ? {} : nextAct)}
        variant={variant}
        sx={variant === 'text' ? { px: 0 } : {}}
        onClick={() => setOpen(true)}
        aria-label={`${step.verb}: ${piece.name}`}
      >
        {step.verb}
      </Button>
      {open && (
        <Suspense fallback={null}>
          <DoneDialog
            pieceId={piece.pieceId}
            pieceName={piece.name}
            areaM2={piece.areaM2}
            wall={piece.wall}
            step={step}
            onClose={() => setOpen(false)}
          />
        </Suspense>
      )}
    </>
  );
}
