import { isOpen } from '../piece/status.ts';
import type { StepWindow } from '../piece/stepWindow.ts';
import type { Instant } from '../units/quantity.ts';

/** What comes of a piece that is covered in some way: when its next step is then done, or that it is lost. */
export interface Follows {
  /** The next step. */
  name: string;
  opens: Instant | null;
  closes: Instant | null;
  /** When it is done in working hours; null where its window falls outside them. */
  doAt: Instant | null;
}

/** @param gates of the piece, in order; null where nothing is left to do, or the next step is too late already */
export function followsOf(gates: readonly StepWindow[]): Follows | null {
  const next = gates.find(({ status, planned }) => isOpen(status) && !planned.optional);
  if (!next || next.status === 'closed') return null;
  const { opens, closes, doAt, planned } = next;
  return { name: planned.step.name, opens, closes, doAt };
}

/** Whether a window opens and closes while nobody is there. */
export const isLost = ({ opens, closes, doAt }: Follows): boolean =>
  doAt === null && opens !== null && closes !== null;

/** When a piece is dry enough for the kiln; null where that is not planned, or does not come. */
export const kilnDryAt = (gates: readonly StepWindow[]): Instant | null =>
  gates.find(
    ({ status, planned }) => isOpen(status) && planned.step.needs.some(({ kind }) => kind === 'kiln-dry'),
  )?.opens ?? null;

/** A wanted date against when a piece is dry for the kiln. */
export type InTime = 'in-time' | 'if-uncovered' | 'too-late' | 'unknown';

/**
 * @param dryAt as it stands and is planned
 * @param openDryAt if it is uncovered from now on
 */
export function inTimeFor(wantedAt: Instant, dryAt: Instant | null, openDryAt: Instant | null): InTime {
  if (dryAt !== null && dryAt <= wantedAt) return 'in-time';
  if (openDryAt === null) return dryAt === null ? 'unknown' : 'too-late';
  return openDryAt <= wantedAt ? 'if-uncovered' : 'too-late';
}
