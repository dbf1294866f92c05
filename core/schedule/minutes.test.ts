import { describe, expect, it } from 'vitest';
import { MINUTE } from '../units/quantity.ts';
import { inOrder } from './minutes.ts';
import type { Task } from './weekPlan.ts';

const session = { from: 0, to: 60 * MINUTE };
const task = (at: number, hands: number, length = hands): Task => ({
  steps: [],
  session,
  at: at * MINUTE,
  handsMs: hands * MINUTE,
  lengthMs: length * MINUTE,
  chance: 1,
});
const begins = (tasks: Task[][]) => tasks.map((of) => of.map(({ at }) => at / MINUTE));

describe('the order of hands', () => {
  it('is one task after the other, as the clay is ready', () => {
    const { tasks, late } = inOrder([[task(20, 10)], [task(0, 15)], [task(5, 10)]], [false, false, false]);
    // 0 to 15, then 15 to 25, and what is ready at 20 from 25 on
    expect(begins(tasks)).toEqual([[25], [0], [15]]);
    expect(late).toEqual([]);
  });

  it('is shared out where two are there', () => {
    const two = (of: Task): Task => ({ ...of, session: { ...session, people: 2 } });
    const { tasks, late } = inOrder(
      [[two(task(0, 40))], [two(task(0, 30))], [two(task(5, 20))]],
      [false, false, false],
    );
    // the third begins as the second pair of hands is free
    expect(begins(tasks)).toEqual([[0], [0], [30]]);
    expect(late).toEqual([]);
  });

  it('uses the waits inside a task for another', () => {
    // three coats of 5 minutes over 30: hands are free between them
    const { tasks } = inOrder([[task(0, 15, 30)], [task(0, 10)]], [false, false]);
    expect(begins(tasks)).toEqual([[0], [15]]);
  });

  it('tells which session is too short, and asks nothing of ours where hands are a pupil’s own', () => {
    const { late } = inOrder([[task(0, 50)], [task(0, 30)]], [false, false]);
    expect(late).toEqual([session]);
    const own = inOrder([[task(0, 50)], [task(0, 30)]], [false, true]);
    expect(own.late).toEqual([]);
    expect(begins(own.tasks)).toEqual([[0], [0]]);
  });
});
