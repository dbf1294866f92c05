import { describe, expect, it } from 'vitest';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { firstWorkable } from '../plan/policy.ts';
import { nightTime, workingTime } from './hours.ts';
import { defaultStudio } from '../log/studio.ts';

describe('working time', () => {
  const monday = Date.parse('2026-03-09T00:00:00Z');
  const hours = [1, 2, 3, 4, 5].map((weekday) => ({ weekday, fromMinute: 540, toMinute: 1020 }));

  it('is in the studio’s zone, and knows weekends', () => {
    const spells = workingTime(hours, 'Etc/GMT-1', monday, monday + 7 * 24 * HOUR);
    expect(spells).toHaveLength(5);
    expect(new Date(spells[0]!.from).toISOString()).toBe('2026-03-09T08:00:00.000Z');
  });

  it('keeps its clock times over a change of clocks', () => {
    // IANA tz database: Europe moves its clocks forward on 29 March 2026 at 01:00 UTC
    const daily = [6, 7, 1].map((weekday) => ({ weekday, fromMinute: 540, toMinute: 600 }));
    const from = Date.parse('2026-03-28T00:00:00Z');
    const starts = workingTime(daily, 'CET', from, from + 3 * 24 * HOUR).map((s) =>
      new Date(s.from).toISOString(),
    );
    expect(starts).toEqual([
      '2026-03-28T08:00:00.000Z',
      '2026-03-29T07:00:00.000Z',
      '2026-03-30T07:00:00.000Z',
    ]);
  });

  it('finds the first moment with enough of it left', () => {
    const spells = workingTime(hours, 'Etc/UTC', monday, monday + 7 * 24 * HOUR);
    const evening = monday + 17 * HOUR - MINUTE;
    expect(firstWorkable(spells, evening, monday + 2 * 24 * HOUR, HOUR)).toBe(monday + 33 * HOUR);
    expect(firstWorkable(spells, evening, evening + HOUR, HOUR)).toBeNull();
  });

  it('has nights that cross midnight', () => {
    const nights = nightTime(defaultStudio, monday, monday + 24 * HOUR);
    expect(nights.every((n) => n.to - n.from === 9 * HOUR)).toBe(true);
    expect(nights).toHaveLength(2);
  });
});
