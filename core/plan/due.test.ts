import { describe, expect, it } from 'vitest';
import { defaultStudio } from '../log/studio.ts';
import { DAY, HOUR, MINUTE } from '../units/quantity.ts';
import { coverFor, dueOf } from './due.ts';
import type { NextStep } from './next.ts';
import { comingNight } from './night.ts';
import { wetAt } from './ribbon.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const morning = NOW + 21 * HOUR;
const next = (change: Partial<NextStep>): NextStep =>
  ({ status: 'waiting', opens: null, closes: null, wait: null, ...change }) as NextStep;
const wait = (to: number): NextStep['wait'] => ({ what: 'matte', look: '', of: [], from: NOW - MINUTE, to });

describe('when a piece asks for hands', () => {
  it.each([
    [null, 'later'],
    [next({ status: 'never' }), 'later'],
    [next({ status: 'closed', closes: NOW - HOUR }), 'late'],
    [next({ status: 'now', opens: NOW - HOUR }), 'now'],
    [next({ status: 'now', opens: NOW - HOUR, wait: wait(NOW + 2 * MINUTE) }), 'soon'],
    [next({ status: 'ask', wait: wait(NOW - HOUR) }), 'soon'],
    [next({ opens: NOW + 2 * HOUR }), 'soon'],
    [next({ opens: NOW + 6 * HOUR }), 'tonight'],
    [next({ opens: morning + MINUTE }), 'later'],
  ])('%#: %o', (step, due) => expect(dueOf(step, NOW, morning)).toBe(due));
});

describe('the coming night', () => {
  it('begins this evening and ends with the next working day', () => {
    const { from, morning: back } = comingNight(defaultStudio, NOW);
    expect(new Date(from).toISOString()).toBe('2026-03-10T22:00:00.000Z');
    expect(new Date(back).toISOString()).toBe('2026-03-11T09:00:00.000Z');
  });
  it('lasts over a weekend that nobody works', () => {
    const friday = Date.parse('2026-03-13T16:00:00Z');
    expect(new Date(comingNight(defaultStudio, friday).morning).toISOString()).toBe(
      '2026-03-16T09:00:00.000Z',
    );
  });
  it('is known where nobody works at all', () => {
    const { from, morning: back } = comingNight({ ...defaultStudio, hours: [] }, NOW);
    expect(back).toBeGreaterThan(from);
    expect(back - from).toBeLessThan(DAY);
  });
});

describe('the cover for the night', () => {
  const advice = {
    now: 'open' as const,
    why: 'keeps-steps-in-hours' as const,
    doAt: [],
    changes: [
      { at: NOW, cover: 'open' as const },
      { at: NOW + 6 * HOUR, cover: 'tight' as const },
      { at: NOW + 22 * HOUR, cover: 'open' as const },
    ],
  };
  it('is the last that is advised by then', () => {
    expect(coverFor(NOW + 10 * HOUR, advice, 'draped')).toBe('tight');
    expect(coverFor(NOW + 10 * HOUR, { ...advice, why: 'stay' }, 'draped')).toBe('draped');
    expect(coverFor(NOW + 10 * HOUR, null, 'draped')).toBe('draped');
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
