import { useState } from 'react';
import { Button } from '@mui/material';
import { signNames } from '../../core/technique/technique.ts';
import type { NextStep } from '../../core/plan/next.ts';
import { useLog } from '../frame/notice.tsx';
import { nextAct } from '../frame/nextAct.ts';
import { entry } from '../frame/outbox.ts';
import type { Tone } from '../frame/theme.ts';
import { CoatDialog } from './CoatDialog.tsx';
import type { CoatedWall } from './coatedWall.ts';
import { StepDialog } from './StepDialog.tsx';

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
  if (!next.waitFor || tone === 'late')
    return <LogStepButton piece={piece} step={next} variant={tone === 'now' ? 'contained' : 'outlined'} />;
  const { sign, afterStepId } = next.waitFor;
  const look = signNames[sign].name;
  return (
    <Button
      {...nextAct}
      variant="contained"
      aria-label={`It is ${look}: ${name}`}
      onClick={() =>
        void log(`${name}: ${look}`, [entry('piece.seen', pieceId, { sign, stepId: afterStepId })])
      }
    >
      It is {look}
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
  const Dialog = step.does === 'coat' ? CoatDialog : StepDialog;
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
        <Dialog
          pieceId={piece.pieceId}
          pieceName={piece.name}
          areaM2={piece.areaM2}
          wall={piece.wall}
          step={step}
          onClose={() => setOpen(false)}
        />
      )}
    </>
  );
}
