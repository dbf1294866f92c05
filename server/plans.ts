import type { BenchPiece, PieceRow } from '../api/index.ts';
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
import type { PiecePlan } from '../core/plan/plan.ts';
import { stepsOf, techniqueNamed } from '../core/technique/catalogue.ts';
import { DAY, MINUTE, type Instant } from '../core/units/quantity.ts';
import { createLearning, type Learning } from './learning.ts';
import type { Planner } from './planning.ts';
import type { Sensors } from './sensors/sensors.ts';
import type { Store } from './store.ts';

/** Plans of pieces, kept while nothing that they rest on changes. */
export interface Plans {
  bench: (now: Instant) => Promise<BenchPiece[]>;
  rows: (now: Instant) => PieceRow[];
  caseOf: (pieceId: string) => Promise<PieceCase | null>;
  /** What finished pieces have taught. */
  learning: Learning;
}

interface Kept {
  key: string;
  plan: PiecePlan;
  given: PieceCase;
}

/** The wall follows the room's half hours; finer readings change nothing that can be seen in it. */
const AIR_STEP = 30 * MINUTE;
/** Members of the very first answer after a start; all of them follow. */
const FIRST_MEMBERS = 8;

export function createPlans(store: Store, plan: Planner, sensors: Sensors | null): Plans {
  const learning = createLearning(store, plan);
  const kept = new Map<string, Kept>();
  /** Pieces that have had only a quick answer so far. */
  const rough = new Map<string, Pick<Kept, 'key' | 'given'>>();

  const pieceIds = (): string[] => [
    ...new Set(
      store.ledger.acts.flatMap((act) => entriesOf(act.entries, 'piece.made').map((e) => e.subject)),
    ),
  ];

  const pieces = (): PieceState[] => pieceIds().flatMap((id) => foldPiece(id, store.entriesAbout(id)) ?? []);

  const sensorAt = (roomId: string) => {
    const heard = sensors?.heardFrom(roomId);
    return heard ? { sensorAt: heard.lastAt } : {};
  };

  const caseOf = async (pieceId: string): Promise<PieceCase | null> => {
    const entries = store.entriesAbout(pieceId);
    const piece = foldPiece(pieceId, entries);
    if (!piece) return null;
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

  const planOf = async (piece: PieceState, now: Instant): Promise<Kept> => {
    const key = keyOf(piece);
    const known = kept.get(piece.id);
    if (known?.key === key && now >= known.plan.at && now < known.plan.holdsUntil) return known;
    const given = known?.key === key ? known.given : (await caseOf(piece.id))!;
    if (known) return keep(piece.id, { key, given, plan: (await plan(given, now))! });
    rough.set(piece.id, { key, given });
    return keep(piece.id, { key, given, plan: (await plan(given, now, { members: FIRST_MEMBERS }))! });
  };

  const keep = (id: string, fresh: Kept): Kept => {
    kept.set(id, fresh);
    return fresh;
  };

  /** After the first quick answers, the whole ones, one after another. */
  const refine = async (now: Instant): Promise<void> => {
    for (const [id, { key, given }] of rough) {
      rough.delete(id);
      const whole = await plan(given, now).catch(() => null);
      if (whole && kept.get(id)?.key === key) keep(id, { key, given, plan: whole });
    }
  };

  return {
    caseOf,
    learning,
    bench: async (now) => {
      const rows: BenchPiece[] = [];
      for (const piece of pieces().filter((p) => !p.finished)) {
        const { plan: planned, given } = await planOf(piece, now);
        rows.push(benchPiece(planned, given, roomName(store, piece.roomId), now));
      }
      void refine(now).then(() =>
        learning.study(
          pieces().filter((p) => p.finished),
          caseOf,
        ),
      );
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
