import type { PieceRow } from '../../api/routes.ts';
import type { Cover } from '../../core/drying/face.ts';
import type { PieceWeek, Task, WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Spell } from '../../core/time/hours.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** A piece in the plan, as lists show it. */
export interface Planned {
  row: PieceRow;
  week: PieceWeek;
}

/** What is meant for one session, in the order of hands. */
export interface Sheet {
  session: Spell;
  tasks: { row: PieceRow; task: Task }[];
  /** Covers to change, by cover: as hands come, or once they are done. */
  covers: { coming: boolean; cover: Cover; rows: PieceRow[] }[];
  handsMs: number;
}

/** The pieces of a plan that still stand, those first that hands come to first. */
export function plannedPieces(plan: WeekPlan, rows: readonly PieceRow[]): Planned[] {
  const first = ({ tasks }: PieceWeek): Instant => tasks[0]?.at ?? Number.POSITIVE_INFINITY;
  return plan.pieces
    .flatMap((week) => {
      const row = rows.find(({ id, finished }) => id === week.pieceId && !finished);
      return row ? [{ row, week }] : [];
    })
    .sort((a, b) => (first(a.week) < first(b.week) ? -1 : 1));
}

/** Each session in which something is meant. */
export function sheetsOf({ at, sessions }: WeekPlan, planned: readonly Planned[]): Sheet[] {
  const all = planned.flatMap(({ row, week }) => week.tasks.map((task) => ({ row, task })));
  // before the first session covers are changed at once
  const moment = sessions[0] && sessions[0].from > at ? [{ from: at, to: at }] : [];
  const spells = [...moment, ...sessions, ...all.map(({ task }) => task.session)];
  const distinct = [...new Map(spells.map((of) => [of.to, of])).values()].sort((a, b) => a.from - b.from);
  return distinct.flatMap((session) => {
    const tasks = all
      .filter(({ task }) => task.session.to === session.to)
      .sort((a, b) => a.task.at - b.task.at);
    const covers = coversIn(session, planned);
    const handsMs = tasks.reduce((sum, { task }) => sum + task.handsMs, 0);
    return tasks.length + covers.length > 0 ? [{ session, tasks, covers, handsMs }] : [];
  });
}

function coversIn({ from, to }: Spell, planned: readonly Planned[]): Sheet['covers'] {
  const groups: Sheet['covers'] = [];
  for (const { row, week } of planned)
    for (const { at, cover } of week.covers) {
      if (at < from || at > to) continue;
      const coming = at === from;
      const group = groups.find((of) => of.coming === coming && of.cover === cover);
      if (group) group.rows.push(row);
      else groups.push({ coming, cover, rows: [row] });
    }
  return groups;
}

const NUMBERED = /^(.*) (\d+) of (\d+)$/;

/** Steps that are done in one go, in words. */
export function taskWords({ steps }: Pick<Task, 'steps'>): string {
  const numbered = steps.map(({ name }) => NUMBERED.exec(name));
  const [first, last] = [numbered[0], numbered.at(-1)];
  if (steps.length > 1 && first && last && numbered.every((of) => of?.[1] === first[1]))
    return `${first[1]} ${first[2]} to ${last[2]} of ${last[3]}`;
  return steps.map(({ name }, i) => (i === 0 ? name : lowerFirst(name))).join(', then ');
}

const lowerFirst = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/** A chance below this is said with "look first". */
export const LOOK_FIRST = 0.8;

/** How surely a task comes out, in words. */
export const chanceWords = (chance: number): string => `${Math.round(100 * chance)} %`;
