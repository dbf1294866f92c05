import { DateTime } from 'luxon';
import { MINUTE, type Instant } from '../units/quantity.ts';

/** One attended spell a week: minutes since midnight, in the studio's zone. Weekday 1 is Monday. */
export interface WorkingSpell {
  weekday: number;
  fromMinute: number;
  toMinute: number;
  /** How many people are there; one where nobody says. */
  people?: number | undefined;
}

/** A spell of one day, minutes since its midnight in the studio's zone; it may end on the next day. */
export type DaySpell = Pick<WorkingSpell, 'fromMinute' | 'toMinute' | 'people'>;

/** Days that differ from the usual week, by date (`2026-03-12`): when somebody is there then; at no time where it is empty. */
export type Days = Readonly<Record<string, readonly DaySpell[]>>;

/** When hands are there: every week, and on days that differ. */
export interface Hours {
  /** IANA name. */
  zone: string;
  hours: readonly WorkingSpell[];
  days?: Days;
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
  /** How many people are there, where hands are asked for; one where nobody says. */
  people?: number;
}

/**
 * The spells of working time that touch a stretch of time, ascending, in the studio's zone (days of 23 and 25
 * hours come out right). A spell that runs past midnight into one of a day that differs ends where that begins.
 */
export function workingTime(studio: Hours, from: Instant, to: Instant): Spell[] {
  const spells: Spell[] = [];
  let day = DateTime.fromMillis(from, { zone: studio.zone }).startOf('day').minus({ days: 1 });
  while (day.toMillis() <= to) {
    for (const { fromMinute, toMinute, people } of spellsOn(studio, day)) {
      const start = atMinute(day, fromMinute);
      const end = atMinute(day, toMinute);
      if (end > from && start < to && end > start)
        spells.push({ from: start, to: end, ...(people !== undefined && { people }) });
    }
    day = day.plus({ days: 1 });
  }
  spells.sort((a, b) => a.from - b.from);
  return spells.flatMap((spell, i) => {
    const until = Math.min(spell.to, spells[i + 1]?.from ?? spell.to);
    return until > spell.from ? [{ ...spell, to: until }] : [];
  });
}

/** When somebody is there on a day: as it was set for that day, or as every week. */
export const spellsOn = (
  { hours, days }: Omit<Hours, 'zone'>,
  day: { weekday: number; toISODate: () => string | null },
): readonly DaySpell[] =>
  days?.[day.toISODate() ?? ''] ?? hours.filter(({ weekday }) => weekday === day.weekday);

/** Which neighbour of a day has hours that run past midnight into its own, or it into that one's; null where none does. */
export function clashAt(studio: Hours, date: string): 'before' | 'after' | null {
  const day = DateTime.fromISO(date, { zone: studio.zone });
  const runsInto = (one: DateTime, next: DateTime): boolean => {
    const ends = Math.max(...spellsOn(studio, one).map(({ toMinute }) => toMinute));
    return spellsOn(studio, next).some(({ fromMinute }) => ends - DAY_MINUTES > fromMinute);
  };
  if (runsInto(day.minus({ days: 1 }), day)) return 'before';
  return runsInto(day, day.plus({ days: 1 })) ? 'after' : null;
}

/** Whether a date like `2026-03-12` is one of the calendar. */
export const isDate = (text: string): boolean =>
  /^\d{4}-\d\d-\d\d$/.test(text) && DateTime.fromISO(text, { zone: 'utc' }).isValid;

/** The date in a zone at an instant. */
export const dateAt = (zone: string, at: Instant): string => DateTime.fromMillis(at, { zone }).toISODate()!;

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
