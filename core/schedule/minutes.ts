import type { Spell } from '../time/hours.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import type { Task } from './weekPlan.ts';

/** So much later than a session ends a task may end: somebody stays as long. Common practice. */
const STAYS = 10 * MINUTE;

/**
 * When hands take each task up, one after the other as the clay is ready: what waits inside a task leaves them free for
 * another.
 * @param ownHands of each piece, whether hands of its own come to it
 */
export function inOrder(
  tasks: readonly (readonly Task[])[],
  ownHands: readonly boolean[],
): { tasks: Task[][]; late: Spell[] } {
  /** When each pair of hands is free, by session. */
  const free = new Map<Instant, Instant[]>();
  const late: Spell[] = [];
  const ordered = tasks.map((of) => [...of]);
  const all = tasks.flatMap((of, p) => of.map((task, t) => ({ task, p, t })));
  all.sort((a, b) => a.task.at - b.task.at);
  for (const { task, p, t } of all) {
    if (ownHands[p]) continue;
    const { from, to, people = 1 } = task.session;
    const hands = free.get(to) ?? Array.from({ length: people }, () => from);
    free.set(to, hands);
    const first = hands.indexOf(Math.min(...hands));
    const at = Math.max(task.at, hands[first]!);
    hands[first] = at + task.handsMs;
    ordered[p]![t] = { ...task, at };
    if (at + task.lengthMs > to + STAYS && !late.some((session) => session.to === to))
      late.push(task.session);
  }
  return { tasks: ordered, late };
}
