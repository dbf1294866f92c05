import { createHash } from 'node:crypto';
import type { LearningAnswer } from '../../api/index.ts';
import {
  learnedPrior,
  lessonsOf,
  taughtBy as teaching,
  type Lesson,
  type Reset,
} from '../../core/forecast/learn.ts';
import type { Prior } from '../../core/forecast/prior.ts';
import { entriesOf, type Entry, type EntryKind, type RecordedAct } from '../../core/log/entry.ts';
import { revisionOf, subjectsOf } from '../../core/log/ledger.ts';
import type { PieceState } from '../../core/log/piece.ts';
import { instantOf } from '../../core/time/moment.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { KeptPlan } from '../../core/plan/keptPlan.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import { yieldToEventLoop } from '../time/yieldToEventLoop.ts';
import { SENSOR_FILE } from '../sensors/means.ts';
import type { AnswerCache } from '../files/answerCache.ts';
import type { Store } from '../store/store.ts';
import type { PlanInputs } from './planInputs.ts';

/** What finished pieces have taught of rooms and clays: computed from the log, never kept as fact. */
export interface Learning {
  prior: (roomId: string, clayId: string) => Partial<Prior>;
  /** Begins to learn from what was finished or changed since, unless it is at it. */
  study: () => void;
  /** Ends when all that was finished has been learned from. */
  studied: () => Promise<void>;
  /** How many finished pieces it has still to learn from, of those that it has begun to. */
  pending: () => number;
  answer: () => LearningAnswer;
  close: () => void;
}

/** What a finished piece taught, with a mark of all that it rests on; null where it taught nothing. */
interface Taught {
  mark: string;
  lesson: Lesson | null;
}

/** How far it has come. */
interface Reached {
  /** Acts of the journal that have been looked at, by the number of the last, and how many they were. */
  upTo: number;
  acts: number;
  /** Pieces of which it is known what they taught. */
  pieces: number;
}

/** By piece what it taught, and under `REACHED` how far that is. */
export type Studied = Taught | Reached;

/** No piece has this name. */
const REACHED = '@reached';
const nothing: Reached = { upTo: 0, acts: 0, pieces: 0 };

interface LearningParts {
  store: Store;
  cases: Pick<PlanInputs, 'piece' | 'finished' | 'of'>;
  plan: (given: PlanInput, now: Instant) => Promise<KeptPlan | null>;
  kept: AnswerCache<Studied>;
}

/** A sensor's act tells of the hours before it. */
const ACT_OF_AIR = 3 * HOUR;
/** Lessons are made known in so many at once, lest all plans follow each of them. */
const AT_ONCE = 20;
const found: EntryKind[] = ['piece.checked', 'piece.felt', 'piece.weighed', 'piece.seen'];

