import { TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { Outcome } from '../../core/log/entry.ts';
import type { NextStep } from '../../core/plan/next.ts';
import { useDraft } from '../frame/draft.ts';
import { LogDialog } from '../frame/LogDialog.tsx';
import { entry } from '../frame/outbox.ts';
import type { CoatedWall } from './coatedWall.ts';

export interface StepDialogProps {
  pieceId: string;
  pieceName: string;
  /** The face that is worked on, m². */
  areaM2: number;
  wall: CoatedWall;
  step: NextStep;
  onClose: () => void;
}

/** Logs a step as done, with how it went, or as left out. */
export function StepDialog({ pieceId, pieceName, step, onClose }: StepDialogProps) {
  const [{ outcome, note }, setTyped, forget] = useDraft(`step ${pieceId} ${step.stepId}`, () => ({
    outcome: null as Outcome | 'skipped' | null,
    note: '',
  }));
  const act = (at: number) =>
    outcome === 'skipped'
      ? {
          words: `${pieceName}: ${step.name.toLowerCase()} left out`,
          entries: [entry('piece.skipped', pieceId, { stepId: step.stepId, reason: note }, { at })],
        }
      : {
          words: `${pieceName}: ${step.name.toLowerCase()}`,
          entries: [entry('piece.worked', pieceId, { stepId: step.stepId, outcome, note }, { at })],
        };
  return (
    <LogDialog
      title={`${step.name}: ${pieceName}`}
      verb={outcome === 'skipped' ? 'Log left out' : step.verb}
      act={act}
      onClose={onClose}
      forget={forget}
    >
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={outcome}
        onChange={(_event, value: typeof outcome) => setTyped((last) => ({ ...last, outcome: value }))}
        aria-label="How it went"
      >
        <ToggleButton value="good">Good</ToggleButton>
        <ToggleButton value="mixed">Mixed</ToggleButton>
        <ToggleButton value="bad">Bad</ToggleButton>
        <ToggleButton value="skipped">Left out</ToggleButton>
      </ToggleButtonGroup>
      <TextField
        label="Note"
        multiline
        minRows={2}
        value={note}
        onChange={({ target }) => setTyped((last) => ({ ...last, note: target.value }))}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
    </LogDialog>
  );
}
