import { useState } from 'react';
import { Box, ButtonBase } from '@mui/material';
import { stages, stagesApart, type Stage } from '../../core/clay/stage.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { LogDialog } from '../frame/LogDialog.tsx';
import { entry } from '../frame/outbox.ts';
import { Trouble } from '../frame/parts.tsx';
import { board, hairline, ink } from '../frame/theme.ts';

/** A touch check: which stage the hands say it is, recognised by its signs. A surprising one is asked about, then taken. */
export function CheckDialog({ plan, onClose }: { plan: PiecePlan; onClose: () => void }) {
  const [stage, setStage] = useState<Stage | null>(null);
  const computed = plan.now.stage;
  const surprising = stage !== null && stagesApart(stage, computed.stage) >= 2;
  const { id, made } = plan.piece;
  const act = (at: number) =>
    stage === null
      ? { wrong: 'Choose the stage whose signs fit best.' }
      : {
          words: `${made.name} checked`,
          entries: [entry('piece.checked', id, { stage, confirmed: surprising, note: '' }, { at })],
        };
  return (
    <LogDialog
      title={`Check the clay: ${made.name}`}
      verb={surprising ? 'Log it as I felt it' : 'Log check'}
      act={act}
      onClose={onClose}
    >
      <Box role="radiogroup" aria-label="What the hands say" sx={{ display: 'grid', gap: 0.75 }}>
        {stages.map((s) => (
          <ButtonBase
            key={s.stage}
            role="radio"
            aria-checked={stage === s.stage}
            onClick={() => setStage(s.stage)}
            sx={{
              display: 'block',
              textAlign: 'left',
              minHeight: 56,
              px: 2,
              py: 1,
              border: `2px solid ${stage === s.stage ? ink : hairline}`,
              font: 'inherit',
              background: stage === s.stage ? ink : board,
              color: stage === s.stage ? board : ink,
              '&:focus-visible': { outline: `3px solid ${ink}` },
            }}
          >
            <b>{s.name}</b>
            <br />
            {s.signs.join(' · ')}
          </ButtonBase>
        ))}
      </Box>
      {surprising && (
        <Trouble>
          By the log it should be {computed.name.toLowerCase()}. Feel another spot, and lift the plastic a
          while first if it was covered. If you still find it so, log it: your hands count for more.
        </Trouble>
      )}
    </LogDialog>
  );
}
