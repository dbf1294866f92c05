import { TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { faultWords } from '../../core/fault/fault.ts';
import type { Outcome } from '../../core/log/entry.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { useDraft } from '../ui/draft.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { FaultsField } from './FaultsField.tsx';

/** Takes a piece off the bench, with how it came out: the record learns from both. */
export function FinishDialog({ plan, onClose }: { plan: PiecePlan; onClose: () => void }) {
  const { id, made } = plan.piece;
  const [typed, setTyped, forget] = useDraft(`finish ${id}`, () => ({
    outcome: null as Outcome | null,
    found: [] as string[],
    note: '',
  }));
  const { outcome, found, note } = typed;
  const set = (change: Partial<typeof typed>) => setTyped((last) => ({ ...last, ...change }));
  return (
    <LogDialog
      title={`Finish: ${made.name}`}
      verb="Log finished"
      act={(at) =>
        outcome
          ? {
              words: `${made.name} finished`,
              entries: [entry('piece.finished', id, { outcome, faults: found, note }, { at })],
            }
          : { wrong: 'Choose how it came out.' }
      }
      onClose={onClose}
      forget={forget}
    >
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={outcome}
        onChange={(_event, value: Outcome | null) => set({ outcome: value })}
        aria-label="How it came out"
      >
        <ToggleButton value="good">Good</ToggleButton>
        <ToggleButton value="mixed">Mixed</ToggleButton>
        <ToggleButton value="bad">Lost or bad</ToggleButton>
      </ToggleButtonGroup>
      <FaultsField words={faultWords} found={found} onFound={(words) => set({ found: words })} />
      <TextField
        label="Note"
        multiline
        minRows={2}
        value={note}
        onChange={(event) => set({ note: event.target.value })}
      />
    </LogDialog>
  );
}
