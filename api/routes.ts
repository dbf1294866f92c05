import type { AirRead } from '../core/drying/air.ts';
import type { Lesson, Taughtable } from '../core/forecast/learn.ts';
import type { Belief } from '../core/forecast/prior.ts';
import type { PlanInput } from '../core/piece/planInput.ts';
import type { PlanResult } from '../core/plan/plan.ts';
import type { PlanWire } from '../core/plan/wire.ts';
import type { PlanChange, PlannedAgainstDone } from '../core/schedule/changed.ts';
import type { Possible } from '../core/schedule/relax.ts';
import type { PieceMeant } from '../core/schedule/meant.ts';
import type { WeekPlan } from '../core/schedule/weekPlan.ts';
import type { Spell } from '../core/time/hours.ts';
import type { ComingNight } from '../core/plan/night.ts';
import type { Appearance } from '../core/piece/appearance.ts';
import type { Moved } from '../core/plan/moved.ts';
import type { BatchState } from '../core/log/batch.ts';
import type { BinState } from '../core/log/bin.ts';
import type { SlipCatalogue } from '../core/log/materials.ts';
import type { TrialState } from '../core/log/trial.ts';
import type { TubOnShelf } from '../core/shelf/tubOnShelf.ts';
import type { EntryBodies } from '../core/log/entry.ts';
import type { ShownAct } from '../core/log/ledger.ts';
import type { TechniqueRecord } from '../core/compose/record.ts';
import type { StudioState } from '../core/log/studio.ts';
import type { Instant } from '../core/units/quantity.ts';

export type * from './rows.ts';
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

/** GET /api/techniques */
export interface TechniquesAnswer {
  /** What this studio's pieces say of each technique, by its name. */
  records: Record<string, TechniqueRecord>;
}

/** GET /api/pieces/:id */
export interface PieceAnswer {
  /** Null where it cannot be planned. */
  given: PlanInput | null;
  /** Why it cannot be planned: its making is undone, or what it rests on is gone. */
  unplanned: 'undone' | { message: string } | null;
  /** What Today shows of it; null where that is still being worked out. */
  answers: PlanResult | null;
  /** How its next window moved though nothing was logged of it; null where it did not. */
  moved: Moved | null;
  /** What the plan of the coming days means for it; null where it does not know of all that was logged. */
  meant: PieceMeant | null;
  /** When it is wanted dry: by the first of its groups, or for its kiln day; null where nobody asks. */
  wantedAt: Instant | null;
  /** Acts that name the piece, standing or not, in journal order. */
  acts: ShownAct[];
  /** As it is seen; null where it was undone. */
  look: Appearance | null;
  /** Thickness that its wall proved to have, m; null where that is still being worked out. */
  thicknessM: number | null;
  /** When the sensor of its room last spoke, null where it has not yet; null where the room has none. */
  sensor: { lastAt: Instant | null } | null;
}

/** GET /api/pieces/:id/plan: all that is planned of it, and the nights of that time. */
export interface PlanReply {
  plan: PlanWire;
  nights: Spell[];
}

/** GET /api/week: what is meant for the coming days, for all pieces together. */
export interface WeekAnswer {
  /** The last plan; null while the first is made. */
  plan: WeekPlan | null;
  /** Whether nothing was logged since that it does not know of. */
  current: boolean;
  /** How far a new one has come, 0 to 1; null where none is made. */
  working: number | null;
  /** Why there is no newer one; null where nothing is in the way. */
  trouble: string | null;
  /** What it moved, or the one before it that moved anything; null where nothing was moved so far. */
  changed: PlanChange | null;
  /** What became of what was planned for sessions that are over. */
  done: PlannedAgainstDone;
  /** What is still to be made. */
  toMake: ToMakeRow[];
  kilnDays: KilnDayRow[];
}

/** A load that is planned for a day: from when it is fired until the kiln is free again. */
export interface KilnDayRow extends Spell {
  id: string;
  /** Of its kiln. */
  name: string;
  pieces: string[];
}

/** Pieces that are still to be made for a group. */
export interface ToMakeRow {
  /** Of the group. */
  id: string;
  /** Of a piece, without its number. */
  name: string;
  groupName: string;
  dueAt: Instant | null;
  /** How many are wanted, and how many of them are not made yet. */
  count: number;
  left: number;
  /** Slip that those take, by tub; under null what has no tub yet. */
  slip: { tubId: string | null; volumeM3: number }[];
  look: Appearance;
  clay: { wetColour: string; dryColour: string };
}

/** POST /api/week/what-if, of a day as `studio.day` has it: what becomes of the plan then; null where there is none. */
export interface WhatIfAnswer {
  whatIf: {
    change: PlanChange;
    /** Pieces that less is planned of then. */
    less: string[];
  } | null;
}

/** GET /api/week/possible/:id: whether a piece, or pieces to be made for a group, can be done as is asked; null where nothing is planned of it. */
export interface PossibleAnswer {
  possible: Possible | null;
}

/** GET, POST and DELETE /api/feed: where a calendar follows the plan; POST makes a new address, DELETE withdraws it. */
export interface FeedAnswer {
  /** From the root of this studio; null while there is none. */
  path: string | null;
}

/** GET /api/guides/:id: the pieces that are led, as each would be answered by itself; those that are gone are left out. */
export interface GuideAnswer {
  over: boolean;
  pieces: (PieceAnswer & { pieceId: string })[];
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
export type LearningCasesAnswer = PlanInput[];

/** What was measured of a room: from when to when, and its usual air in the last week of that. */
export interface RoomMeasured {
  from: Instant;
  to: Instant;
  celsius: number;
  /** As a fraction. */
  humidity: number;
}

/** GET /api/rooms: by room, what was measured and what was last read; null where nothing ever was. */
export type RoomsAnswer = Record<string, { measured: RoomMeasured | null; read: AirRead | null }>;
