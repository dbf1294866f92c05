import type { LearningAnswer } from '../api/index.ts';
import { learnedPrior, lessonsOf, taughtBy, type Lesson, type Reset } from '../core/forecast/learn.ts';
import type { Prior } from '../core/forecast/prior.ts';
import { entriesOf } from '../core/log/entry.ts';
import { instantOf, type PieceState } from '../core/log/piece.ts';
import { subjectsOf } from '../core/log/catalogue.ts';
import type { PieceCase } from '../core/plan/case.ts';
import type { Planner } from './planning.ts';
import type { Store } from './store.ts';

/** What finished pieces have taught of rooms and clays: computed from the log, never kept as fact. */
export interface Learning {
  prior: (roomId: string, clayId: string) => Partial<Prior>;
  /** Rises whenever something more was learned. */
  version: () => number;
  /** Learns from what was finished since, one piece after another. */
  study: (finished: PieceState[], caseOf: (id: string) => Promise<PieceCase | null>) => Promise<void>;
  answer: () => LearningAnswer;
}

export function createLearning(store: Store, plan: Planner): Learning {
  let lessons: Lesson[] = [];
  let studied = '';
  let version = 0;
  let busy = false;

  const resets = (): Reset[] =>
    subjectsOf(store.ledger, 'learning.reset').flatMap((id) =>
      entriesOf(store.entriesAbout(id), 'learning.reset').map((reset) => ({
        id,
        unknown: reset.body.unknown ?? null,
        at: instantOf(reset),
      })),
    );

  const lessonOf = async (piece: PieceState, given: PieceCase, before: Lesson[]): Promise<Lesson[]> => {
    const { id, made, finished } = piece;
    const learned = learnedPrior(before, made.roomId, made.clayId, resets());
    const planned = await plan({ ...given, learned }, finished!.at).catch((error: unknown) => {
      console.error(`${made.name} taught nothing: ${String(error)}`);
      return null;
    });
    const checks = planned?.course.observations.length ?? 0;
    if (!planned || checks === 0) return before;
    const { belief } = planned.course;
    const lesson = {
      pieceId: id,
      name: made.name,
      at: finished!.at,
      roomId: made.roomId,
      clayId: made.clayId,
    };
    return [...before, { ...lesson, pieces: 1, checks, belief }];
  };

  /** Lessons taken over from elsewhere; each is of one room or one clay. */
  const takenOver = (): Lesson[] =>
    subjectsOf(store.ledger, 'learning.taught').flatMap((id) =>
      entriesOf(store.entriesAbout(id), 'learning.taught').map((entry) => ({
        pieceId: null,
        name: entry.body.from,
        at: instantOf(entry),
        roomId: id,
        clayId: id,
        pieces: entry.body.pieces,
        checks: entry.body.checks,
        belief: entry.body.belief,
      })),
    );

  return {
    prior: (roomId, clayId) => learnedPrior(lessons, roomId, clayId, resets()),
    version: () => version,
    study: async (finished, caseOf) => {
      const inOrder = [...finished].sort((a, b) => a.finished!.at - b.finished!.at);
      const taught = takenOver();
      const key = JSON.stringify([inOrder.map(({ id }) => [id, store.revisionOf(id)]), resets(), taught]);
      if (busy || key === studied) return;
      busy = true;
      try {
        let learned: Lesson[] = [];
        for (const piece of inOrder) {
          const before = merged(
            learned,
            taught.filter(({ at }) => at <= piece.finished!.at),
          );
          const given = await caseOf(piece.id);
          if (given) learned = await lessonOf(piece, given, before);
        }
        lessons = merged(learned, taught);
        studied = key;
        version += 1;
      } finally {
        busy = false;
      }
    },
    answer: () => {
      const { rooms, clays } = store.studio();
      const named = { room: rooms, clay: clays };
      return {
        studying: busy,
        learned: taughtBy.flatMap((taught) =>
          named[taught.subject].flatMap(({ id, set }) => {
            const counting = lessonsOf(lessons, taught, id, resets());
            const last = counting.at(-1);
            if (!last) return [];
            const sum = (of: 'pieces' | 'checks') => counting.reduce((all, lesson) => all + lesson[of], 0);
            const belief = last.belief[taught.unknown]!;
            return [
              { ...taught, id, name: set.name, ...belief, pieces: sum('pieces'), checks: sum('checks') },
            ];
          }),
        ),
        lessons,
      };
    },
  };
}

/** Lessons of two lists in order of time, each once. */
const merged = (some: Lesson[], others: Lesson[]): Lesson[] =>
  [...new Set([...some, ...others])].sort((a, b) => a.at - b.at);
