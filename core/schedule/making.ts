import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import { MAKING } from './block.ts';
import type { WeekPlan } from './weekPlan.ts';

/** Pieces of a group that are meant to be made in one session. */
export interface MakingMeant {
  /** The group that they are made for. */
  groupId: string;
  count: number;
  /** When about they are begun. */
  at: Instant;
  session: Spell;
}

/** What is meant to be made, soonest first. */
export function makingsOf({ pieces }: Pick<WeekPlan, 'pieces'>): MakingMeant[] {
  const found: MakingMeant[] = [];
  for (const { pieceId: groupId, unmade: count, tasks } of pieces) {
    const [task] = tasks;
    if (count === undefined || task?.steps[0]?.key !== MAKING) continue;
    const { session, at } = task;
    const same = found.find((of) => of.groupId === groupId && of.session.to === session.to);
    if (same) Object.assign(same, { count: same.count + count, at: Math.min(same.at, at) });
    else found.push({ groupId, count, at, session });
  }
  return found.sort((a, b) => a.at - b.at);
}
