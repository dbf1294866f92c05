import { TextField } from '@mui/material';
import { formatNumber, type UnitChoice } from '../../core/units/quantity.ts';
import { NumberField, QuantityField, quantityText, typedNumber, typedQuantity } from '../ui/fields.tsx';
import { useUnits } from '../asking/maker.ts';
import type { EffectField } from '../../core/operation/row.ts';
import { coneWords } from './coneWords.ts';

interface EffectInputProps {
  field: EffectField;
  text: string;
  onText: (text: string) => void;
  error: string | undefined;
}

/** A quantity of an effect, in the unit that it is spoken of. */
export function EffectInput({ field: { key, label, as, help }, text, onText, error }: EffectInputProps) {
  const units = useUnits();
  const props = { label, text, onText, help, error };
  switch (as) {
    case 'text':
      return (
        <TextField
          label={label}
          value={text}
          onChange={({ target }) => onText(target.value)}
          error={error !== undefined}
          helperText={error ?? (key === 'cone' ? coneWords(text, units) : help)}
        />
      );
    case 'percent':
      return <NumberField {...props} unit="%" />;
    case 'grams':
      return <NumberField {...props} unit="g/m²" />;
    case 'seconds':
      return <NumberField {...props} unit="s" />;
    default:
      return <QuantityField {...props} dimension={as} />;
  }
}

const perUnit = { percent: 100, grams: 1000, seconds: 1 };

/** A quantity as the text of its field. */
export function fieldText(value: number | string, { as }: EffectField, units: UnitChoice): string {
  if (typeof value === 'string' || as === 'text') return String(value);
  return as === 'percent' || as === 'grams' || as === 'seconds'
    ? formatNumber(value * perUnit[as], 1, units)
    : quantityText(value, as, units);
}

/** What was typed of a quantity; what is no number is left to the schema to refuse. */
export function fieldValue(text: string, { as }: EffectField, units: UnitChoice): number | string {
  if (as === 'text') return text.trim();
  return as === 'percent' || as === 'grams' || as === 'seconds'
    ? (typedNumber(text) ?? Number.NaN) / perUnit[as]
    : (typedQuantity(text, as, units) ?? Number.NaN);
}
