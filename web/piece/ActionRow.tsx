import { useState, type ReactNode } from 'react';
import { Box, Button } from '@mui/material';
import { outsideArea } from '../../core/form/form.ts';
import type { NextStep } from '../../core/plan/next.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import type { PieceMeant } from '../../core/schedule/meant.ts';
import type { Drawn } from '../acting/CoverChoice.tsx';
import { CheckDialog, checkedOf } from '../acting/CheckDialog.tsx';
import { CoverDialog } from '../acting/CoverDialog.tsx';
import { FinishDialog } from '../acting/FinishDialog.tsx';
import { HeatDialog } from '../acting/HeatDialog.tsx';
import { coatedWall } from '../acting/coatedWall.ts';
import { LogNext } from '../acting/LogNext.tsx';
import { TrimDialog } from '../acting/TrimDialog.tsx';
import { WeighDialog } from '../acting/WeighDialog.tsx';

interface ActionRowProps {
  plan: PiecePlan;
  given: PlanInput;
  meant: PieceMeant | null;
  drawn: Drawn | undefined;
  next: NextStep | null;
}

type Open = 'check' | 'weigh' | 'cover' | 'heat' | 'trim' | 'finish' | null;

/** The acts on a piece, largest and likeliest first. */
export function ActionRow({ plan, given, meant, drawn, next }: ActionRowProps) {
  const [open, setOpen] = useState<Open>(null);
  const close = () => setOpen(null);
  const { piece } = plan;
  const button = (which: Open, name: ReactNode) => (
    <Button variant="outlined" onClick={() => setOpen(which)}>
      {name}
    </Button>
  );
  return (
    <Box sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', mt: 1.5, '& .MuiButton-root': { px: 1.5 } }}>
      <LogNext
        piece={{
          pieceId: piece.id,
          name: piece.made.name,
          areaM2: outsideArea(piece.form),
          wall: coatedWall(plan),
          next,
        }}
      />
      {piece.fired === 'raw' && (
        <>
          {button('check', 'Check the clay')}
          {button('cover', 'Change cover')}
          {button('weigh', 'Weigh')}
          {button('heat', 'Mist or heat')}
          {button('trim', 'Trim')}
        </>
      )}
      {button('finish', 'Finish')}
      {open === 'check' && <CheckDialog of={checkedOf(plan)} onClose={close} />}
      {open === 'cover' && <CoverDialog {...{ plan, given, meant, drawn }} onClose={close} />}
      {open === 'weigh' && <WeighDialog plan={plan} onClose={close} />}
      {open === 'heat' && <HeatDialog plan={plan} onClose={close} />}
      {open === 'trim' && <TrimDialog plan={plan} onClose={close} />}
      {open === 'finish' && <FinishDialog plan={plan} onClose={close} />}
    </Box>
  );
}
