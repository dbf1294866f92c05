import { DateTime } from 'luxon';
import type { Studio } from '../../core/log/entry.ts';
import { dateAt, spellsOn, type DaySpell } from '../../core/time/hours.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** A day to come, as the studio has it. */
export interface DayAhead {
  date: string;
  name: string;
  longName: string;
  /** When somebody is there. */
  spells: readonly DaySpell[];
  /** When somebody is there on this day of every week. */
  usual: readonly DaySpell[];
  differs: boolean;
}

/** So many days are shown one by one. */
const SHOWN = 14;

export function dayAhead(
  { hours, days, zone }: Pick<Studio, 'hours' | 'days' | 'zone'>,
  date: string,
): DayAhead {
  const day = DateTime.fromISO(date, { zone, locale: 'en-GB' });
  return {
    date,
    name: day.toFormat('ccc d LLL'),
    longName: day.toFormat('cccc d LLLL'),
    spells: spellsOn({ hours, ...(days && { days }) }, day),
    usual: spellsOn({ hours }, day),
    differs: days?.[date] !== undefined,
  };
}

/** The two weeks from today on. */
export function daysAhead(studio: Studio, now: Instant): DayAhead[] {
  const today = DateTime.fromISO(dateAt(studio.zone, now), { zone: studio.zone });
  return Array.from({ length: SHOWN }, (_, i) => dayAhead(studio, today.plus({ days: i }).toISODate()!));
}

/** The days after one that differ from the week, ascending. */
export const furtherAhead = (studio: Studio, after: string): DayAhead[] =>
  Object.keys(studio.days ?? {})
    .filter((date) => date > after)
    .sort()
    .map((date) => dayAhead(studio, date));
