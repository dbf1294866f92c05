import { useState } from 'react';
import { TextField } from '@mui/material';
import { cupKinds, type CupKind } from '../../../core/slip/flow.ts';
import { ChoiceField } from '../../ui/fields.tsx';
import { LogDialog } from '../../saving/LogDialog.tsx';
import { entry } from '../../saving/outbox.ts';

interface CupDialogProps {
  id: string;
  name?: string;
  kind?: CupKind;
  onClose: () => void;
}

/** Puts a flow cup on the list, or renames it. */
export function CupDialog({ id, name: named = '', kind: known = 'home', onClose }: CupDialogProps) {
  const [name, setName] = useState(named);
  const [kind, setKind] = useState<CupKind>(known);
  const act = (at: number) =>
    name.trim() === ''
      ? { wrong: 'The cup needs a name: what do you call it?' }
      : { words: `${name} set`, entries: [entry('cup.set', id, { name: name.trim(), kind }, { at })] };
  return (
    <LogDialog title={named === '' ? 'A flow cup' : named} verb="Set it" act={act} onClose={onClose}>
      <TextField label="Name of the cup" value={name} onChange={(event) => setName(event.target.value)} />
      <ChoiceField
        label="Which kind"
        value={kind}
        onChoose={setKind}
        options={cupKinds.map((c) => ({ value: c.kind, label: c.name }))}
        help={
          kind === 'home'
            ? 'A pot with a hole: its seconds are compared with each other'
            : 'A standard cup: its seconds also tell an apparent viscosity'
        }
      />
    </LogDialog>
  );
}
