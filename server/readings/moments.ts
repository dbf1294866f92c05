import { DateTime } from 'luxon';
import { DAY, HOUR, MINUTE, SECOND, type Instant } from '../../core/units/quantity.ts';

/** A date and time as written: which of two numbers is the day may be open. */
interface Written {
  first: number;
  second: number;
  year: number;
  msOfDay: number;
  order: 'year-first' | 'dotted' | 'open';
  /** Offset from UTC written with it, ms. */
  offset: number | null;
}

const pattern =
  /^(\d{1,4})([-/.])(\d{1,2})\2(\d{1,4})(?:[T\s,]+(\d{1,2})[:.](\d{2})(?:[:.](\d{2})(?:[.,]\d+)?)?\s*([AaPp])?\.?[Mm]?\.?)?\s*(Z|[+-]\d{2}:?\d{2})?$/;

function written(text: string): Written | null {
  const m = pattern.exec(text.trim());
  if (!m) return null;
  const [, a, separator, b, c, hour = '0', minute = '0', second = '0', half, zone] = m;
  const yearFirst = a!.length === 4;
  if (!yearFirst && c!.length === 3) return null;
  const year = yearFirst ? Number(a) : Number(c) + (c!.length === 2 ? 2000 : 0);
  const h = half ? (Number(hour) % 12) + (/p/i.test(half) ? 12 : 0) : Number(hour);
  if (h > 24 || Number(minute) > 59 || Number(second) > 60) return null;
  return {
    first: Number(yearFirst ? b : a),
    second: Number(yearFirst ? c : b),
    year,
    msOfDay: h * HOUR + Number(minute) * MINUTE + Number(second) * SECOND,
    order: yearFirst ? 'year-first' : separator === '.' ? 'dotted' : 'open',
    offset: zone ? offsetOf(zone) : null,
  };
}

function offsetOf(zone: string): number {
  if (zone === 'Z') return 0;
  const sign = zone.startsWith('-') ? -1 : 1;
  return sign * (Number(zone.slice(1, 3)) * HOUR + Number(zone.slice(-2)) * MINUTE);
}

/** Whether days come before months: told by the dates themselves, or null where they leave it open. */
export function daysFirst(texts: Iterable<string>): boolean | null {
  for (const text of texts) {
    const w = written(text);
    if (!w || w.order === 'year-first') continue;
    if (w.order === 'dotted' || w.first > 12) return true;
    if (w.second > 12) return false;
  }
  return null;
}

/** Whether any date leaves open which number is the day. */
export const leavesOrderOpen = (texts: string[]): boolean =>
  texts.some((text) => written(text)?.order === 'open');

export type Moment = { at: Instant } | { wrong: string };

/**
 * Reads the times of a file in order, in a zone. An hour that clocks ran through twice is told apart by the
 * order of the rows; one they skipped is reported.
 */
export function momentReader(zone: string, dayFirst: boolean): (text: string) => Moment {
  const offsets = new Map<number, [number, number]>();
  let last = Number.NEGATIVE_INFINITY;

  /** Offsets of the zone at the start and at the end of a local day, ms. */
  const offsetsOn = (localDay: number): [number, number] => {
    const known = offsets.get(localDay);
    if (known) return known;
    const at = (local: number) =>
      DateTime.fromMillis(local, { zone: 'utc' }).setZone(zone, { keepLocalTime: true }).offset * MINUTE;
    const pair: [number, number] = [at(localDay), at(localDay + DAY)];
    offsets.set(localDay, pair);
    return pair;
  };

  const inZone = (local: number): Moment => {
    const [before, after] = offsetsOn(Math.floor(local / DAY) * DAY);
    const valid = [...new Set([before, after])]
      .map((offset) => local - offset)
      .filter((at) => before === after || at + DateTime.fromMillis(at, { zone }).offset * MINUTE === local)
      .sort((a, b) => a - b);
    if (valid.length === 0) return { wrong: 'the clocks skipped this time when they went forward' };
    return { at: valid.find((at) => at > last) ?? valid[0]! };
  };

  return (text) => {
    const w = written(text);
    if (!w) return { wrong: `“${text.slice(0, 30)}” is not a date and time` };
    const swap = w.order !== 'year-first' && (w.order === 'dotted' || dayFirst);
    const [month, day] = swap ? [w.second, w.first] : [w.first, w.second];
    const date = Date.UTC(w.year, month - 1, day);
    const back = new Date(date);
    if (back.getUTCMonth() + 1 !== month || back.getUTCDate() !== day)
      return { wrong: `“${text.slice(0, 30)}” is not a day of the calendar` };
    const local = date + w.msOfDay;
    const moment = w.offset === null ? inZone(local) : { at: local - w.offset };
    if ('at' in moment) last = moment.at;
    return moment;
  };
}
