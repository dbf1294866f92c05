import { AdapterLuxon } from '@mui/x-date-pickers/AdapterLuxon';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { DateTime } from 'luxon';

interface DayFieldProps {
  label: string;
  /** As `2026-03-12`. */
  date: string;
  onDate: (date: string) => void;
}

/** A day of the calendar. */
export function DayField({ label, date, onDate }: DayFieldProps) {
  return (
    <LocalizationProvider dateAdapter={AdapterLuxon} adapterLocale="en-GB">
      <DatePicker
        label={label}
        timezone="UTC"
        value={DateTime.fromISO(date, { zone: 'utc' })}
        onChange={(value) => value?.isValid && onDate(value.toISODate()!)}
        slotProps={{ textField: { fullWidth: true } }}
      />
    </LocalizationProvider>
  );
}
