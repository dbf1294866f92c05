import { MenuItem, TextField, type TextFieldProps } from '@mui/material';
import {
  formatNumber,
  fromUnit,
  readNumber,
  toUnit,
  unitLabel,
  type Dimension,
  type UnitChoice,
} from '../../core/units/quantity.ts';
import { useUnits } from '../asking/maker.ts';

/** What a maker typed into a quantity field, as SI; NaN where it is no number, null where it is empty. */
export function typedQuantity(text: string, dimension: Dimension, units: UnitChoice): number | null {
  if (text.trim() === '') return null;
  const number = readNumber(text);
  return number === null ? Number.NaN : fromUnit(dimension, number, units);
}

/** A plain number as typed; NaN where it is none, null where the field is empty. */
export const typedNumber = (text: string): number | null =>
  text.trim() === '' ? null : (readNumber(text) ?? Number.NaN);

/** An SI value as the text of its field. */
export const quantityText = (si: number, dimension: Dimension, units: UnitChoice): string =>
  formatNumber(toUnit(dimension, si, units), 3, units);

interface NumberFieldProps {
  label: string;
  text: string;
  onText: (text: string) => void;
  /** What it is counted in, like `%`. */
  unit?: string | undefined;
  error?: string | undefined;
  help?: string | undefined;
}

/** A number, either decimal sign. */
export function NumberField({ label, text, onText, unit, error, help }: NumberFieldProps) {
  return (
    <TextField
      fullWidth
      label={unit ? `${label} (${unit})` : label}
      value={text}
      onChange={(event) => onText(event.target.value)}
      error={error !== undefined}
      helperText={error ?? help}
      slotProps={{ htmlInput: { inputMode: 'decimal', autoComplete: 'off' } }}
    />
  );
}

/** A number in the unit that whoever logs reads this dimension in. */
export function QuantityField({
  dimension,
  ...field
}: Omit<NumberFieldProps, 'unit'> & { dimension: Dimension }) {
  return <NumberField {...field} unit={unitLabel(dimension, useUnits())} />;
}

interface ChoiceFieldProps<T extends string> {
  label: string;
  value: T;
  onChoose: (value: T) => void;
  options: { value: T; label: string }[];
  error?: string | undefined;
  help?: string;
}

export function ChoiceField<T extends string>({
  label,
  value,
  onChoose,
  options,
  error,
  help,
}: ChoiceFieldProps<T>) {
  const props: TextFieldProps = { error: error !== undefined, helperText: error ?? help };
  return (
    <TextField
      select
      fullWidth
      label={label}
      // what can be chosen may still be on its way from the studio
      value={options.some((option) => option.value === value) ? value : ''}
      onChange={(event) => onChoose(event.target.value as T)}
      // what is chosen is read whole, on as many lines as it takes
      sx={{ '& .MuiSelect-select': { whiteSpace: 'normal' } }}
      {...props}
    >
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value} sx={{ minHeight: 48, whiteSpace: 'normal' }}>
          {option.label}
        </MenuItem>
      ))}
    </TextField>
  );
}
