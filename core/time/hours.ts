import { DateTime } from 'luxon';
import { MINUTE, type Instant } from '../units/quantity.ts';

/** One attended spell a week: minutes since midnight, in the studio's zone. Weekday 1 is Monday. */
export interface WorkingSpell {
  weekday: number;
  fromMinute: number;
  toMinute: number;
}

/** When it is night, in a zone. */
export interface Nights {
  zone: string;
  nightFromMinute: number;
  nightToMinute: number;
}

export interface Spell {
  from: Instant;
  to: Instant;
}

/**
 * The spells of working time that touch a stretch of time, ascending, in the studio's zone (days of 23 and 25
 * hours come out right).
 * @param zone IANA name
 */
export function workingTime(hours: WorkingSpell[], zone: string, from: Instant, to: Instant): Spell[] {
  const spells: Spell[] = [];
  let day = DateTime.fromMillis(from, { zone }).startOf('day').minus({ days: 1 });
  while (day.toMillis() <= to) {
    for (const spell of hours) {
      if (spell.weekday !== day.weekday) continue;
      const start = atMinute(day, spell.fromMinute);
      const end = atMinute(day, spell.toMinute);
      if (end > from && start < to && end > start) spells.push({ from: start, to: end });
    }
    day = day.plus({ days: 1 });
  }
  return spells.sort((a, b) => a.from - b.from);
}

/** The nights of a stretch of time, as the studio has set them. */
export function nightTime(
  { zone, nightFromMinute, nightToMinute }: Nights,
  from: Instant,
  to: Instant,
): Spell[] {
  const nights: Spell[] = [];
  for (
    let day = DateTime.fromMillis(from, { zone }).startOf('day').minus({ days: 1 });
    day.toMillis() <= to;
    day = day.plus({ days: 1 })
  ) {
    const start = atMinute(day, nightFromMinute);
    const end = atMinute(nightToMinute > nightFromMinute ? day : day.plus({ days: 1 }), nightToMinute);
    if (end > from && start < to) nights.push({ from: start, to: end });
  }
  return nights;
}

const DAY_MINUTES = 24 * 60;

/**
 * The weekday of a spell that another overlaps, over midnights and the end of the week too; null where none does.
 */
export function overlapping(spells: readonly WorkingSpell[]): number | null {
  const week = 7 * DAY_MINUTES;
  const inWeek = spells
    .map(({ weekday, fromMinute, toMinute }) => {
      const start = (weekday - 1) * DAY_MINUTES;
      return { weekday, from: start + fromMinute, to: start + toMinute };
    })
    .sort((a, b) => a.from - b.from);
  const clash = inWeek.find((spell, i) => {
    const next = inWeek[(i + 1) % inWeek.length]!;
    const begins = next.from + (i + 1 === inWeek.length ? week : 0);
    return inWeek.length > 1 && spell.to > begins;
  });
  return clash?.weekday ?? null;
}

function atMinute(day: DateTime, minute: number): Instant {
  if (minute >= DAY_MINUTES) return atMinute(day.plus({ days: 1 }), minute - DAY_MINUTES);
  return day.set({ hour: Math.floor(minute / 60), minute: minute % 60 }).toMillis();
}

/** How far a zone is ahead of UTC at an instant, ms. */
export function zoneOffset(zone: string, at: Instant): number {
  return DateTime.fromMillis(at, { zone }).offset * MINUTE;
}
