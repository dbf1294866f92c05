import { describe, expect, it } from 'vitest';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { tensIn } from './pool.ts';
import { sessionsAhead } from './sessions.ts';

/** A Monday noon. */
const NOON = Date.parse('2026-03-09T12:00:00Z');
const weekdays = (fromMinute: number, toMinute: number) => ({
  zone: 'Etc/UTC',
  hours: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, fromMinute, toMinute })),
});
const at = (iso: string) => Date.parse(`2026-03-${iso}Z`);

describe('sessions ahead', () => {
  it('are evenings as they are, from now on', () => {
    const evenings = sessionsAhead(weekdays(18.5 * 60, 21 * 60), NOON);
    expect(evenings.slice(0, 2)).toEqual([
      { from: at('09T18:30'), to: at('09T21:00') },
      { from: at('10T18:30'), to: at('10T21:00') },
    ]);
    // two weeks of five
    expect(evenings).toHaveLength(10);
  });

  it('are parts of a long day, each from when it still can be', () => {
    const [now, next] = sessionsAhead(weekdays(8 * 60, 17 * 60), NOON);
    expect(now).toEqual({ from: NOON, to: at('09T12:30') });
    expect(next).toEqual({ from: at('09T12:30'), to: at('09T17:00') });
  });

  it('say how many are there, in each part', () => {
    const { hours, zone } = weekdays(8 * 60, 17 * 60);
    const two = sessionsAhead({ zone, hours: hours.map((of) => ({ ...of, people: 2 })) }, NOON);
    expect(two.slice(0, 3).map(({ people }) => people)).toEqual([2, 2, 2]);
    // twice the hands
    expect(
      tensIn(two.slice(1, 2))[0]! / tensIn(sessionsAhead({ zone, hours }, NOON).slice(1, 2))[0]!,
    ).toBeCloseTo(2, 1);
  });

  it('are none for what is left of one once nothing fits into it', () => {
    const [first] = sessionsAhead(weekdays(8 * 60, 12 * 60 + 10), NOON);
    expect(first!.from).toBe(at('10T08:00'));
  });

  it('reach no further than can be planned, and are none where nobody comes', () => {
    expect(sessionsAhead(weekdays(0, 24 * 60), NOON).length).toBeLessThanOrEqual(20);
    expect(sessionsAhead({ zone: 'Etc/UTC', hours: [] }, NOON)).toEqual([]);
  });

  it('last as long as the clock says over a change of it', () => {
    // in Vienna clocks go forward on Sunday 29 March 2026 at two
    const night = sessionsAhead(
      { zone: 'Europe/Vienna', hours: [{ weekday: 7, fromMinute: 60, toMinute: 240 }] },
      at('28T12:00'),
    );
    expect(night[0]!.to - night[0]!.from).toBe(2 * HOUR);
    expect(night.every(({ from, to }) => to - from > 15 * MINUTE)).toBe(true);
  });
});
