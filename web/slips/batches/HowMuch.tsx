import { Box, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { outsideArea } from '../../../core/form/form.ts';
import { usualForms } from '../../../core/form/usual.ts';
import { slipForPieces, usualCoatOf } from '../../../core/slip/amount.ts';
import type { SlipUse } from '../../../core/slip/consistency.ts';
import { startOf } from '../../../core/slip/making.ts';
import { formatQuantity, unitLabel } from '../../../core/units/quantity.ts';
import { Columns } from '../../ui/Columns.tsx';
import { ChoiceField, NumberField, typedNumber, typedQuantity } from '../../ui/fields.tsx';
import { useUnits } from '../../asking/maker.ts';
import { to } from '../../../api/answers.ts';
import { useAnswer } from '../../asking/useAnswer.ts';

/** How much slip is wanted, as it is typed. */
export interface TypedAmount {
  by: 'unsaid' | 'volume' | 'pieces';
  volume: string;
  count: string;
  form: string;
  coats: string;
}

export const unsaidAmount: TypedAmount = { by: 'unsaid', volume: '', count: '6', form: 'Mug', coats: '' };

const ways: { by: TypedAmount['by']; name: string }[] = [
  { by: 'unsaid', name: 'As it comes' },
  { by: 'volume', name: 'By volume' },
  { by: 'pieces', name: 'For pieces' },
];

/** The forms that slip is reckoned for: those that are usual, and those made here. */
function useForms() {
  const { data } = useAnswer(to('/api/forms'), { revalidateOnFocus: false });
  return [...usualForms, ...(data?.made ?? [])];
}

/** Trimmings and water to begin with; null where nobody asked, or where what was typed is no number yet. */
export function useStart(typed: TypedAmount, use: SlipUse, grainDensity: number) {
  const units = useUnits();
  const forms = useForms();
  const volumeM3 = (): number | null => {
    if (typed.by === 'unsaid') return null;
    if (typed.by === 'volume') return typedQuantity(typed.volume, 'volume', units);
    const form = forms.find(({ name }) => name === typed.form)?.form;
    const coats = typed.coats.trim() === '' ? undefined : typedNumber(typed.coats);
    const count = typedNumber(typed.count);
    return form && coats !== null && count ? slipForPieces(count, outsideArea(form), use, coats) : null;
  };
  const volume = volumeM3();
  return volume !== null && volume > 0 ? { volumeM3: volume, ...startOf(volume, use, grainDensity) } : null;
}

/** How much is wanted: so many litres, or for so many pieces; and what to begin with for it. */
export function HowMuch({
  typed,
  onTyped,
  use,
  start,
}: {
  typed: TypedAmount;
  onTyped: (typed: TypedAmount) => void;
  use: SlipUse;
  start: ReturnType<typeof useStart>;
}) {
  const units = useUnits();
  const forms = useForms();
  const set = (more: Partial<TypedAmount>) => onTyped({ ...typed, ...more });
  return (
    <Box>
      <Box sx={{ fontWeight: 650, mb: 0.5 }}>How much</Box>
      <ToggleButtonGroup
        exclusive
        value={typed.by}
        onChange={(_event, by: TypedAmount['by'] | null) => by && set({ by })}
        aria-label="How much"
        sx={{ flexWrap: 'wrap', mb: 2 }}
      >
        {ways.map(({ by, name }) => (
          <ToggleButton key={by} value={by}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {typed.by === 'volume' && (
        <Box sx={{ maxWidth: 260 }}>
          <NumberField
            label="Slip wanted"
            unit={unitLabel('volume', units)}
            text={typed.volume}
            onText={(volume) => set({ volume })}
          />
        </Box>
      )}
      {typed.by === 'pieces' && (
        <Columns narrowest={180}>
          <NumberField label="Pieces" text={typed.count} onText={(count) => set({ count })} />
          <ChoiceField
            label="Of which form"
            value={typed.form}
            onChoose={(form) => set({ form })}
            options={forms.map(({ name }) => ({ value: name, label: name }))}
          />
          <NumberField
            label="Coats on each"
            text={typed.coats}
            onText={(coats) => set({ coats })}
            help={`Usually ${usualCoatOf(use).coats} for this use`}
          />
        </Columns>
      )}
      {start && (
        <Box role="status" sx={{ mt: 1.5, fontSize: '1.15rem' }}>
          Begin with <b>{formatQuantity('mass', start.dryKg, units)} of bone-dry trimmings</b> and{' '}
          <b>{formatQuantity('mass', start.waterKg, units)} of water</b>:{' '}
          {formatQuantity('volume', start.volumeM3, units)} of slip, a fifth over. For a brush to dip into
          allow more: a litre for six mugs is usual.
        </Box>
      )}
    </Box>
  );
}
