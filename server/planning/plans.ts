import { setTimeout as wait } from 'node:timers/promises';
import { LRUCache } from 'lru-cache';
import type {
  TodayRow,
  KilnAnswer,
  LayersAnswer,
  LearningAnswer,
  PieceRow,
  PiecesAnswer,
  PiecesQuery,
} from '../../api/index.ts';
import type { PieceState } from '../../core/log/piece.ts';
import { groupsOf } from '../../core/log/group.ts';
import { wantedBy } from '../../core/log/wanted.ts';
import { tallyOf } from '../../core/piece/tally.ts';
import type { Appearance } from '../../core/piece/appearance.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import { LONG_PAST } from '../../core/piece/longPast.ts';
import { dueOf, isPast, standingOf } from '../../core/plan/standing.ts';
import { comingNight } from '../../core/plan/night.ts';
import { toldOf } from '../../core/plan/told.ts';
import { ok, refused, type Result } from '../../core/units/problem.ts';
import type { Instant } from '../../core/units/quantity.ts';
import type { AnswerCache } from '../files/answerCache.ts';
import type { Cover } from '../../core/drying/face.ts';
import type { PieceMeant } from '../../core/schedule/meant.ts';
import type { Sensors } from '../sensors/sensors.ts';
import type { Store } from '../store/store.ts';
import { aheadOf, type Ahead } from './ahead.ts';
import { createPlanInputs } from './planInputs.ts';
import { headOf, kilnRow, layersRow, pieceRow, plannedOf } from './rows.ts';
import { howNear, movedFrom, sameMarks, type CachedPlan, type Marks } from './cachedPlan.ts';
import { createKeyedPriorityQueue, type Urgency } from './keyedPriorityQueue.ts';
import { createLearning, type Studied } from './learning.ts';
import { isAskedFor } from './search.ts';
import { planningThreads, type Planner } from './planner.ts';

/** What pieces ask for, each worked out in full; an answer is shown until something is logged that it does not know of. */
export interface Plans {
  today: (now: Instant) => Promise<TodayRow[]>;
  pieces: (query: PiecesQuery, now: Instant) => PiecesAnswer;
  /** Every unfinished piece with the step it asks for. */
  forKiln: (now: Instant) => KilnAnswer['rows'];
  /** As it is seen; null where it does not stand. */
  lookOf: (pieceId: string) => Appearance | null;
  /** What pieces carry; those that are not in the log are left out. */
  layersOf: (ids: readonly string[]) => LayersAnswer['pieces'];
  /** What the plan of the coming days means for a piece. */
  meantOf: (pieceId: string) => PieceMeant | null;
  /** When it is wanted dry; null where nobody asks. */
  wantedOf: (pieceId: string) => Instant | null;
  /** When the sensor of its room last spoke; null where its room has none, or it is finished. */
  sensorOf: (pieceId: string) => { lastAt: Instant | null } | null;
  all: () => PieceState[];
  /** What a week is planned from. */
  ahead: (now: Instant) => Ahead;
  caseOf: (pieceId: string, now: Instant) => Promise<Result<PlanInput> | null>;
  /** All that is planned of a piece, as JSON of a PlanReply, from the very plan that Today shows; null where there is none. */
  whole: (pieceId: string, now: Instant) => Promise<Result<string> | null>;
  /** What Today shows of a piece, while it holds. */
  answersOf: (pieceId: string) => Pick<CachedPlan, 'answers' | 'thicknessM' | 'moved'> | null;
  /** The latest pieces, oldest first. */
  inputs: (most: number, now: Instant) => Promise<PlanInput[]>;
  /** What finished pieces have taught so far; what they teach since is then worked out. */
  learned: () => LearningAnswer;
  /** How many finished pieces have still to be learned from. */
  toLearn: () => number;
  /** Gives up what is being worked out, and keeps the rest for the next start. */
  close: () => void;
}

