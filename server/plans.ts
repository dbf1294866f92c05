import type { BenchPiece, LearningAnswer, PieceRow } from '../api/index.ts';
import { wetness } from '../core/clay/colour.ts';
import { meansOver } from '../core/drying/series.ts';
import { outerReading } from '../core/drying/readings.ts';
import { readAt } from '../core/drying/trajectory.ts';
import { outsideArea } from '../core/form/form.ts';
import { entriesOf } from '../core/log/entry.ts';
import { foldPiece, type PieceState } from '../core/log/piece.ts';
import { settingAt } from '../core/log/studio.ts';
import type { PieceCase } from '../core/plan/case.ts';
import { nextStep } from '../core/plan/next.ts';
import type { Effort, PiecePlan } from '../core/plan/plan.ts';
import { stepsOf, techniqueNamed } from '../core/technique/catalogue.ts';
import { DAY, HOUR, MINUTE, type Instant } from '../core/units/quantity.ts';
import { createFolds } from './folds.ts';
import { createLearning } from './learning.ts';
import type { Planner } from './planning.ts';
import type { Sensors } from './sensors/sensors.ts';
import type { Store } from './store.ts';

/** Plans of pieces, kept while nothing that they rest on changes. */
export interface Plans {
  bench: (now: Instant) => Promise<BenchPiece[]>;
  rows: (now: Instant) => PieceRow[];
  caseOf: (pieceId: string) => Promise<PieceCase | null>;
  /** The latest pieces, oldest first. */
  cases: (most: number) => Promise<PieceCase[]>;
  /** What finished pieces have taught so far; what they teach since is then worked out. */
  learned: () => LearningAnswer;
}

interface Kept {
  key: string;
  plan: PiecePlan;
  given: PieceCase;
}

/** The wall follows the room's half hours; finer readings change nothing that can be seen in it. */
const AIR_STEP = 30 * MINUTE;
/** More pieces than these are first planned with few members; all of them follow. */
const AT_ONCE = 2;
const QUICK: Effort = { members: 8 };
/** A plan is shown so long beyond its time, while the next is made. */
const RUNS_ON = HOUR;

