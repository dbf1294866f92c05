import type { LearningAnswer } from '../api/index.ts';
import { learnedPrior, lessonsOf, taughtBy, type Lesson, type Resets } from '../core/forecast/learn.ts';
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

  const resets = (): Resets =>
    Object.fromEntries(
      subjectsOf(store.ledger, 'learning.reset').map((id) => [
        id,
        Math.max(...entriesOf(store.entriesAbout(id), 'learning.reset').map(instantOf)),
      ]),
    );

  const lessonOf = async (piece: PieceState, given: PieceCase, before: Lesson[]): Promise<Lesson[]> => {
    const { id, made, finished } = piece;
    const learned = learnedPrior(before, made.roomId, made.clayId, resets());
    const planned = await plan({ ...given, learned }, finished!.at);
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
    return [...before, { ...lesson, checks, belief }];
  };

  return {
    prior: (roomId, clayId) => learnedPrior(lessons, roomId, clayId, resets()),
    version: () => version,
    study: async (finished, caseOf) => {
      const inOrder = [...finished].sort((a, b) => a.finished!.at - b.finished!.at);
      const key = [
        ...inOrder.map(({ id }) => `${id}.${store.revisionOf(id)}`),
        JSON.stringify(resets()),
      ].join();
      if (busy || key === studied) return;
      busy = true;
      try {
        let learned: Lesson[] = [];
        for (const piece of inOrder) {
          const given = await caseOf(piece.id);
          if (given) learned = await lessonOf(piece, given, learned);
        }
        lessons = learned;
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
        learned: taughtBy.flatMap(({ unknown, subject }) =>
          named[subject].flatMap(({ id, set }) => {
            const taught = lessonsOf(lessons, subject, id, resets());
            const last = taught.at(-1);
            if (!last) return [];
            const checks = taught.reduce((sum, lesson) => sum + lesson.checks, 0);
            return [
              {
                unknown,
                subject,
                id,
                name: set.name,
                ...last.belief[unknown],
                pieces: taught.length,
                checks,
              },
            ];
          }),
        ),
        lessons,
      };
    },
  };
}
