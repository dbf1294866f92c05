import type { ClayBody } from '../core/clay/body.ts';
import type { Lesson, Taughtable } from '../core/forecast/learn.ts';
import type { Belief } from '../core/forecast/prior.ts';
import type { CheckValue } from '../core/forecast/value.ts';
import type { PieceFacts } from '../core/piece/facts.ts';
import type { CoverAdvice } from '../core/plan/advice.ts';
import type { PlanAnswers } from '../core/plan/plan.ts';
import type { PlanWire } from '../core/plan/wire.ts';
import type { Spell } from '../core/plan/hours.ts';
import type { ComingNight } from '../core/plan/night.ts';
import type { Due } from '../core/plan/standing.ts';
import type { Ribbon } from '../core/plan/ribbon.ts';
import type { Look } from '../core/piece/look.ts';
import type { StepRef } from '../core/technique/layer.ts';
import type { SharedStep } from '../core/technique/technique.ts';
import type { KilnState, LoadState } from '../core/log/load.ts';
import type { GroupState, GuideState } from '../core/log/group.ts';
import type { NextStep, StepHead } from '../core/plan/next.ts';
import type { Hazard } from '../core/hazard/hazard.ts';
import type { BatchState } from '../core/log/batch.ts';
import type { Carried } from '../core/log/carried.ts';
import type { BinState } from '../core/log/bin.ts';
import type { SlipCatalogue } from '../core/log/catalogue.ts';
import type { TrialState } from '../core/log/trial.ts';
import type { Attention, TubOnShelf } from '../core/shelf/tubOnShelf.ts';
import type { PieceState } from '../core/log/piece.ts';
import type { EntryBodies } from '../core/log/entry.ts';
import type { ShownAct } from '../core/log/ledger.ts';
import type { TechniqueRecord } from '../core/technique/record.ts';
import type { StudioState } from '../core/log/studio.ts';
import type { Instant } from '../core/units/quantity.ts';

export type * from './taking.ts';

/** What the routes answer. Errors are problem details (RFC 9457) with `code` and `field`. */

export interface ProblemDetails {
  type: string;
  title: string;
  status: number;
  detail: string;
  code: string;
  field: string | null;
  /** Every problem found, where there is more than one. */
  problems?: { field: string | null; message: string }[];
}

/** The header that carries the studio's clock, ms, on every answer. */
export const CLOCK_HEADER = 'kosmema-clock';
export const PROBLEM_TYPE = 'application/problem+json';

/** GET /api/studio */
export interface StudioAnswer extends StudioState {
  /** Whether the clock is the demo's workshop time. */
  workshopTime: boolean;
  pieces: number;
  tubs: number;
  night: ComingNight;
}

/** POST /api/acts */
export interface ActAnswer {
  n: number;
  recordedAt: string;
  /** The act had been kept already: this was a retry. */
  again: boolean;
}

/** A piece on the Bench: planned, still being worked out, with a log that no plan can be made of, or left alone for long. */
export type BenchRow = BenchPiece | BenchUnknown;

interface BenchHead {
  look: Look;
  /** Groups that it is in, by id. */
  groups: string[];
  pieceId: string;
  name: string;
  roomName: string;
  cover: PieceState['cover'];
  stand: PieceState['stand'];
}

export type BenchUnknown = BenchHead &
  // when it was worked out last, too long ago to be shown; null where it never was
  (
    | { state: 'working'; asOf: Instant | null }
    | { state: 'unplanned'; message: string }
    | { state: 'resting'; lastAt: Instant }
  );

export interface BenchPiece extends BenchHead {
  state: 'planned';
  /** When it was worked out, and until when that holds. */
  asOf: Instant;
  holdsUntil: Instant;
  techniqueName: string;
  /** When something was last logged of it. */
  lastAt: Instant;
  stageName: string;
  meanIndex: number;
  /** The face that is coated, m². */
  areaM2: number;
  /** The wall that is worked on. */
  wall: { body: ClayBody; clayId: string; thicknessM: number; meanX: number; carried: Carried };
  /** What one touch check would do to its next window; null where it says nothing. */
  check: CheckValue | null;
  next: NextStep | null;
  advice: CoverAdvice | null;
  /** Of the next step. */
  cautions: Hazard[];
  /** Of the wall, whatever comes next. */
  warnings: Hazard[];
  /** Surface and mean water of the next day, for the ribbon: moments and moisture between dry 0 and wet 1. */
  ribbon: Ribbon & { wetColour: string; dryColour: string };
}

/** GET /api/bench */
export interface BenchAnswer {
  at: Instant;
  pieces: BenchRow[];
  groups: GroupState[];
  guides: GuideState[];
  reminders: Reminder[];
}

/** GET /api/pieces, with any of these */
export interface PiecesQuery {
  which: 'open' | 'finished';
  /** In name, room, clay or outcome. */
  search: string;
  /** Only those in this room, of this maker, in this group, with this technique, asking for hands by then. */
  room?: string;
  maker?: string;
  group?: string;
  technique?: string;
  due?: Due;
  /** From 0. */
  page: number;
}
export interface PiecesAnswer {
  /** The newest first. */
  rows: PieceRow[];
  found: number;
  pages: number;
  unfinished: number;
  finished: number;
  /** Those that are not closed. */
  groups: GroupState[];
}