export function createPlans(store: Store, planner: Planner, sensors: Sensors | null): Plans {
  const learning = createLearning(store, planner);
  const { named, folded } = createFolds(store);
  const kept = new Map<string, Kept>();
  /** Pieces whose plan is to be made in full. */
  const due = new Map<string, Pick<Kept, 'key' | 'given'>>();

  const pieceOf = (id: string): PieceState | null => folded(id, () => foldPiece(id, store.entriesAbout(id)));
  const pieces = (): PieceState[] => named('piece.made').flatMap((id) => pieceOf(id) ?? []);

  const sensorAt = (roomId: string) => {
    const heard = sensors?.heardFrom(roomId);
    return heard ? { sensorAt: heard.lastAt } : {};
  };

  const caseOf = async (pieceId: string): Promise<PieceCase | null> => {
    const piece = pieceOf(pieceId);
    if (!piece) return null;
    const entries = store.entriesAbout(pieceId);
    const { studio, rooms, clays } = store.studio();
    const clay = clays.find((c) => c.id === piece.made.clayId)!;
    const stayedIn = new Set([
      piece.made.roomId,
      ...entriesOf(entries, 'piece.moved').map((e) => e.body.roomId),
    ]);
    const inCase = await Promise.all(
      rooms
        .filter((room) => stayedIn.has(room.id))
        .map(async (room) => ({
          id: room.id,
          settings: room.revisions.map(({ from, set }) => ({ ...set, from })),
          series: meansOver(
            [
              ...(await store.readings(room.id, piece.madeAt - 2 * DAY)),
              ...(sensors?.recent(room.id, piece.madeAt - 2 * DAY) ?? []),
            ],
            AIR_STEP,
          ),
          ...sensorAt(room.id),
        })),
    );
    const learned = piece.finished ? {} : learning.prior(piece.made.roomId, piece.made.clayId);
    return { pieceId, entries, body: settingAt(clay, piece.madeAt), rooms: inCase, studio, learned };
  };

  /** What a plan rests on: the piece's log, its clay, its rooms with their readings, and the studio's hours. */
  const keyOf = (piece: PieceState): string =>
    [piece.id, piece.made.clayId, piece.made.roomId, piece.roomId, 'studio']
      .map((subject) => store.revisionOf(subject))
      .concat(learning.version())
      .join('.');

  const stillHolds = (piece: PieceState, now: Instant): Kept | null => {
    const known = kept.get(piece.id);
    return known?.key === keyOf(piece) && now >= known.plan.at && now < known.plan.holdsUntil + RUNS_ON
      ? known
      : null;
  };

  /** Plans of pieces; where many are to be made anew, quick ones first. */
  const plansOf = async (wanted: PieceState[], now: Instant): Promise<Kept[]> => {
    const effort = wanted.filter((piece) => !stillHolds(piece, now)).length > AT_ONCE ? QUICK : {};
    const plans: Kept[] = [];
    for (const piece of wanted) {
      const known = stillHolds(piece, now);
      if (known && now >= known.plan.holdsUntil) due.set(piece.id, known);
      const shown = known ?? (await planAnew(piece, now, effort).catch(() => kept.get(piece.id)));
      if (shown) plans.push(shown);
    }
    return plans;
  };

  /** A piece that cannot be planned is told of, and keeps no other from being shown. */
  const plan: Planner = (...wanted) =>
    planner(...wanted).catch((error: unknown) => {
      console.error(`A plan failed: ${String(error)}`);
      throw error;
    });

  const planAnew = async (piece: PieceState, now: Instant, effort: Effort): Promise<Kept> => {
    const key = keyOf(piece);
    const given = (await caseOf(piece.id))!;
    const fresh = { key, given, plan: (await plan(given, now, undefined, effort))! };
    if (effort === QUICK) due.set(piece.id, fresh);
    kept.set(piece.id, fresh);
    return fresh;
  };

  /** After the answer, what was quick or is due again is planned in full, one piece after another. */
  const refine = async (now: Instant): Promise<void> => {
    for (const [id, { key, given }] of due) {
      due.delete(id);
      const whole = await plan(given, now).catch(() => null);
      if (whole && kept.get(id)?.key === key) kept.set(id, { key, given, plan: whole });
    }
  };

  const study = () =>
    learning.study(
      pieces().filter((p) => p.finished),
      caseOf,
    );

  return {
    caseOf,
    learned: () => {
      void study();
      return learning.answer();
    },
    cases: async (most) => {
      const found = await Promise.all(named('piece.made').slice(-most).map(caseOf));
      return found.filter((given) => given !== null);
    },
    bench: async (now) => {
      const unfinished = pieces().filter((p) => !p.finished);
      const rows = (await plansOf(unfinished, now)).map(({ plan: planned, given }) =>
        benchPiece(planned, given, roomName(store, planned.piece.roomId), now),
      );
      void refine(now).then(study);
      return rows;
    },
    rows: () =>
      pieces().map((piece) => {
        const steps = stepsOf(piece.made.techniqueId, piece.made.schools);
        const { clays } = store.studio();
        return {
          id: piece.id,
          name: piece.made.name,
          madeAt: piece.madeAt,
          techniqueName: techniqueNamed(piece.made.techniqueId).name,
          roomName: roomName(store, piece.roomId),
          clayName: clays.find((clay) => clay.id === piece.made.clayId)?.set.name ?? '',
          cover: piece.cover,
          finished: piece.finished,
          doneSteps: steps.filter((step) => piece.done[step.id]).length,
          steps: steps.length,
          stageName: kept.get(piece.id)?.plan.now.stage.name ?? null,
        };
      }),
  };
}

const roomName = (store: Store, id: string): string =>
  store.studio().rooms.find((room) => room.id === id)?.set.name ?? '';

function benchPiece(plan: PiecePlan, given: PieceCase, room: string, now: Instant): BenchPiece {
  const { piece } = plan;
  return {
    pieceId: piece.id,
    name: piece.made.name,
    techniqueName: techniqueNamed(piece.made.techniqueId).name,
    roomName: room,
    cover: piece.cover,
    stand: piece.stand,
    stageName: plan.now.stage.name,
    meanIndex: plan.now.meanIndex,
    areaM2: outsideArea(piece.made.form),
    wall: { body: given.body, thicknessM: plan.course.setting.thicknessM, meanX: plan.now.meanX },
    check: plan.check,
    next: nextStep(plan, now),
    advice: plan.advice,
    cautions: plan.cautions,
    warnings: plan.warnings,
    ribbon: ribbonOf(plan, given, now),
  };
}

const RIBBON_STEPS = 48;

function ribbonOf(plan: PiecePlan, { body }: PieceCase, now: Instant): BenchPiece['ribbon'] {
  const outer = outerReading(plan.piece.made.form.wallM);
  const at = Array.from({ length: RIBBON_STEPS + 1 }, (_, i) => now + (i * DAY) / RIBBON_STEPS);
  const moisture = at.map((t) => Number(wetness(body, readAt(plan.trajectory, t, outer)).toFixed(3)));
  return { at, moisture, wetColour: body.wetColour, dryColour: body.dryColour };
}
