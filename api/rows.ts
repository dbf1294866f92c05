import type { ClayBody } from '../core/clay/body.ts';
import type { CheckValue } from '../core/forecast/value.ts';
import type { Hazard } from '../core/hazard/hazard.ts';
import type { Carried } from '../core/log/carried.ts';
import type { GroupState, GuideState } from '../core/log/group.ts';
import type { PieceMade } from '../core/log/entry.ts';
import type { PieceState } from '../core/log/piece.ts';
import type { KilnState, LoadState } from '../core/log/kilnLoad.ts';
import type { Appearance } from '../core/piece/appearance.ts';
import type { PieceMeant } from '../core/schedule/meant.ts';
import type { FormMade } from '../core/piece/formsMade.ts';
import type { Tally } from '../core/piece/tally.ts';
import type { MakingMeant } from '../core/schedule/making.ts';
import type { Spell } from '../core/time/hours.ts';
import type { Moved } from '../core/plan/moved.ts';
import type { NextStep, StepHead } from '../core/plan/next.ts';
import type { MoistureForecast } from '../core/plan/moistureForecast.ts';
import type { Due } from '../core/plan/standing.ts';
import type { Attention } from '../core/shelf/tubOnShelf.ts';
import type { Layer, StepRef } from '../core/technique/layer.ts';
import type { SharedStep } from '../core/technique/technique.ts';
import type { Instant } from '../core/units/quantity.ts';

/** Pieces as lists show them: Today and the shelf. */

/** A piece on Today: planned, still being worked out, with a log that no plan can be made of, or left alone for long. */
export type TodayRow = TodayPiece | TodayUnknown;

interface TodayHead {
  look: Appearance;
  /** Groups that it is in, by id. */
  groups: string[];
  pieceId: string;
  name: string;
  roomName: string;
  cover: PieceState['cover'];
  stand: PieceState['stand'];
}

export type TodayUnknown = TodayHead &
  // when it was worked out last, too long ago to be shown; null where it never was
  (
    | { state: 'working'; asOf: Instant | null }
    | { state: 'unplanned'; message: string }
    | { state: 'resting'; lastAt: Instant }
  );

export interface TodayPiece extends TodayHead {
  state: 'planned';
  /** When it was worked out, and until when that holds. */
  asOf: Instant;
  holdsUntil: Instant;
  /** How its next window moved though nothing was logged of it; null where it did not. */
  moved: Moved | null;
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
  /** The steps after it, as far as they are planned; the first few. */
  then: NextStep[];
  /** What the plan of the coming days means for it; null where it does not know of all that was logged. */
  meant: PieceMeant | null;
  /** Of the next step. */
  cautions: Hazard[];
  /** Of the wall, whatever comes next. */
  warnings: Hazard[];
  /** Surface and mean water of the next day, for the ribbon: moments and moisture between dry 0 and wet 1. */
  ribbon: MoistureForecast & { wetColour: string; dryColour: string };
}

/** GET /api/today */
export interface TodayAnswer {
  at: Instant;
  pieces: TodayRow[];
  /** How many finished pieces have still to be learned from: times may move. */
  toLearn: number;
  groups: GroupState[];
  guides: GuideState[];
  reminders: Reminder[];
  /** When hands are there, and when it is night, from some hours ago to two days on. */
  sessions: Spell[];
  nights: Spell[];
  /** What is lost if nobody comes to the session that comes next, by name; null where that is not known. */
  nobody: { session: Spell; lost: string[] } | null;
  /** What is to be made by the plan, soonest first. */
  making: (MakingMeant & { name: string; groupName: string })[];
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
  /** How far the pieces of the group that is asked for have come, those finished among them; null where none is. */
  tally: Tally | null;
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
  look: Appearance;
  clay: { wetColour: string; dryColour: string };
  /** How wet it looks over the coming two days; null where that is not known, and of fired ware. */
  wet: MoistureForecast | null;
  /** What is known of it is being worked out, or anew: ask again soon. */
  working: boolean;
  /** When it was worked out, and until when that holds; null where it never was. */
  asOf: Instant | null;
  holdsUntil: Instant | null;
  /** Whether what is told of it is how it stands now. */
  current: boolean;
  /** The step it asks for; null where that is not known, or none is left. */
  next: StepHead | null;
  /** What the plan of the coming days means for it; null where it does not know of all that was logged. */
  meant: PieceMeant | null;
  /** When it is dry for the kiln if it is uncovered from now on; null where that is not known. */
  openDryAt: Instant | null;
  /** The cover it is to have for the night; null where that is still being worked out. */
  tonight: PieceState['cover'] | null;
  cover: PieceState['cover'];
  finished: PieceState['finished'];
  doneSteps: number;
  steps: number;
  stageName: string | null;
}

/** GET /api/forms */
export interface FormsAnswer {
  /** What is made here, what was made last first. */
  made: FormMade[];
}

/** GET /api/layers: what some pieces carry. */
export interface LayersAnswer {
  pieces: (Pick<PieceMade, 'form' | 'roomId' | 'fired'> & { id: string; name: string; layers: Layer[] })[];
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
  /** Those that are not closed. */
  groups: GroupState[];
}

/** What the shelf asks for, on Today. */
export type Reminder =
  | { kind: 'batch'; id: string; name: string; at: Instant; look: string }
  | { kind: 'tub'; id: string; name: string; attention: Attention };
