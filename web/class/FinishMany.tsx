import { useState } from 'react';
import { TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import { faultWords } from '../../core/fault/fault.ts';
import type { Outcome } from '../../core/log/entry.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { FaultsField } from '../acting/FaultsField.tsx';
import { manyWords } from './words.ts';

/** Takes many pieces off the bench that came out alike. */
export function FinishMany({ chosen, onClose }: { chosen: PieceRow[]; onClose: () => void }) {
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const [faults, setFaults] = useState<string[]>([]);
  const [note, setNote] = useState('');
  return (
    <LogDialog
      title={`Finish ${manyWords(chosen)}`}
      verb="Log finished"
      act={(at) =>
        outcome
          ? {
              words: `${manyWords(chosen)} finished`,
              entries: chosen.map(({ id }) => entry('piece.finished', id, { outcome, faults, note }, { at })),
            }
          : { wrong: 'Choose how they came out.' }
      }
      onClose={onClose}
    >
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={outcome}
        onChange={(_event, value: Outcome | null) => setOutcome(value)}
        aria-label="How they came out"
      >
        <ToggleButton value="good">Good</ToggleButton>
        <ToggleButton value="mixed">Mixed</ToggleButton>
        <ToggleButton value="bad">Lost or bad</ToggleButton>
      </ToggleButtonGroup>
      {outcome !== null && outcome !== 'good' && (
        <FaultsField words={faultWords} found={faults} onFound={setFaults} />
      )}
      <TextField
        label="Note"
        multiline
        minRows={2}
        value={note}
        onChange={({ target }) => setNote(target.value)}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
    </LogDialog>
  );
}
