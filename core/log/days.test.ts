import { describe, expect, it } from 'vitest';
import { workingTime, type DaySpell } from '../time/hours.ts';
import { DAY, HOUR } from '../units/quantity.ts';
import { at, today } from './admission/admit.test-support.ts';
import { firstProblem } from './admission/admit.ts';
import type { Act, Entry } from './entry.ts';
import { emptyLedger, record } from './ledger.ts';
import { STUDIO, defaultStudio, studioOf } from './studio.ts';

/** Days on which the studio does otherwise than every week. */

const NOW = Date.parse('2026-03-20T12:00:00Z');
const day = (date: string, spells: DaySpell[] | null, subject = STUDIO): Entry =>
  today('studio.day', subject, { date, spells }, 1);
const evening = { fromMinute: 18 * 60, toMinute: 21 * 60 };

function studio() {
  const ledger = emptyLedger();
  return {
    ledger,
    take: (entry: Entry) => {
      const id = `act${ledger.acts.length}`;
      const one: Act = { id, makerId: 'm', deviceAt: at(0), entries: [entry] };
      const refusal = firstProblem(ledger, one, NOW);
      if (!refusal) record(ledger, { ...one, n: ledger.acts.length + 1, recordedAt: at(0) });
      return refusal && [refusal.field, refusal.message].join(': ');
    },
  };
}

describe('a day that differs', () => {
  it('is as it was said last, and as every week once that is said', () => {
    const { ledger, take } = studio();
    expect(studioOf(ledger).studio.days).toBeUndefined();
    take(day('2026-03-21', [evening]));
    take(day('2026-03-16', []));
    take(day('2026-03-21', [{ ...evening, toMinute: 20 * 60 }]));
    expect(studioOf(ledger).studio.days).toEqual({
      '2026-03-21': [{ fromMinute: 1080, toMinute: 1200 }],
      '2026-03-16': [],
    });
    expect(take(day('2026-03-16', null))).toBeNull();
    expect(studioOf(ledger).studio.days).toEqual({ '2026-03-21': [{ fromMinute: 1080, toMinute: 1200 }] });
  });

  it('moves the working time of that day alone, and is undone like any act', () => {
    const { ledger, take } = studio();
    const week = () =>
      workingTime(
        studioOf(ledger).studio,
        Date.parse('2026-03-16T00:00:00Z'),
        Date.parse('2026-03-22T23:00:00Z'),
      );
    const usual = week();
    take(day('2026-03-21', [evening]));
    expect(week()).toEqual([
      ...usual,
      { from: Date.parse('2026-03-21T18:00:00Z'), to: Date.parse('2026-03-21T21:00:00Z') },
    ]);
    take(today('act.retracted', 'act0', { reason: '' }, 2));
    expect(week()).toEqual(usual);
  });

  it.each([
    ['2026-03-09', [evening], STUDIO, 'body.date: That day is over'],
    ['2029-03-12', [evening], STUDIO, 'body.date: That day is more than two years ahead'],
    ['2026-03-17', [evening], 'p', 'subject: There is only one of these'],
    [
      '2026-03-17',
      [{ fromMinute: 20 * 60, toMinute: 34 * 60 }],
      STUDIO,
      'body.spells: Its hours overlap those of the day after',
    ],
  ])('on %s is refused, naming the field', (date, spells, subject, why) => {
    expect(studio().take(day(date, spells, subject))).toContain(why);
  });

  it('that is closed leaves no working time in any week of the year', () => {
    const { ledger, take } = studio();
    for (let i = 0; i < 365; i += 7)
      take(day(new Date(Date.parse('2026-03-17T12:00:00Z') + i * DAY).toISOString().slice(0, 10), []));
    const from = Date.parse('2026-03-17T00:00:00Z');
    const worked = workingTime(studioOf(ledger).studio, from, from + 365 * DAY);
    expect(worked.map(({ from: at }) => new Date(at).getUTCDay())).not.toContain(2);
    const hours = worked.reduce((sum, { from: a, to: b }) => sum + b - a, 0) / HOUR;
    const usual = workingTime(defaultStudio, from, from + 365 * DAY);
    // 53 Tuesdays of eight hours
    expect(usual.reduce((sum, { from: a, to: b }) => sum + b - a, 0) / HOUR - hours).toBe(53 * 8);
  });
});
