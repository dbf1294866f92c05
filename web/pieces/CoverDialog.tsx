import { useState } from 'react';
import { FormControlLabel, Switch, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { covers, coverNamed, type Cover } from '../../core/drying/face.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { ChoiceField } from '../frame/fields.tsx';
import { LogDialog } from '../frame/LogDialog.tsx';
import { useStudio } from '../frame/maker.ts';
import { entry } from '../frame/outbox.ts';

export function CoverDialog({ plan, onClose }: { plan: PiecePlan; onClose: () => void }) {
  const { id, made, cover: present, onRack } = plan.piece;
  const [cover, setCover] = useState<Cover>(
    plan.advice && plan.advice.now !== present ? plan.advice.now : present,
  );
  const [rack, setRack] = useState(onRack);
  const { data: studio } = useStudio();
  const [room, setRoom] = useState(plan.piece.roomId);
  const flat = made.form.kind === 'tile' || made.form.kind === 'plate';
  const { verb, effect } = coverNamed(cover);
  return (
    <LogDialog
      title={`Cover: ${made.name}`}
      verb={verb}
      act={(at) => {
        const moved = room === plan.piece.roomId ? [] : [entry('piece.moved', id, { roomId: room }, { at })];
        return {
          words: `${made.name}: ${verb.toLowerCase()}`,
          entries: [entry('piece.covered', id, { cover, onRack: rack }, { at }), ...moved],
        };
      }}
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
      {studio && studio.rooms.length > 1 && (
        <ChoiceField
          label="Room"
          value={room}
          onChoose={setRoom}
          options={studio.rooms.map((r) => ({ value: r.id, label: r.set.name }))}
        />
      )}
      <span>{`It then ${effect}.`}</span>
    </LogDialog>
  );
}
