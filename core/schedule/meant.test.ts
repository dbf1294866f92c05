import { describe, expect, it } from 'vitest';
import { HOUR } from '../units/quantity.ts';
import { MAKING } from './block.ts';
import { makingsOf } from './making.ts';
import { changesFrom, coverMeantAt, isWithoutSession, meantOf } from './meant.ts';
import type { PieceWeek } from './weekPlan.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const week: PieceWeek = {
  pieceId: 'p',
  tasks: [
    {
      steps: [{ key: 'a/coat/1', name: 'Coat 1' }],
      session: { from: NOW + 20 * HOUR, to: NOW + 24 * HOUR },
      at: NOW + 21 * HOUR,
      handsMs: HOUR / 4,
      lengthMs: HOUR / 2,
      chance: 0.9,
    },
  ],
  covers: [
    { at: NOW, cover: 'tight' },
    { at: NOW + 20 * HOUR, cover: 'open' },
  ],
  chance: 0.9,
  due: null,
  mayWait: null,
  looks: [],
  unplanned: null,
};
const meant = meantOf({ at: NOW }, week);

describe('what a plan means for a piece', () => {
  it('is its covers and its next task', () => {
    expect(meant.next).toMatchObject({ name: 'Coat 1', at: NOW + 21 * HOUR, chance: 0.9, leaves: null });
    expect(coverMeantAt(meant, NOW + 5 * HOUR, 'open')).toBe('tight');
    expect(coverMeantAt(meant, NOW + 22 * HOUR, 'tight')).toBe('open');
    expect(coverMeantAt(meant, NOW - HOUR, 'draped')).toBe('draped');
  });

  it('is a change that is due until it is made, and those to come', () => {
    const later = NOW + HOUR;
    expect(changesFrom(meant, 'open', later)).toEqual([
      { at: later, cover: 'tight' },
      { at: NOW + 20 * HOUR, cover: 'open' },
    ]);
    expect(changesFrom(meant, 'tight', later)).toEqual([{ at: NOW + 20 * HOUR, cover: 'open' }]);
    expect(changesFrom(meant, 'open', NOW + 30 * HOUR)).toEqual([]);
  });

  it('is nothing for what only dries, and told where no session is found', () => {
    expect(meantOf({ at: NOW }, undefined)).toMatchObject({
      at: NOW,
      covers: [],
      next: null,
      unplanned: null,
    });
    expect(isWithoutSession(meant)).toBe(false);
    const without = { ...week, tasks: [], unplanned: { key: 'a/coat/1', name: 'Coat 1' } };
    expect(isWithoutSession(meantOf({ at: NOW }, without))).toBe(true);
  });
});

describe('what is to be made', () => {
  const task = (key: string, day: number): PieceWeek['tasks'][number] => ({
    ...week.tasks[0]!,
    steps: [{ key, name: key }],
    session: { from: NOW + day * 24 * HOUR, to: NOW + (day * 24 + 4) * HOUR },
    at: NOW + day * 24 * HOUR,
  });
  const way = (unmade: number, tasks: PieceWeek['tasks']): PieceWeek => ({
    ...week,
    pieceId: 'g',
    unmade,
    tasks,
  });

  it('is told by group and session, soonest first, whatever becomes of the pieces after', () => {
    const pieces = [
      week,
      way(2, [task(MAKING, 3), task('a/coat/1', 4)]),
      way(1, [task(MAKING, 1)]),
      way(3, [task(MAKING, 1), task('a/coat/1', 2)]),
      // no session has the time to make them
      way(4, []),
    ];
    expect(makingsOf({ pieces }).map(({ groupId, count, at }) => [groupId, count, at])).toEqual([
      ['g', 4, NOW + 24 * HOUR],
      ['g', 2, NOW + 72 * HOUR],
    ]);
  });
});
