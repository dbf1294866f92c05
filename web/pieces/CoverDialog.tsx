import { useState } from 'react';
import { FormControlLabel, Switch, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { covers, coverNamed, type Cover } from '../../core/drying/face.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { LogDialog } from '../frame/LogDialog.tsx';
import { entry } from '../frame/outbox.ts';

export function CoverDialog({ plan, onClose }: { plan: PiecePlan; onClose: () => void }) {
  const { id, made, cover: present, onRack } = plan.piece;
  const [cover, setCover] = useState<Cover>(
    plan.advice && plan.advice.now !== present ? plan.advice.now : present,
  );
  const [rack, setRack] = useState(onRack);
  const flat = made.form.kind === 'tile' || made.form.kind === 'plate';
  const { verb, effect } = coverNamed(cover);
  return (
    <LogDialog
      title={`Cover: ${made.name}`}
      verb={verb}
      act={(at) => ({
        words: `${made.name}: ${verb.toLowerCase()}`,
        entries: [entry('piece.covered', id, { cover, onRack: rack }, { at })],
      })}
      onClose={onClose}
    >
      <ToggleButtonGroup
        exclusive
        fullWidth
        orientation="vertical"
        value={cover}
        onChange={(_event, value: Cover | null) => value && setCover(value)}
        aria-label="Cover"
      >
        {covers.map((c) => (
          <ToggleButton key={c.cover} value={c.cover} sx={{ justifyContent: 'space-between' }}>
            <b>{c.name}</b>
            <span>{c.effect}</span>
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {flat && (
        <FormControlLabel
          control={<Switch checked={rack} onChange={(_event, on) => setRack(on)} />}
          label="On a rack: air reaches both faces"
        />
      )}
      <span>{`It then ${effect}.`}</span>
    </LogDialog>
  );
}
