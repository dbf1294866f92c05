import { describe, expect, it, vi } from 'vitest';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import { HOUR } from '../../core/units/quantity.ts';
import { derivedFile } from '../files/answerCache.ts';
import type { Ahead } from '../planning/ahead.ts';
import type { Scheduler, WeekInput } from './scheduler.ts';
import { createWeeks } from './weeks.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const planAt = (now: number): WeekPlan => ({
  at: now,
  sessions: [{ from: now, to: now + 4 * HOUR }],
  pieces: [
    {
      ...{ pieceId: 'p', tasks: [], chance: 1, due: null, mayWait: null, looks: [], unplanned: null },
      covers: [{ at: now + HOUR, cover: 'tight' }],
    },
  ],
  nobody: null,
  value: 1,
  bound: 1,
});

/** Weeks over one piece; how it is planned, and what was asked. */
function studio(
  how: (input: WeekInput) => Promise<WeekPlan | null> = ({ now }) => Promise.resolve(planAt(now)),
) {
  let now = NOW;
  let mark = 'first';
  const asked: WeekInput[] = [];
  const signals: AbortSignal[] = [];
  const scheduler: Scheduler = {
    week: (input, watching) => {
      asked.push(input);
      signals.push(watching!.signal!);
      return how(input);
    },
    possible: () => Promise.resolve(null),
  };
  const weeks = createWeeks({
    ahead: (): Ahead => ({
      mark,
      logMarks: { p: mark },
      lastEntries: { p: mark },
      inputs: () => Promise.resolve([]),
      toMake: [],
      kilnDays: [],
      learns: false,
    }),
    hours: () => ({ zone: 'Etc/UTC', hours: [] }),
    clock: { now: () => now, workshopTime: false, save: () => {} },
    scheduler,
    kept: derivedFile(null, 'test'),
    stands: () => null,
    byItself: true,
  });
  return {
    weeks,
    asked,
    signals,
    at: (moment: number) => (now = moment),
    logged: (then: string) => (mark = then),
    settled: () => vi.waitFor(() => expect(weeks.answer().working).toBeNull()),
  };
}

describe('the plan of the coming days', () => {
  it('is made when it is asked for, once, and holds until something is logged or its session is over', async () => {
    const { weeks, asked, at, logged, settled } = studio();
    expect(weeks.answer()).toEqual({
      ...{ plan: null, current: false, working: 0, trouble: null, changed: null, toMake: [], kilnDays: [] },
      done: { told: 0, inSession: 0, otherwise: 0, leftOut: 0, open: 0 },
    });
    weeks.answer();
    await settled();
    expect(weeks.answer()).toMatchObject({ current: true, plan: { at: NOW } });
    expect(asked).toHaveLength(1);
    at(NOW + 3 * HOUR);
    expect(weeks.answer().current).toBe(true);
    logged('second');
    expect(weeks.answer()).toMatchObject({ current: false, plan: { at: NOW } });
    await settled();
    // what people know of is what a new one begins from
    expect(asked[1]!.before).toEqual(planAt(NOW));
    at(NOW + 7.5 * HOUR);
    expect(weeks.answer().current).toBe(false);
  });

  it('tells what a new one moved of what somebody was told, and what was logged since', async () => {
    const tasksIn = (from: number): WeekPlan['pieces'][number]['tasks'] => [
      {
        ...{ steps: [{ key: 'coat', name: 'Coat' }], session: { from, to: from + HOUR }, at: from },
        ...{ handsMs: 0, lengthMs: 0, chance: 1 },
      },
    ];
    let from = NOW + HOUR;
    const { weeks, at, logged, settled } = studio(({ now }) => {
      const plan = planAt(now);
      from += HOUR;
      return Promise.resolve({ ...plan, pieces: [{ ...plan.pieces[0]!, tasks: tasksIn(from) }] });
    });
    weeks.answer();
    await settled();
    expect(weeks.answer().changed).toBeNull();
    at(NOW + 1);
    logged('second');
    weeks.answer();
    await settled();
    expect(weeks.answer().changed).toMatchObject({
      logged: ['p'],
      moved: [{ pieceId: 'p', name: 'Coat', from: { from: NOW + 2 * HOUR }, to: { from: NOW + 3 * HOUR } }],
    });
  });

  it('gives up what is overtaken by what is logged meanwhile', async () => {
    const ends: (() => void)[] = [];
    const { weeks, asked, signals, logged } = studio(
      ({ now }) => new Promise((resolve) => ends.push(() => resolve(planAt(now)))),
    );
    weeks.answer();
    await vi.waitFor(() => expect(asked).toHaveLength(1));
    logged('second');
    weeks.answer();
    await vi.waitFor(() => expect(asked).toHaveLength(2));
    expect(signals.map(({ aborted }) => aborted)).toEqual([true, false]);
    ends.forEach((end) => end());
    await vi.waitFor(() => expect(weeks.answer().current).toBe(true));
  });

  it('says that it could not be worked out, keeps the last, and tries again once something is logged', async () => {
    const quiet = vi.spyOn(console, 'error').mockImplementation(() => {});
    let broken = false;
    const { weeks, asked, logged, settled } = studio(({ now }) =>
      broken ? Promise.reject(new Error('out of memory')) : Promise.resolve(planAt(now)),
    );
    weeks.answer();
    await settled();
    broken = true;
    logged('second');
    weeks.answer();
    await settled();
    expect(weeks.answer()).toMatchObject({ current: false, plan: { at: NOW } });
    expect(weeks.answer().trouble).toMatch(/the last that could be/);
    expect(asked).toHaveLength(2);
    broken = false;
    logged('third');
    weeks.answer();
    await settled();
    expect(weeks.answer()).toMatchObject({ current: true, trouble: null });
    quiet.mockRestore();
  });

  it('means for a piece what was planned, unless something else than its cover was logged of it', async () => {
    const { weeks, at, settled } = studio();
    expect(weeks.meantOf('p', 'first', 'open')).toBeNull();
    weeks.answer();
    await settled();
    expect(weeks.meantOf('p', 'first', 'open')?.covers).toEqual([{ at: NOW + HOUR, cover: 'tight' }]);
    expect(weeks.meantOf('p', 'coated', 'open')).toBeNull();
    at(NOW + 2 * HOUR);
    expect(weeks.meantOf('p', 'covered', 'tight')?.covers).toHaveLength(1);
    expect(weeks.meantOf('p', 'covered', 'draped')).toBeNull();
    expect(weeks.meantOf('another', 'first', 'open')).toBeNull();
  });

  it('keeps up by itself once nothing is asked for a while', async () => {
    vi.useFakeTimers();
    const { weeks, asked } = studio();
    weeks.keepUp();
    await vi.advanceTimersByTimeAsync(4_000);
    weeks.keepUp();
    await vi.advanceTimersByTimeAsync(4_000);
    expect(asked).toHaveLength(0);
    await vi.advanceTimersByTimeAsync(2_000);
    expect(asked).toHaveLength(1);
    weeks.close();
    vi.useRealTimers();
  });
});