/** The last whole plan of a piece that somebody looks at; none while it is worked out for the first time. */
interface WholePlan {
  of: CachedPlan | null;
  text: string | null;
}

const nothingYet: WholePlan = { of: null, text: null };
/** What is being worked out already may be without the whole, or be overtaken by what is logged meanwhile. */
const TRIES = 3;

export interface PlanParts {
  store: Store;
  planner: Planner;
  /** Plans finished pieces for what they teach, beside the other. */
  studyPlanner?: Planner;
  sensors: Sensors | null;
  kept: AnswerCache<CachedPlan>;
  studied: AnswerCache<Studied>;
  /** What the plan of the coming days means for a piece; null where it does not know of all that was logged. */
  meant?: (pieceId: string, logMark: string, cover: Cover) => PieceMeant | null;
}

/** Who asks for Today waits so long for what was just logged to be worked out, where that is little; then it says that it still is. */
const PATIENCE_MS = 300;
const LITTLE = 2;
/** What so many finished pieces teach is waited for before a piece is answered for the first time. */
const LESSONS = 40;
const PAGE = 200;
/** Whole plans that are at hand: of the pieces looked at last. */
const WHOLE = 8;

export function createPlans({
  store,
  planner,
  studyPlanner = planner,
  sensors,
  kept,
  studied,
  meant = () => null,
}: PlanParts): Plans {
  const cases = createPlanInputs(store, sensors);
  const answers = new Map(Object.entries(kept.read() ?? {}));
  const failed = new Map<string, { logMark: string; message: string }>();
  const looked = new LRUCache<string, WholePlan>({ max: WHOLE });
  const queue = createKeyedPriorityQueue((id, error) => {
    const piece = cases.piece(id);
    console.error(`${piece?.made.name ?? id} could not be planned: ${String(error)}`);
    if (!piece) return;
    const message =
      'Its wall could not be worked out from its log: look for a figure or a time that cannot be right.';
    failed.set(id, { logMark: cases.logMark(piece), message });
  }, planningThreads());
  let closed = false;

  const learning = createLearning({
    store,
    cases,
    kept: studied,
    plan: async (given, now) => {
      // a lesson gives way to whatever Today waits for
      await queue.idle();
      return closed ? null : ((await studyPlanner(given, now))?.kept ?? null);
    },
  });

  const marksOf = (piece: PieceState): Marks => ({
    airMark: cases.airMark(piece),
    priorMark: JSON.stringify(priorOf(piece)),
  });

  const priorOf = (piece: PieceState) =>
    piece.finished ? {} : learning.prior(piece.made.roomId, piece.made.clayId);

  const knownOf = (piece: PieceState): CachedPlan | null => {
    const known = answers.get(piece.id);
    return known?.logMark === cases.logMark(piece) ? known : null;
  };

  /** Works a piece out, the urgent ones first; all of it where somebody looks at it. */
  const workOut = (piece: PieceState, now: Instant, urgency: Urgency): Promise<void> => {
    const logMark = cases.logMark(piece);
    const marks = marksOf(piece);
    return queue.ask(piece.id, `${logMark} ${marks.airMark} ${marks.priorMark}`, urgency, async () => {
      if (closed || cases.logMark(piece) !== logMark) return;
      const given = await cases.of(piece, priorOf(piece), now);
      if (!given.ok) return void failed.set(piece.id, { logMark, message: given.problem.message });
      const before = answers.get(piece.id);
      const same = before?.logMark === logMark;
      // by nothing but the clock nothing moves
      const told = same && sameMarks(before, marks) ? toldOf(before.answers) : [];
      const planned = await planner(given.value, now, { whole: looked.has(piece.id), told });
      failed.delete(piece.id);
      if (!planned) return;
      const moved = same ? movedFrom(before, marks, planned.kept, now) : null;
      const answer = { logMark, ...marks, moved, ...planned.kept };
      if (looked.has(piece.id)) looked.set(piece.id, { of: answer, text: planned.whole });
      if (piece.finished) return;
      answers.set(piece.id, answer);
      kept.write(() => answers);
    });
  };

  const isCurrent = (kept: CachedPlan, piece: PieceState, now: Instant): boolean =>
    now >= kept.answers.at && now < kept.answers.holdsUntil && sameMarks(kept, marksOf(piece));

  /** Whether a piece is to be answered for the first time, and what little finished pieces have to teach comes first. */
  const learnsFirst = (piece: PieceState): boolean => !answers.has(piece.id) && isLearning();

  const isLearning = (): boolean => {
    learning.study();
    return learning.pending() > 0 && learning.pending() <= LESSONS;
  };

  const whole = async (id: string, now: Instant): Promise<Result<string> | null> => {
    for (let tries = 0; tries <= TRIES; tries++) {
      const piece = cases.piece(id);
      if (!piece) return null;
      const { of, text } = looked.get(id) ?? nothingYet;
      const known = of?.logMark === cases.logMark(piece) ? of : null;
      // what was just worked out is shown, however the clocks of tablets differ
      if (known && text && (tries > 0 || isCurrent(known, piece, now))) return ok(text);
      const why = tries > 0 ? failed.get(id) : null;
      if (why?.logMark === cases.logMark(piece)) return refused('unplanned', null, why.message);
      if (!looked.has(id)) looked.set(id, nothingYet);
      if (learnsFirst(piece)) await learning.studied();
      await workOut(piece, now, 'looked-at');
    }
    return null;
  };

  const rowOf = (piece: PieceState, now: Instant): TodayRow => {
    const known = knownOf(piece);
    const head = headOf(piece, store, cases);
    if (isResting(piece, now)) return { state: 'resting', ...head, lastAt: piece.lastAt };
    if (known && !isPast(known.answers, now))
      return {
        state: 'planned',
        ...head,
        ...plannedOf(piece, known, { store, meant: meantOf(piece), now }),
      };
    const why = failed.get(piece.id);
    return why?.logMark === cases.logMark(piece)
      ? { state: 'unplanned', ...head, message: why.message }
      : { state: 'working', ...head, asOf: known && known.answers.at };
  };

  const failedAsIs = (piece: PieceState) => failed.get(piece.id)?.logMark === cases.logMark(piece);

  const meantOf = (piece: PieceState) =>
    piece.finished || piece.fired !== 'raw' ? null : meant(piece.id, cases.logMark(piece), piece.cover);

  const inputsOf = async (pieces: readonly PieceState[], now: Instant): Promise<PlanInput[]> => {
    const found: PlanInput[] = [];
    for (const piece of pieces) {
      const given = await cases.of(piece, priorOf(piece), now);
      if (given.ok) found.push(given.value);
    }
    return found;
  };

  const isResting = (piece: PieceState, now: Instant) => now - piece.lastAt > LONG_PAST;

  /** Begins to work out what does not hold any more, what is not known at all first. @returns waits for that, a little */
  const catchUp = (now: Instant): (() => Promise<void>) => {
    const pressing: Promise<void>[] = [];
    const behind: { piece: PieceState; known: CachedPlan }[] = [];
    for (const piece of cases.unfinished()) {
      if (isResting(piece, now)) continue;
      const known = knownOf(piece);
      if (!known) {
        if (!failedAsIs(piece) && !learnsFirst(piece)) pressing.push(workOut(piece, now, 'pressing'));
        continue;
      }
      if (!isCurrent(known, piece, now)) behind.push({ piece, known });
    }
    // what comes next is worked out first
    behind.sort((a, b) => howNear(a.known, now) - howNear(b.known, now));
    const background = behind.map(({ piece }) => workOut(piece, now, 'behind'));
    learning.study();
    Promise.all(background).catch((error: unknown) => console.error(`Plans: ${String(error)}`));
    const done = Promise.all(pressing);
    return async () => {
      if (pressing.length > 0 && pressing.length <= LITTLE)
        await Promise.race([done, wait(PATIENCE_MS, undefined, { ref: false })]);
    };
  };

  const listed = (piece: PieceState, now: Instant, leave: Instant): PieceRow => {
    const known = knownOf(piece);
    // what cannot be worked out is not asked for again and again
    const working =
      !piece.finished &&
      !isResting(piece, now) &&
      !failedAsIs(piece) &&
      (!known || isPast(known.answers, now));
    return pieceRow(piece, known, working, { store, cases, now, leave, meant: meantOf(piece) });
  };

  return {
    caseOf: async (id, now) => {
      const piece = cases.piece(id);
      return piece && cases.of(piece, priorOf(piece), now);
    },
    answersOf: (id) => {
      const piece = cases.piece(id);
      return piece && !piece.finished ? knownOf(piece) : null;
    },
    whole,
    learned: () => {
      learning.study();
      return learning.answer();
    },
    toLearn: () => learning.pending(),
    inputs: (most, now) => inputsOf(cases.pieces().slice(-most), now),
    all: () => cases.pieces(),
    ahead: (now) => {
      const pieces = cases.unfinished().filter((piece) => !isResting(piece, now));
      const movedOf = (piece: PieceState) => knownOf(piece)?.moved ?? null;
      const inputs = (of: readonly PieceState[]) => inputsOf(of, now);
      return aheadOf(pieces, now, { store, cases, priorOf, movedOf, inputs, learns: isLearning() });
    },
    today: async (now) => {
      await catchUp(now)();
      return cases.unfinished().map((piece) => rowOf(piece, now));
    },
    forKiln: (now) => {
      catchUp(now);
      const { from: leave } = comingNight(store.studio().studio, now);
      return cases.unfinished().map((piece) => kilnRow(piece, listed(piece, now, leave)));
    },
    layersOf: (ids) => ids.flatMap((id) => layersRow(cases.piece(id)) ?? []),
    meantOf: (id) => {
      const piece = cases.piece(id);
      return piece ? meantOf(piece) : null;
    },
    wantedOf: (id) => wantedBy(store.ledger, cases.piece(id) ?? { id, groups: [] }),
    sensorOf: (id) => {
      const piece = cases.piece(id);
      return piece && !piece.finished ? (sensors?.heardFrom(piece.roomId) ?? null) : null;
    },
    lookOf: (id) => {
      const piece = cases.piece(id);
      return piece && cases.look(piece);
    },
    pieces: (query, now) => {
      const { which, page } = query;
      if (which === 'open') catchUp(now);
      const all = which === 'finished' ? cases.finished() : cases.unfinished();
      const night = comingNight(store.studio().studio, now);
      const isDue = (piece: PieceState) => {
        const { current, next } = listed(piece, now, night.from);
        return current && dueOf(standingOf(next, now), now, night) === query.due;
      };
      const found = all.filter(
        (piece) => isAskedFor(piece, query, { store, cases }) && (query.due === undefined || isDue(piece)),
      );
      found.sort((a, b) => b.madeAt - a.madeAt || (a.id < b.id ? 1 : -1));
      return {
        rows: found.slice(page * PAGE, (page + 1) * PAGE).map((piece) => listed(piece, now, night.from)),
        found: found.length,
        pages: Math.max(1, Math.ceil(found.length / PAGE)),
        unfinished: cases.unfinished().length,
        finished: cases.finished().length,
        groups: groupsOf(store.ledger).filter(({ closed }) => !closed),
        tally:
          query.group === undefined
            ? null
            : tallyOf(cases.pieces().filter(({ groups }) => groups.includes(query.group!))),
      };
    },
    close: () => {
      closed = true;
      kept.settle();
      learning.close();
    },
  };
}