export interface PieceRow {
  id: string;
  name: string;
  madeAt: Instant;
  techniqueName: string;
  makerName: string;
  roomId: string;
  roomName: string;
  clayName: string;
  groups: string[];
  stand: PieceState['stand'];
  /** What is cut into it, and when it was handed in. */
  code: string | null;
  handedAt: Instant | null;
  /** Until when it can be carried about: then it is drier than stiff leather-hard; null where that is days off. */
  carryBy: Instant | null;
  /** Whether its core is dry enough for the kiln, and when it is if not; null where that is not known, or fired. */
  kiln: { dry: boolean; dryAt: Instant | null } | null;
  look: Look;
  clay: { wetColour: string; dryColour: string };
  /** How wet it looks over the coming two days; null where that is not known, and of fired ware. */
  wet: Ribbon | null;
  /** What is known of it is being worked out, or anew: ask again soon. */
  working: boolean;
  /** When it was worked out, and until when that holds; null where it never was. */
  asOf: Instant | null;
  holdsUntil: Instant | null;
  /** Whether what is told of it is how it stands now. */
  current: boolean;
  /** The step it asks for; null where that is not known, or none is left. */
  next: StepHead | null;
  /** The cover it is to have for the night; null where none is advised. */
  tonight: PieceState['cover'] | null;
  cover: PieceState['cover'];
  finished: PieceState['finished'];
  doneSteps: number;
  steps: number;
  stageName: string | null;
}

/** GET /api/techniques */
export interface TechniquesAnswer {
  /** What this studio's pieces say of each technique, by its name. */
  records: Record<string, TechniqueRecord>;
}

/** GET /api/pieces/:id */
export interface PieceAnswer {
  /** Null where it cannot be planned. */
  given: PieceFacts | null;
  /** Why it cannot be planned: its making is undone, or what it rests on is gone. */
  unplanned: 'undone' | { message: string } | null;
  /** What the Bench shows of it; null where that is still being worked out. */
  answers: PlanAnswers | null;
  /** Acts that name the piece, standing or not, in journal order. */
  acts: ShownAct[];
  /** As it is seen; null where it was undone. */
  look: Look | null;
  /** Thickness that its wall proved to have, m; null where that is still being worked out. */
  thicknessM: number | null;
}

/** GET /api/pieces/:id/plan: all that is planned of it, and the nights of that time. */
export interface PlanReply {
  plan: PlanWire;
  nights: Spell[];
}

/** GET /api/guides/:id: the pieces that are led, as each would be answered by itself; those that are gone are left out. */
export interface GuideAnswer {
  over: boolean;
  pieces: (PieceAnswer & { pieceId: string })[];
}

/** A piece on its way through the kiln, by its log alone. */
export interface KilnRow extends PieceRow {
  /** The step that comes next; null where all are done. */
  asks: { name: string; shared: SharedStep | null; refs: StepRef[] } | null;
  /** The firing that it is for: what unloading it does. */
  fires: StepRef[];
}

/** GET /api/kiln */
export interface KilnAnswer {
  kilns: KilnState[];
  /** Those not unloaded yet, and the last few that were, the newest first. */
  loads: LoadState[];
  /** Every piece that is not finished. */
  rows: KilnRow[];
}

/** GET /api/shelf */
export interface ShelfAnswer {
  tubs: TubOnShelf[];
  batches: BatchRow[];
  catalogue: SlipCatalogue;
}

/** A batch that is being made. */
export interface BatchRow {
  id: string;
  name: string;
  begunAt: Instant;
  done: number;
  steps: number;
  next: string | null;
  /** When to look at what slakes or soaks. */
  look: { at: Instant; name: string; over: boolean } | null;
}

/** What the shelf asks for, on the Bench. */
export type Reminder =
  | { kind: 'batch'; id: string; name: string; at: Instant; look: string }
  | { kind: 'tub'; id: string; name: string; attention: Attention };

/** GET /api/tubs/:id */
export interface TubAnswer {
  shelf: TubOnShelf;
  catalogue: SlipCatalogue;
  trials: TrialState[];
  acts: ShownAct[];
}

/** GET /api/batches/:id */
export interface BatchAnswer {
  batch: BatchState;
  catalogue: SlipCatalogue;
  acts: ShownAct[];
}

/** GET /api/bins */
export interface BinsAnswer {
  bins: BinState[];
  acts: ShownAct[];
}

/** POST /api/labels: a sheet of labels as PDF. */
export interface LabelsRequest {
  paper: 'A4' | 'Letter';
  labels: Label[];
}
export interface Label {
  title: string;
  lines: string[];
  /** Where its QR code leads, from the root of this studio; null for none. */
  path: string | null;
}

/** GET /api/sensors */
export interface SensorStatus {
  roomId: string;
  connected: boolean;
  lastAt: Instant | null;
  last: { celsius: number; humidity: number } | null;
  /** Messages that could not be readings, and why the last was not. */
  refused: { count: number; last: string };
}
export interface ScaleReading {
  massKg: number;
  at: Instant;
}
export interface SensorsAnswer {
  rooms: SensorStatus[];
  scale: ScaleReading | null;
  /** How they were set last, on or off. */
  set: { rooms: Record<string, EntryBodies['sensor.set']>; scale: EntryBodies['scale.set'] | null };
}

/** Something the studio has taught, as one believes it now. */
export interface LearnedOf extends Belief {
  unknown: Taughtable;
  subject: 'room' | 'clay';
  id: string;
  name: string;
  pieces: number;
  checks: number;
}

/** GET /api/learning */
export interface LearningAnswer {
  /** Whether the pieces finished since are still being learned from. */
  studying: boolean;
  learned: LearnedOf[];
  lessons: Lesson[];
}

/** GET /api/learning/cases: all pieces that anything was found of. */
export type LearningCasesAnswer = PieceFacts[];

/** What was measured of a room: from when to when, and its usual air in the last week of that. */
export interface RoomMeasured {
  from: Instant;
  to: Instant;
  celsius: number;
  /** As a fraction. */
  humidity: number;
}

/** GET /api/rooms: by room; rooms that were never measured are left out. */
export type RoomsAnswer = Record<string, RoomMeasured>;
