import { DAY, HOUR, MINUTE, type Instant } from '../../core/units/quantity.ts';

const formats = new Map<string, Intl.DateTimeFormat>();

function format(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = zone + JSON.stringify(options);
  const known = formats.get(key) ?? new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options });
  formats.set(key, known);
  return known;
}

export const clockTime = (at: Instant, zone: string): string =>
  format(zone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(at);
export const weekday = (at: Instant, zone: string): string => format(zone, { weekday: 'short' }).format(at);
export const dayOfMonth = (at: Instant, zone: string): string => format(zone, { day: 'numeric' }).format(at);
export const shortDate = (at: Instant, zone: string): string =>
  format(zone, { weekday: 'short', day: 'numeric', month: 'short' }).format(at);
const dayKey = (at: Instant, zone: string): string =>
  format(zone, { year: 'numeric', month: '2-digit', day: '2-digit' }).format(at);

/** A moment near another: the time today, with its day tomorrow and later. */
export function whenNear(at: Instant, now: Instant, zone: string): string {
  if (dayKey(at, zone) === dayKey(now, zone)) return clockTime(at, zone);
  if (dayKey(at, zone) === dayKey(now + DAY, zone)) return `tomorrow ${clockTime(at, zone)}`;
  return Math.abs(at - now) < 6 * DAY
    ? `${weekday(at, zone)} ${clockTime(at, zone)}`
    : `${shortDate(at, zone)} ${clockTime(at, zone)}`;
}

/** A moment as short as can be: the time today, else with its weekday. */
export const dayTime = (at: Instant, now: Instant, zone: string): string =>
  dayKey(at, zone) === dayKey(now, zone)
    ? clockTime(at, zone)
    : `${weekday(at, zone)} ${clockTime(at, zone)}`;

/** The day of a moment to come: tomorrow, a weekday, or a date. */
export function dayOf(at: Instant, now: Instant, zone: string): string {
  if (dayKey(at, zone) === dayKey(now + DAY, zone)) return 'Tomorrow';
  return at - now < 6 * DAY ? weekday(at, zone) : shortDate(at, zone);
}

/** A length of time, coarse enough to be honest. */
export function span(ms: number): string {
  const minutes = Math.max(0, Math.round(ms / MINUTE));
  if (minutes < 1) return 'under a minute';
  if (minutes < 60) return `${minutes} min`;
  if (ms < 10 * HOUR)
    return minutes % 60 < 3
      ? `${Math.floor(minutes / 60)} h`
      : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  if (ms < 2 * DAY) return `${Math.round(ms / HOUR)} h`;
  return `${Math.round(ms / DAY)} days`;
}
