import type { CoverChange } from '../plan/project.ts';
import type { Spell } from '../time/hours.ts';
import { HOUR, type Instant } from '../units/quantity.ts';

/** Steps of a piece that are done in one go. */
export interface Task {
  /** By name in its route, and as people know them. */
  steps: { key: string; name: string }[];
  /** In which session, or part of a long one. */
  session: Spell;
  /** When about it is begun, as others are done in the same session. */
  at: Instant;
  /** Hands at it, and from its beginning to its end, ms. */
  handsMs: number;
  lengthMs: number;
  /** The chance that it is done as it should be in this session; below the bar its clay is looked at first. */
  chance: number;
}

/** What is meant for a piece. */
export interface PieceWeek {
  /** The piece, or the group that pieces are still to be made for. */
  pieceId: string;
  /** So many that are not made yet go this way; left out of a piece that is. */
  unmade?: number;
  tasks: Task[];
  /** How it is covered, from now on. */
  covers: CoverChange[];
  /** The chance that all of its tasks come out as they should. */
  chance: number;
  /** When it is wanted, and the chance that it is dry for the kiln by then; null where nobody asks. */
  due: { by: Instant; chance: number } | null;
  /** How wet it looks at even steps from the beginning of the plan on, 0 dry, 1 wet; empty where it does not dry any more. */
  looks: number[];
  /** The end of the last session that its first task may wait for, beside all that is meant for others; null where it may not. */
  mayWait: Instant | null;
  /** The first step that has no session; null where all have. */
  unplanned: { key: string; name: string } | null;
}

/** The chance that is asked of a task; one with less is said with "look first". */
export const LOOK_FIRST = 0.8;
/** The best of many plans flatters itself: so much is asked while one is looked for. */
export const ASKED = LOOK_FIRST + 0.05;

/** From one look to the next in `looks`. */
export const LOOK_STEP = 2 * HOUR;

/** What is meant for some days, for all pieces together. */
export interface WeekPlan {
  at: Instant;
  /** When hands are there: long sessions in parts. */
  sessions: Spell[];
  pieces: PieceWeek[];
  /** What is lost if nobody comes to the first session that anything is meant for: pieces, of which less can be done then. */
  nobody: { session: Spell; lost: string[] } | null;
  /** What it is worth, and what no plan can be worth more than. */
  value: number;
  bound: number;
}