export function createLearning({ store, cases, plan, kept }: LearningParts): Learning {
  const { ledger } = store;
  const { [REACHED]: written = nothing, ...taught } = kept.read() ?? {};
  const known = new Map(Object.entries(taught as Record<string, Taught>));
  // where some of it was lost it is all looked at anew; what is known of the rest need not be worked out again
  let reached = (written as Reached).pieces === known.size ? (written as Reached) : nothing;
  let own = inTime([...known.values()].flatMap(({ lesson }) => lesson ?? []));
  let busy: Promise<void> | null = null;
  let closed = false;
  let version = 0;
  let left = 0;
  const priors = new Map<string, { at: string; prior: Partial<Prior> }>();

  const allOf = <K extends EntryKind>(kind: K) =>
    subjectsOf(ledger, kind).flatMap((id) => entriesOf(store.entriesAbout('learning', id), kind));

  const resets = (until = Number.POSITIVE_INFINITY): Reset[] =>
    allOf('learning.reset')
      .map((reset) => ({ id: reset.subject, unknown: reset.body.unknown ?? null, at: instantOf(reset) }))
      .filter(({ at }) => at <= until);

  /** Lessons taken over from elsewhere; each is of one room or one clay. */
  const takenOver = (until = Number.POSITIVE_INFINITY): Lesson[] =>
    allOf('learning.taught')
      .map((entry) => ({
        pieceId: null,
        name: entry.body.from,
        at: instantOf(entry),
        roomId: entry.subject,
        clayId: entry.subject,
        pieces: entry.body.pieces,
        checks: entry.body.checks,
        belief: entry.body.belief,
      }))
      .filter(({ at }) => at <= until);

  const lessons = (): Lesson[] => inTime([...own, ...takenOver()]);

  const lastFound = ({ id }: PieceState): Entry | undefined =>
    store.entriesAbout('piece', id).findLast((entry) => found.includes(entry.kind));

  /** What a finished piece teaches; null where nothing was found of it, or it cannot be planned. */
  const lessonOf = async (piece: PieceState, learned: Lesson[]): Promise<Lesson | null> => {
    const { id, made, finished } = piece;
    const last = lastFound(piece);
    if (!last) return null;
    const at = finished!.at;
    const counting = inTime([...learned, ...takenOver(at)]);
    const given = await cases.of(piece, learnedPrior(counting, made.roomId, made.clayId, resets(at)), at);
    if (!given.ok) return null;
    const mark = markOf(given.value);
    const before = known.get(id);
    if (before?.mark === mark) return before.lesson;
    const lesson = await taughtBy(piece, given.value, instantOf(last), at);
    if (!closed) known.set(id, { mark, lesson });
    return lesson;
  };

  const taughtBy = async (
    { id, made }: PieceState,
    given: PlanInput,
    lastFound: Instant,
    at: Instant,
  ): Promise<Lesson | null> => {
    // nothing is learned after the last finding: the walls need not be carried further
    const planned = await plan(given, lastFound).catch((error: unknown) => {
      console.error(`${made.name} taught nothing: ${String(error)}`);
      return null;
    });
    if (!planned || planned.found.checks === 0) return null;
    return {
      pieceId: id,
      name: made.name,
      at,
      roomId: made.roomId,
      clayId: made.clayId,
      pieces: 1,
      ...planned.found,
    };
  };

  /** From which moment on lessons may have changed through an entry; null where none has. */
  const touches = (entry: Entry): Instant | null => {
    switch (entry.kind) {
      case 'piece.noted':
        return null;
      case 'clay.set':
      case 'room.set':
      case 'room.read':
      case 'learning.taught':
      case 'learning.reset':
        return instantOf(entry);
      case 'readings.taken':
        return entry.body.fileName === SENSOR_FILE ? instantOf(entry) - ACT_OF_AIR : 0;
      default: {
        if (!entry.kind.startsWith('piece.')) return null;
        const taught = own.find(({ pieceId }) => pieceId === entry.subject);
        const finished = cases.piece(entry.subject)?.finished;
        if (!taught && !finished) return null;
        return Math.min(taught?.at ?? Number.POSITIVE_INFINITY, finished?.at ?? Number.POSITIVE_INFINITY);
      }
    }
  };

  /** The moment from which on lessons are to be learned anew after these acts; null where none is. */
  const anewFrom = (acts: RecordedAct[]): Instant | null => {
    const open = [...acts];
    const moments: Instant[] = [];
    for (let act = open.pop(); act; act = open.pop())
      for (const entry of act.entries) {
        const target = entry.kind === 'act.retracted' ? ledger.byId.get(entry.subject) : undefined;
        if (target) open.push(target);
        const from = touches(entry);
        if (from !== null) moments.push(from);
      }
    return moments.length === 0 ? null : moments.reduce((a, b) => Math.min(a, b));
  };

  const learn = async (): Promise<void> => {
    for (;;) {
      if (isUpToDate() || closed) return;
      const { length: acts } = ledger.acts;
      const upTo = ledger.acts.at(-1)?.n ?? 0;
      const first = ledger.acts.findLastIndex(({ n }) => n <= reached.upTo) + 1;
      // an import may have come in before what was looked at last
      const from = anewFrom(ledger.acts.slice(first === reached.acts ? first : 0));
      if (from !== null) await learnFrom(from);
      if (closed) return;
      reached = { upTo, acts, pieces: known.size };
      write();
    }
  };

  const isUpToDate = () =>
    (ledger.acts.at(-1)?.n ?? 0) === reached.upTo && ledger.acts.length === reached.acts;

  const write = () => kept.write(() => [...known, [REACHED, { ...reached, pieces: known.size }]]);

  const learnFrom = async (from: Instant): Promise<void> => {
    const pieces = cases
      .finished()
      .filter(({ finished }) => finished!.at >= from)
      .sort((a, b) => a.finished!.at - b.finished!.at);
    const before = own.filter(({ at }) => at < from);
    const goesOn = before.length === own.length;
    const learned = [...before];
    const isNew = (piece: PieceState) => !known.has(piece.id) && lastFound(piece) !== undefined;
    left = pieces.filter(isNew).length;
    for (const [i, piece] of pieces.entries()) {
      await yieldToEventLoop();
      const fresh = isNew(piece);
      const lesson = await lessonOf(piece, learned);
      if (fresh) left -= 1;
      if (closed) return;
      if (lesson) learned.push(lesson);
      if (goesOn && (i + 1) % AT_ONCE === 0) {
        own = [...learned];
        version += 1;
        write();
      }
    }
    if (JSON.stringify(learned) === JSON.stringify(own)) return;
    own = learned;
    version += 1;
  };

  return {
    prior: (roomId, clayId) => {
      const at = `${version} ${revisionOf(ledger, 'learning')}`;
      const key = `${roomId} ${clayId}`;
      const known = priors.get(key);
      if (known?.at === at) return known.prior;
      const prior = learnedPrior(lessons(), roomId, clayId, resets());
      priors.set(key, { at, prior });
      return prior;
    },
    study: () => {
      if (isUpToDate()) return;
      busy ??= learn()
        .catch((error: unknown) => console.error(`Nothing was learned: ${String(error)}`))
        .finally(() => {
          busy = null;
          left = 0;
        });
    },
    studied: async () => {
      while (busy) await busy;
    },
    pending: () => left,
    answer: () => {
      const { rooms, clays } = store.studio();
      const named = { room: rooms, clay: clays };
      const all = lessons();
      const setBack = resets();
      const bySubject = new Map<string | null, Lesson[]>();
      for (const lesson of all)
        for (const id of new Set([lesson.roomId, lesson.clayId])) {
          const of = bySubject.get(id);
          if (of) of.push(lesson);
          else bySubject.set(id, [lesson]);
        }
      return {
        studying: busy !== null,
        learned: teaching.flatMap((taught) =>
          named[taught.subject].flatMap(({ id, set }) => {
            const counting = lessonsOf(bySubject.get(id) ?? [], taught, id, setBack);
            const last = counting.at(-1);
            if (!last) return [];
            const sum = (of: 'pieces' | 'checks') =>
              counting.reduce((total, lesson) => total + lesson[of], 0);
            const belief = last.belief[taught.unknown]!;
            return [
              { ...taught, id, name: set.name, ...belief, pieces: sum('pieces'), checks: sum('checks') },
            ];
          }),
        ),
        lessons: all,
      };
    },
    close: () => {
      closed = true;
      kept.settle();
    },
  };
}

/** All that a lesson rests on, but for notes. */
const markOf = (given: PlanInput): string =>
  createHash('sha1')
    .update(JSON.stringify({ ...given, entries: given.entries.filter(({ kind }) => kind !== 'piece.noted') }))
    .digest('base64url');

const inTime = (some: Lesson[]): Lesson[] => [...some].sort((a, b) => a.at - b.at);
