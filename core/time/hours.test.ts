import { describe, expect, it } from 'vitest';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { firstWorkable } from '../plan/policy.ts';
import { clashAt, isDate, nightTime, workingTime } from './hours.ts';
import { defaultStudio } from '../log/studio.ts';

describe('working time', () => {
  const monday = Date.parse('2026-03-09T00:00:00Z');
  const hours = [1, 2, 3, 4, 5].map((weekday) => ({ weekday, fromMinute: 540, toMinute: 1020 }));

  it('is in the studio’s zone, and knows weekends', () => {
    const spells = workingTime({ hours, zone: 'Etc/GMT-1' }, monday, monday + 7 * 24 * HOUR);
    expect(spells).toHaveLength(5);
    expect(new Date(spells[0]!.from).toISOString()).toBe('2026-03-09T08:00:00.000Z');
  });

  it('keeps its clock times over a change of clocks', () => {
    // IANA tz database: Europe moves its clocks forward on 29 March 2026 at 01:00 UTC
    const daily = [6, 7, 1].map((weekday) => ({ weekday, fromMinute: 540, toMinute: 600 }));
    const from = Date.parse('2026-03-28T00:00:00Z');
    const starts = workingTime({ hours: daily, zone: 'CET' }, from, from + 3 * 24 * HOUR).map((s) =>
      new Date(s.from).toISOString(),
    );
    expect(starts).toEqual([
      '2026-03-28T08:00:00.000Z',
      '2026-03-29T07:00:00.000Z',
      '2026-03-30T07:00:00.000Z',
    ]);
  });

  it('is on a day that differs as it was said for that day, and on no other', () => {
    const days = { '2026-03-10': [], '2026-03-15': [{ fromMinute: 600, toMinute: 720 }] };
    const spells = workingTime({ hours, zone: 'Etc/UTC', days }, monday, monday + 7 * 24 * HOUR);
    expect(spells.map(({ from }) => new Date(from).toISOString().slice(0, 16))).toEqual([
      '2026-03-09T09:00',
      '2026-03-11T09:00',
      '2026-03-12T09:00',
      '2026-03-13T09:00',
      '2026-03-15T10:00',
    ]);
  });

  it('goes on past midnight until a day that differs begins', () => {
    const late = [{ weekday: 1, fromMinute: 20 * 60, toMinute: 26 * 60 }];
    const days = { '2026-03-10': [{ fromMinute: 60, toMinute: 180 }] };
    const studio = { hours: late, zone: 'Etc/UTC', days };
    expect(clashAt(studio, '2026-03-10')).toBe('before');
    expect(clashAt(studio, '2026-03-09')).toBe('after');
    expect(
      clashAt({ ...studio, days: { '2026-03-10': [{ fromMinute: 120, toMinute: 180 }] } }, '2026-03-10'),
    ).toBeNull();
    expect(workingTime(studio, monday, monday + 2 * 24 * HOUR)).toEqual([
      { from: monday + 20 * HOUR, to: monday + 25 * HOUR },
      { from: monday + 25 * HOUR, to: monday + 27 * HOUR },
    ]);
  });

  it('on a day that differs lasts as long as its clock says, through a change of clocks', () => {
    // IANA tz database: at 02:00 on 29 March 2026 it is 03:00 in Europe at once
    const days = { '2026-03-29': [{ fromMinute: 60, toMinute: 240 }] };
    const from = Date.parse('2026-03-28T00:00:00Z');
    const [spell] = workingTime({ hours: [], zone: 'CET', days }, from, from + 3 * 24 * HOUR);
    expect(spell!.to - spell!.from).toBe(2 * HOUR);
  });

  it.each([
    ['2026-02-28', true],
    ['2026-02-29', false],
    ['2026-3-1', false],
    ['tomorrow', false],
  ])('knows whether %s is a date: %s', (text, known) => {
    expect(isDate(text)).toBe(known);
  });

  it('finds the first moment with enough of it left', () => {
    const spells = workingTime({ hours, zone: 'Etc/UTC' }, monday, monday + 7 * 24 * HOUR);
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
