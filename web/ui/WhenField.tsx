import { AdapterLuxon } from '@mui/x-date-pickers/AdapterLuxon';
import { DateTimePicker } from '@mui/x-date-pickers/DateTimePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { DateTime } from 'luxon';
import type { Instant } from '../../core/units/quantity.ts';

interface WhenFieldProps {
  label: string;
  at: Instant;
  onAt: (at: Instant) => void;
  zone: string;
  error?: string | undefined;
}

/** A moment in the studio's zone. */
export function WhenField({ label, at, onAt, zone, error }: WhenFieldProps) {
  return (
    <LocalizationProvider dateAdapter={AdapterLuxon} adapterLocale="en-GB">
      <DateTimePicker
        label={label}
        ampm={false}
        timezone={zone}
        value={DateTime.fromMillis(at, { zone })}
        onChange={(value) => value?.isValid && onAt(value.toMillis())}
        slotProps={{ textField: { fullWidth: true, error: error !== undefined, helperText: error } }}
      />
    </LocalizationProvider>
  );
}
