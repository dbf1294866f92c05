import { coverNamed, WAITS_UNDER, type Cover } from '../drying/face.ts';
import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import type { PieceWeek, Task, WeekPlan } from './weekPlan.ts';

/** What is meant for one session, in the order of hands. */
export interface Sheet {
  session: Spell;
  tasks: SheetTask[];
  /** Covers to change, by cover: as hands come, or once they are done. */
  covers: { coming: boolean; cover: Cover; pieceIds: string[] }[];
  handsMs: number;
}

export interface SheetTask {
  pieceId: string;
  task: Task;
  /** So many that are not made yet; left out of a piece that is. */
  unmade?: number;
  /** Until when it may wait, null where it may not; left out of what comes after another task of its piece. */
  mayWait?: Instant | null;
}

/** Each session in which something is meant; before the first of them the moment of the plan, where covers are changed at once. */
export function sheetsOf({ at, sessions, pieces }: WeekPlan): Sheet[] {
  const all = pieces.flatMap(({ pieceId, tasks, unmade, mayWait }) =>
    tasks.map((task, i): SheetTask => ({
      ...{ pieceId, task },
      ...(unmade !== undefined && { unmade }),
      ...(i === 0 && { mayWait }),
    })),
  );
  const moment = sessions[0] && sessions[0].from > at ? [{ from: at, to: at }] : [];
  const spells = [...moment, ...sessions, ...all.map(({ task }) => task.session)];
  const distinct = [...new Map(spells.map((of) => [of.to, of])).values()].sort((a, b) => a.from - b.from);
  return distinct.flatMap((session) => {
    const tasks = all
      .filter(({ task }) => task.session.to === session.to)
      .sort((a, b) => a.task.at - b.task.at);
    const covers = coversIn(session, pieces);
    const handsMs = tasks.reduce((sum, { task }) => sum + task.handsMs, 0);
    return tasks.length + covers.length > 0 ? [{ session, tasks, covers, handsMs }] : [];
  });
}

function coversIn({ from, to }: Spell, pieces: readonly PieceWeek[]): Sheet['covers'] {
  const groups: Sheet['covers'] = [];
  for (const { pieceId, covers } of pieces)
    for (const { at, cover } of covers) {
      if (at < from || at > to) continue;
      const coming = at === from;
      const group = groups.find((of) => of.coming === coming && of.cover === cover);
      if (group) group.pieceIds.push(pieceId);
      else groups.push({ coming, cover, pieceIds: [pieceId] });
    }
  return groups;
}

/** When the covers of a group are changed, in words. */
export const coverWhen = ({ coming }: Pick<Sheet['covers'][number], 'coming'>): string =>
  coming ? 'On coming' : 'Once done, or on leaving';

/** Covers of a group, in words. */
export const coverLine = (group: Sheet['covers'][number], nameOf: (pieceId: string) => string): string =>
  `${coverWhen(group)}: ${coverNamed(group.cover).verb.toLowerCase()} ${group.pieceIds.map(nameOf).join('; ')}`;

/** What becomes of clay that is still too wet for its task when hands leave, as the plan counts on it, in words. */
export const notReadyWords = `What is not ready when you leave: ${coverNamed(WAITS_UNDER).verb.toLowerCase()}; it can be done next time.`;

/** Whether a task of a session may have to wait for the next, on a piece that is meant to be left otherwise than it waits. */
export function someMayWait({ tasks, covers }: Pick<Sheet, 'tasks' | 'covers'>): boolean {
  const waiting = covers.find(({ coming, cover }) => !coming && cover === WAITS_UNDER)?.pieceIds ?? [];
  return tasks.some(
    ({ task, unmade, pieceId }) => unmade === undefined && task.chance < 1 && !waiting.includes(pieceId),
  );
}

/** What a task is done on, in words. */
export const pieceWords = (
  { pieceId, unmade }: Pick<SheetTask, 'pieceId' | 'unmade'>,
  nameOf: (pieceId: string) => string,
): string => (unmade === undefined ? nameOf(pieceId) : `${unmade} × ${nameOf(pieceId)}`);

/** What is lost if nobody comes, in words. @param when like “If nobody comes” */
export const lostWords = (when: string, lost: readonly string[]): string =>
  lost.length === 0
    ? `${when}: all of it can wait.`
    : `${when}, these will be too dry for what comes next: ${lost.join('; ')}.`;

/** How surely a task comes out, in words. */
export const chanceWords = (chance: number): string => `${Math.round(100 * chance)} %`;

const NUMBERED = /^(.*) (\d+) of (\d+)$/;

/** Steps that are done in one go, in words. */
export function taskWords({ steps }: Pick<Task, 'steps'>): string {
  const numbered = steps.map(({ name }) => NUMBERED.exec(name));
  const [first, last] = [numbered[0], numbered.at(-1)];
  if (steps.length > 1 && first && last && numbered.every((of) => of?.[1] === first[1]))
    return `${first[1]} ${first[2]} to ${last[2]} of ${last[3]}`;
  return steps
    .map(({ name }, i) => (i === 0 ? name : name.charAt(0).toLowerCase() + name.slice(1)))
    .join(', then ');
}
