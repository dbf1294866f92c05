import { formatFixed } from '../../../core/units/quantity.ts';
import { useState } from 'react';
import type { Instant } from '../../../core/units/quantity.ts';
import { ChoiceField, NumberField, QuantityField, typedNumber, typedQuantity } from '../../ui/fields.tsx';
import { LogDialog } from '../../saving/LogDialog.tsx';
import { useUnits } from '../../asking/maker.ts';
import { toppedUp } from '../../../core/log/acts/tubs.ts';
import { stamped } from '../../saving/outbox.ts';
import type { ActProps } from './tubAct.ts';
import { useShelf } from '../../tubs/shelf.ts';

const OUTSIDE = 'outside';

/** Slip in from another tub, or from elsewhere. */
export function TopUp({ shelf: { tub }, onClose }: ActProps) {
  const units = useUnits();
  const { data } = useShelf();
  const others = (data?.tubs ?? []).filter(({ tub: t }) => t.id !== tub.id && t.discardedAt === null);
  const [from, setFrom] = useState(OUTSIDE);
  const [volume, setVolume] = useState('');
  const [typed, setTyped] = useState<string | null>(null);
  const source = others.find(({ tub: t }) => t.id === from);
  const gravity =
    typed ?? (source?.judgement.gravity == null ? '' : formatFixed(source.judgement.gravity, 3, units));
  const act = (at: Instant) => {
    const volumeM3 = typedQuantity(volume, 'volume', units);
    const specificGravity = typedNumber(gravity);
    if (!(volumeM3! > 0)) return { wrong: 'The volume must be a number above zero: how much was it?' };
    if (Number.isNaN(specificGravity)) return { wrong: 'The SG must be a number, or left empty.' };
    const body = { volumeM3: volumeM3!, specificGravity, fromTubId: source?.tub.id ?? null };
    return {
      words: `${tub.made.name} topped up`,
      entries: stamped(toppedUp(tub.id, body), at),
    };
  };
  return (
    <LogDialog title={`Top up: ${tub.made.name}`} verb="Log topped up" act={act} onClose={onClose}>
      <ChoiceField
        label="From"
        value={from}
        onChoose={setFrom}
        options={[
          { value: OUTSIDE, label: 'Not from a tub on the shelf' },
          ...others.map(({ tub: t }) => ({ value: t.id, label: t.made.name })),
        ]}
      />
      <QuantityField label="Slip in" text={volume} onText={setVolume} dimension="volume" />
      <NumberField
        label="Its SG"
        text={gravity}
        onText={setTyped}
        help="Empty where it is not known: measure this tub after"
      />
    </LogDialog>
  );
}
