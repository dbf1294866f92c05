import type { StepWindow } from '../piece/stepWindow.ts';
import { HOUR, MINUTE, type Instant } from '../units/quantity.ts';
import { asKnown } from './standing.ts';

/** What moves a window though nothing was logged of its piece. */
export type MovedBy = 'learned' | 'measured';

/** A window of a next step that was told before, and is another now. */
export interface Moved {
  edge: 'opens' | 'closes';
  /** How far, ms; sooner where negative. */
  by: number;
  why: MovedBy;
  /** When it was told anew. */
  at: Instant;
}

/** Less than this is not worth a word. Common practice. */
const WORTH = 5 * MINUTE;
/** It is told for so long. */
const TOLD = HOUR;

/**
 * How the window of a next step moved between two plans of one log; what moved before is told for an hour.
 * @param why what came between them; null where nothing did but time
 */
export function movedSince(
  before: { next: StepWindow | null; moved: Moved | null },
  next: StepWindow | null,
  why: MovedBy | null,
  now: Instant,
): Moved | null {
  const told = before.moved && now - before.moved.at < TOLD ? before.moved : null;
  if (!next || next.planned.key !== before.next?.planned.key) return null;
  if (why === null) return told;
  const edge = next.opens !== null && next.opens <= now ? 'closes' : 'opens';
  const [was, is] = [shownOf(before.next, edge), shownOf(next, edge)];
  if (was === null || is === null || Math.abs(is - was) < WORTH) return told;
  return { edge, by: is - was, why, at: now };
}

const shownOf = (gate: StepWindow, edge: Moved['edge']): Instant | null =>
  asKnown(gate[edge], gate.windows[0]?.[edge]);
