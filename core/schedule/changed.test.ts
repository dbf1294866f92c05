import { describe, expect, it } from 'vitest';
import type { Spell } from '../time/hours.ts';
import { DAY, HOUR, MINUTE } from '../units/quantity.ts';
import { changeOf, plannedAgainstDone, toldBy, type StepStands } from './changed.ts';
import type { PieceWeek, Task, WeekPlan } from './weekPlan.ts';

const evening = (day: number): Spell => ({ from: day * DAY + 18 * HOUR, to: day * DAY + 21 * HOUR });
const task = (key: string, day: number): Task => ({
  steps: [{ key, name: key }],
  session: evening(day),
  ...{ at: evening(day).from, handsMs: 10 * MINUTE, lengthMs: 10 * MINUTE, chance: 1 },
});
const piece = (pieceId: string, tasks: Task[], more: Partial<PieceWeek> = {}): PieceWeek => ({
  ...{ pieceId, tasks, covers: [], chance: 1, due: null, mayWait: null, looks: [], unplanned: null },
  ...more,
});
const plan = (at: number, pieces: PieceWeek[]): WeekPlan => ({
  ...{ at, pieces, nobody: null, value: 1, bound: 1 },
  sessions: [evening(0), evening(1), evening(2)],
});

describe('what a new plan has otherwise', () => {
  const before = plan(0, [
    piece('a', [task('coat', 0), task('carve', 1)]),
    piece('b', [task('coat', 0), task('carve', 1)]),
  ]);

  it('is each task that is still to be done, in another session or in none', () => {
    const after = plan(HOUR, [
      piece('a', [task('coat', 0), task('carve', 2)]),
      piece('b', [], { unplanned: { key: 'coat', name: 'coat' } }),
    ]);
    expect(changeOf(before, after, ['b'])).toEqual({
      ...{ since: 0, at: HOUR, logged: ['b'] },
      moved: [
        { pieceId: 'a', name: 'carve', from: evening(1), to: evening(2) },
        { pieceId: 'b', name: 'coat', from: evening(0), to: null },
      ],
    });
  });

  it('is nothing where a task was done since, its piece is gone, or pieces are still to be made', () => {
    const after = plan(HOUR, [piece('a', [task('carve', 1)])]);
    expect(changeOf(before, after, []).moved).toEqual([]);
    const toMake = plan(0, [piece('order', [task('make', 0)], { unmade: 3 })]);
    expect(
      changeOf(toMake, plan(HOUR, [piece('order', [task('make', 1)], { unmade: 3 })]), []).moved,
    ).toEqual([]);
  });
});

describe('what was told for a session', () => {
  const told = plan(0, [piece('a', [task('coat', 0), task('carve', 1)]), piece('b', [task('coat', 0)])]);
  const key = ({ pieceId, key: of }: { pieceId: string; key: string }) => `${pieceId} ${of}`;

  it('is remembered once its session has begun, as it was told first', () => {
    expect(toldBy([], told, evening(0).from - 1)).toEqual([]);
    const first = toldBy([], told, evening(0).from);
    expect(first.map(key)).toEqual(['a coat', 'b coat']);
    const moved = plan(HOUR, [piece('a', [task('coat', 1), task('carve', 1)])]);
    const then = toldBy(first, moved, evening(1).from);
    expect(then.map(key)).toEqual(['a coat', 'b coat', 'a carve']);
    expect(then[0]!.session).toEqual(evening(0));
    expect(toldBy(then, plan(0, []), evening(1).to + 31 * DAY)).toEqual([]);
  });

  it('is held against what was done', () => {
    const all = ['in', 'late', 'out', 'lost', 'open'].map((of) => ({
      ...{ pieceId: of, key: 'coat', name: 'coat', session: evening(0) },
    }));
    const stands: Record<string, StepStands> = {
      in: { at: evening(0).to + 20 * MINUTE, leftOut: false },
      late: { at: evening(1).from, leftOut: false },
      out: { at: evening(0).from, leftOut: true },
      lost: 'lost',
      open: null,
    };
    const held = (now: number) => plannedAgainstDone(all, now, (pieceId) => stands[pieceId]!);
    expect(held(evening(0).to + 1)).toEqual({ told: 5, inSession: 1, otherwise: 1, leftOut: 2, open: 1 });
    // nobody is late while the session runs
    expect(held(evening(0).to - 1)).toMatchObject({ told: 0, open: 0 });
  });
});
