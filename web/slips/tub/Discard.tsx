import { useState } from 'react';
import { TextField } from '@mui/material';
import { hazards } from '../../../core/hazard/hazard.ts';
import { binKinds, whyNotInto } from '../../../core/slip/bin.ts';
import { slipMass } from '../../../core/slip/density.ts';
import type { Instant } from '../../../core/units/quantity.ts';
import { ChoiceField } from '../../ui/fields.tsx';
import { LogDialog } from '../../saving/LogDialog.tsx';
import { entry } from '../../saving/outbox.ts';
import { Caution } from '../../ui/parts.tsx';
import type { ActProps } from './tubAct.ts';
import { to } from '../../../api/answers.ts';
import { useAnswer } from '../../asking/useAnswer.ts';

const NO_BIN = 'none';

/** Off the shelf, and into the bin that takes it. */
export function Discard({ shelf: { tub, waste, judgement }, onClose }: ActProps) {
  const { data } = useAnswer(to('/api/bins'));
  const [reason, setReason] = useState('');
  const [binId, setBin] = useState(NO_BIN);
  const bins = data?.bins ?? [];
  const refusal = (id: string) => {
    const bin = bins.find((b) => b.id === id);
    return bin ? whyNotInto(bin.kind, waste, bin.clayId === null || bin.clayId === tub.made.clayId) : null;
  };
  const massKg = slipMass(tub.volumeM3, judgement.gravity);
  const act = (at: Instant) => {
    const refused = refusal(binId);
    if (refused) return { wrong: refused.reason };
    const filled =
      binId === NO_BIN
        ? []
        : [
            entry(
              'bin.filled',
              binId,
              { waste, clayId: tub.made.clayId, massKg, from: tub.made.name, override: null },
              { at },
            ),
          ];
    return {
      words: `${tub.made.name} discarded`,
      entries: [...filled, entry('tub.discarded', tub.id, { reason: reason.trim() }, { at })],
    };
  };
  return (
    <LogDialog title={`Discard: ${tub.made.name}`} verb="Log discarded" act={act} onClose={onClose}>
      <span>It leaves the shelf; its log stays.</span>
      <TextField label="Why" value={reason} onChange={(event) => setReason(event.target.value)} />
      <ChoiceField
        label="Into which bin"
        value={binId}
        onChoose={setBin}
        options={[
          { value: NO_BIN, label: 'No bin' },
          ...bins.map(({ id, name, kind }) => ({
            value: id,
            label: `${name} (${binKinds.find((k) => k.kind === kind)!.name.toLowerCase()})`,
          })),
        ]}
        error={refusal(binId)?.reason}
      />
      {waste === 'toxic' && <Caution hazard={hazards['toxic-colour']} />}
    </LogDialog>
  );
}
