import type { DaySpell, WorkingSpell } from '../../core/time/hours.ts';

/** Working hours as people write them. */

export const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

const NOON = 12 * 60;
const DAY = 24 * 60;

export const minuteText = (ofDay: number): string => {
  const minute = ofDay > DAY ? ofDay - DAY : ofDay;
  return `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
};

interface Time {
  minute: number;
  /** As it was written; null for a time of 24 hours, or one that says neither. */
  half: 'am' | 'pm' | null;
}

/** A time like 9:30, 9.30, 9h30, 9, 7pm, 7:30 p.m., noon or midnight; null where it is none. */
function readTime(text: string): Time | null {
  const word = text.trim().toLowerCase();
  if (word === 'noon' || word === 'midday') return { minute: NOON, half: null };
  if (word === 'midnight') return { minute: DAY, half: null };
  const m = /^(\d{1,2})(?:[:.h](\d{2})?)?\s*(?:([ap])\.?\s?m\.?)?$/.exec(word);
  if (!m) return null;
  const [hour, past] = [Number(m[1]), Number(m[2] ?? 0)];
  if (past > 59) return null;
  if (!m[3]) return hour * 60 + past <= DAY ? { minute: hour * 60 + past, half: null } : null;
  if (hour < 1 || hour > 12) return null;
  return { minute: (hour % 12) * 60 + past + (m[3] === 'p' ? NOON : 0), half: m[3] === 'p' ? 'pm' : 'am' };
}

/** Minutes of a time of day; null where it is none. */
export const readMinute = (text: string): number | null => readTime(text)?.minute ?? null;

/** A day's spells as text, like `9:00–12:30, 14:00–18:00 ×2` where two are there; empty is a day off. */
export const spellsText = (spells: readonly DaySpell[]): string =>
  spells
    .map(({ fromMinute, toMinute, people = 1 }) => {
      const times = `${minuteText(fromMinute)}–${minuteText(toMinute)}`;
      return people > 1 ? `${times} ×${people}` : times;
    })
    .join(', ');

/** How many people are there, at the end of a spell: ×2, x2, * 2, or (2). */
const PEOPLE = /\s*(?:[×x*]\s*(\d{1,2})|\((\d{1,2})\))\s*$/i;

/** The spells of a day, from texts like `9:00–12:30, 7-10pm`; null where one cannot be read. */
export function readSpells(text: string, weekday: number): WorkingSpell[] | null {
  if (text.trim() === '') return [];
  const spells = text.split(/[,;]|\band\b/i).map((part) => {
    const said = PEOPLE.exec(part);
    const people = said ? Number(said[1] ?? said[2]) : 1;
    const [from, to, ...rest] = part
      .replace(PEOPLE, '')
      .split(/[–—-]|\bto\b|\buntil\b/i)
      .map(readTime);
    if (rest.length > 0 || !from || !to) return null;
    const fromMinute = firstOf(from, to);
    // what ends before it begins ends after midnight
    const toMinute = to.minute <= fromMinute ? to.minute + DAY : to.minute;
    return { weekday, fromMinute, toMinute, ...(people !== 1 && { people }) };
  });
  return spells.includes(null) ? null : (spells as WorkingSpell[]);
}

/** A week's spells as text, like `Tue 18:00–20:30; Thu 18:00–20:30`. */
export const weekText = (spells: readonly WorkingSpell[]): string =>
  weekdays
    .map((day, i) => [day.slice(0, 3), spellsText(spells.filter(({ weekday }) => weekday === i + 1))])
    .filter(([, text]) => text !== '')
    .map((parts) => parts.join(' '))
    .join('; ');

/** A day's name at the beginning, whole or its first letters. */
const DAY_FIRST = /^\s*(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?\s*(?:,|&|\band\b|\bto\b|[–—-])?\s*/i;

/** A time, and then another day: there a new day's lessons begin, whatever stands between. */
const NEXT_DAY = /(\d|[ap]\.?m\.?|noon|midnight)\s*,?\s+(?=(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*\b)/gi;

/** The spells of a week, from texts like `Tue 6-8pm; Thu and Fri 18:00–20:30`; null where one cannot be read. */
export function readWeek(text: string): WorkingSpell[] | null {
  if (text.trim() === '') return [];
  const spells = text
    .replace(NEXT_DAY, '$1;')
    .split(/[;\n]/)
    .map((part) => {
      const days: number[] = [];
      let rest = part;
      for (let found = DAY_FIRST.exec(rest); found; found = DAY_FIRST.exec(rest)) {
        const day = weekdays.findIndex((name) => name.toLowerCase().startsWith(found![1]!.toLowerCase())) + 1;
        const ranges =
          days.length > 0 && /(?:\bto\b|[–—-])\s*$/i.test(part.slice(0, part.length - rest.length));
        if (ranges) for (let between = days.at(-1)! + 1; between < day; between++) days.push(between);
        days.push(day);
        rest = rest.slice(found[0].length);
      }
      if (days.length === 0 || rest.trim() === '') return null;
      const read = days.map((day) => readSpells(rest, day));
      return read.includes(null) ? null : read.flatMap((of) => of!);
    });
  return spells.includes(null) ? null : spells.flatMap((of) => of!);
}

/** 7-10pm begins at 7 in the evening, 11-1pm before noon. */
function firstOf({ minute, half }: Time, to: Time): number {
  const later = minute + NOON;
  return half === null && to.half === 'pm' && minute < NOON && later < to.minute ? later : minute;
}
