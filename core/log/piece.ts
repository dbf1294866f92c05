import type { Stage } from '../clay/stage.ts';
import type { Cover } from '../drying/face.ts';
import type { Stand } from '../form/form.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { entriesOf, type Entry, type EntryOf, type Outcome, type PieceMade } from './entry.ts';

/** What a piece's log says of it, without any physics. */
export interface PieceState {
  id: string;
  made: PieceMade;
  madeAt: Instant;
  cover: Cover;
  stand: Stand;
  roomId: string;
  /** When each step was last done, by step. */
  done: Record<string, { at: Instant; outcome: Outcome | null; skipped: boolean }>;
  /** Signs seen, by the step they followed. */
  seen: Record<string, Instant>;
  lastCheck: { at: Instant; stage: Stage } | null;
  finished: { at: Instant; outcome: Outcome; faults: string[]; note: string } | null;
  lastAt: Instant;
}

/** Two devices, or one before and after its clock was set right, may disagree this much about what came first. */
export const CLOCKS_DIFFER = 5 * MINUTE;

export const instantOf = (entry: { at: string }): Instant => Date.parse(entry.at);

/** The state of a piece from its standing entries in order; null before it was made. */
export function foldPiece(id: string, entries: readonly Entry[]): PieceState | null {
  const made = entriesOf(entries, 'piece.made')[0];
  if (!made) return null;
  const corrected = entriesOf(entries, 'piece.corrected').at(-1);
  const start = corrected ? corrected.body : made.body;
  const state: PieceState = {
    id,
    made: start,
    madeAt: corrected ? Date.parse(corrected.body.madeAt) : instantOf(made),
    cover: start.cover,
    stand: start.stand,
    roomId: start.roomId,
    done: {},
    seen: {},
    lastCheck: null,
    finished: null,
    lastAt: instantOf(made),
  };
  for (const entry of entries) {
    state.lastAt = Math.max(state.lastAt, instantOf(entry));
    apply(state, entry);
  }
  return state;
}

function apply(state: PieceState, entry: Entry): void {
  const at = instantOf(entry);
  switch (entry.kind) {
    case 'piece.covered':
      state.cover = entry.body.cover;
      state.stand = entry.body.stand;
      return;
    case 'piece.moved':
      state.roomId = entry.body.roomId;
      return;
    case 'piece.coated':
      if (entry.body.stepId) state.done[entry.body.stepId] = { at, outcome: null, skipped: false };
      return;
    case 'piece.worked':
      state.done[entry.body.stepId] = { at, outcome: entry.body.outcome, skipped: false };
      return;
    case 'piece.skipped':
      state.done[entry.body.stepId] = { at, outcome: null, skipped: true };
      return;
    case 'piece.seen':
      state.seen[entry.body.stepId] = at;
      return;
    case 'piece.checked':
      state.lastCheck = { at, stage: entry.body.stage };
      return;
    case 'piece.finished':
      state.finished = { at, ...entry.body };
  }
}

/** No clay that keeps a shape holds more water than this, kg/kg. Common practice. */
const WETTEST = 0.5;

/** Dry clay in a piece through its log, and what its weighings say of its water. */
export interface WeighedWater {
  at: Instant;
  /** Mean water content, kg/kg, or null where the chain of masses is broken. */
  x: number | null;
  /** Why the weighing could not be read, in words. */
  reason: string | null;
}

/**
 * Water contents from weighings: X = (mass − tare − dry)/dry. The dry mass is what the maker gave with a
 * weighing, carried on; coats add theirs; trimming or carving breaks the chain until it is given again.
 * @param coatDryKg dry mass of a logged coat on this piece, kg
 */
export function weighedWater(
  entries: readonly Entry[],
  coatDryKg: (coat: EntryOf<'piece.coated'>) => number,
): WeighedWater[] {
  let dry: number | null = null;
  let reason = 'the dry mass of the clay is not known: give it with a weighing';
  const readings: WeighedWater[] = [];
  for (const entry of entries) {
    if (entry.kind === 'piece.coated' && dry !== null) dry += coatDryKg(entry);
    const removed =
      entry.kind === 'piece.trimmed' || (entry.kind === 'piece.worked' && entry.body.stepId === 'carve');
    if (removed) {
      dry = null;
      reason = 'clay was cut away since the dry mass was known: give it again';
    }
    if (entry.kind !== 'piece.weighed') continue;
    if (entry.body.dryKg !== null) dry = entry.body.dryKg;
    const water = dry === null ? null : entry.body.massKg - entry.body.tareKg - dry;
    if (dry !== null && dry <= 0) {
      readings.push({
        at: instantOf(entry),
        x: null,
        reason: 'it holds no dry clay by its log: give it again',
      });
    } else if (water !== null && water < 0) {
      readings.push({
        at: instantOf(entry),
        x: null,
        reason: 'it weighs less than its dry clay: check tare and dry mass',
      });
    } else if (water !== null && water / dry! > WETTEST) {
      readings.push({
        at: instantOf(entry),
        x: null,
        reason: 'it weighs more than the wet lump could: check tare and dry mass',
      });
    } else {
      readings.push({
        at: instantOf(entry),
        x: water === null ? null : water / dry!,
        reason: water === null ? reason : null,
      });
    }
  }
  return readings;
}
