import { describe, expect, it } from 'vitest';
import { defaultStudio } from '../log/studio.ts';
import { DAY, HOUR, MINUTE } from '../units/quantity.ts';
import { comingNight } from './night.ts';
import { wetAt } from './moistureForecast.ts';
import { dueOf, isPast, standingOf, type Stands } from './standing.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const night = comingNight(defaultStudio, NOW);
const next = (change: Partial<Stands>): Stands => ({
  status: 'waiting',
  opens: null,
  closes: null,
  wait: null,
  windows: [],
  ...change,
});
const wait = (to: number, what = 'matte'): Stands['wait'] => ({
  what,
  look: '',
  of: [],
  from: NOW - HOUR,
  to,
});
const surely = (at: number): Stands['windows'] => {
  const edge = { p10: at, p50: at, p90: at };
  return [{ opens: edge, closes: edge, chance: 1 }];
};
const open = { status: 'now', opens: NOW - HOUR } as const;
const soon = NOW + 2 * MINUTE;
const due = NOW - 5 * MINUTE;
const long = NOW - 20 * MINUTE;

describe('what a piece asks for, and when', () => {
  it.each([
    ['nothing where no step is left', null, 'nothing', 'done'],
    ['what does not open', next({ status: 'never' }), 'held', 'later'],
    ['what has closed', next({ ...open, closes: NOW - MINUTE }), 'late', 'late'],
    ['what is open', next(open), 'now', 'now'],
    ['a sign that is still to come', next({ ...open, wait: wait(soon) }), 'wait', 'soon'],
    ['a sign that is due', next({ ...open, wait: wait(due), windows: surely(due) }), 'look', 'now'],
    ['a sign that nothing is known of', next({ ...open, wait: wait(long) }), 'look', 'now'],
    [
      'no sign that has surely shown',
      next({ ...open, wait: wait(long), windows: surely(long) }),
      'now',
      'now',
    ],
    [
      'a sight always, however long ago',
      next({ ...open, wait: wait(long, 'the kiln is cold'), windows: surely(long) }),
      'look',
      'now',
    ],
    [
      'clay that is not ready, though its sign is due',
      next({ opens: NOW + 4 * HOUR, wait: wait(long) }),
      'opens',
      'today',
    ],
    ['this afternoon', next({ opens: NOW + 2 * HOUR }), 'opens', 'soon'],
    ['later today', next({ opens: night.from - 10 * MINUTE }), 'opens', 'today'],
    ['tonight', next({ opens: night.from + 10 * MINUTE }), 'opens', 'tonight'],
    ['another day', next({ opens: NOW + 20 * HOUR }), 'opens', 'later'],
  ])('%s', (_name, step, asks, due) => {
    const standing = standingOf(step, NOW);
    expect([standing.asks, dueOf(standing, NOW, night)]).toEqual([asks, due]);
  });

  it('tells one minute, no finer than it is known', () => {
    const opens = { p10: NOW + HOUR, p50: NOW + 2 * HOUR, p90: NOW + 4 * HOUR };
    const windows = [{ opens, closes: opens, chance: 1 }];
    expect(standingOf(next({ opens: NOW + 2 * HOUR + 4 * MINUTE, windows }), NOW).at).toBe(NOW + 2 * HOUR);
  });

  it('holds for an hour after it should have been worked out anew', () => {
    expect(isPast({ holdsUntil: NOW }, NOW + HOUR - 1)).toBe(false);
    expect(isPast({ holdsUntil: NOW }, NOW + HOUR)).toBe(true);
  });
});

const iso = (at: number) => new Date(at).toISOString();

describe('the coming night', () => {
  it('begins when hands leave and ends with the next working day', () => {
    const last = Math.max(...defaultStudio.hours.map(({ toMinute }) => toMinute));
    expect(iso(night.from)).toBe(iso(Date.parse('2026-03-10T00:00:00Z') + last * MINUTE));
    expect(iso(night.morning)).toBe('2026-03-11T09:00:00.000Z');
    expect(iso(night.to)).toBe('2026-03-11T07:00:00.000Z');
  });
  it('is the one that it is, after hands have left and before they are back', () => {
    const late = NOW + 9 * HOUR;
    expect(comingNight({ ...defaultStudio }, late)).toEqual(night);
    expect(comingNight({ ...defaultStudio }, Date.parse('2026-03-11T03:00:00Z'))).toEqual(night);
    expect(comingNight({ ...defaultStudio }, Date.parse('2026-03-11T07:30:00Z')).from).toBe(night.from + DAY);
  });
  it('lasts over a weekend that nobody works, but a Saturday is no night', () => {
    const friday = comingNight(defaultStudio, Date.parse('2026-03-13T16:00:00Z'));
    expect(iso(friday.morning)).toBe('2026-03-16T09:00:00.000Z');
    expect(iso(friday.to)).toBe('2026-03-14T07:00:00.000Z');
  });
  it('is not called so in the afternoon, though hands leave at noon', () => {
    const hours = [{ weekday: 2, fromMinute: 8 * 60, toMinute: 13 * 60 }];
    const { from, evening } = comingNight({ ...defaultStudio, hours }, NOW);
    expect(iso(from)).toBe('2026-03-10T13:00:00.000Z');
    expect(iso(evening)).toBe('2026-03-10T17:00:00.000Z');
  });
  it('begins by the clock where nobody works that day, or later where somebody works late', () => {
    const none = comingNight({ ...defaultStudio, hours: [] }, NOW);
    expect([iso(none.from), iso(none.morning)]).toEqual([
      '2026-03-10T22:00:00.000Z',
      '2026-03-11T07:00:00.000Z',
    ]);
    const hours = [{ weekday: 2, fromMinute: 19 * 60, toMinute: 23 * 60 }];
    expect(iso(comingNight({ ...defaultStudio, hours }, NOW).from)).toBe('2026-03-10T23:00:00.000Z');
  });
});

describe('how wet a piece looks at a moment', () => {
  const ribbon = {
    at: [NOW, NOW + HOUR / 2, NOW + HOUR],
    moisture: [1, 0.5, 0],
    rim: [0.8, 0.4, 0],
    foot: [],
  };
  it('lies between the moments that were worked out, and is held at the ends', () => {
    expect(wetAt(ribbon, NOW + HOUR / 4)).toEqual({
      wall: 0.75,
      rim: expect.closeTo(0.6, 9) as number,
      foot: 0.75,
    });
    expect(wetAt(ribbon, NOW - DAY).wall).toBe(1);
    expect(wetAt(ribbon, NOW + DAY).wall).toBe(0);
  });
});
