import type { Cover } from '../drying/face.ts';
import { HOUR, type Instant } from '../units/quantity.ts';
import type { CoverAdvice } from './advice.ts';
import type { NextStep } from './next.ts';

/** When a piece asks for hands: at once, within hours, before the next working day, after that. */
export type Due = 'late' | 'now' | 'soon' | 'tonight' | 'later';

const SOON = 3 * HOUR;

/** @param morning when the next working day begins; see `night.ts` */
export function dueOf(next: NextStep | null, now: Instant, morning: Instant): Due {
  if (!next || next.status === 'never') return 'later';
  if (next.status === 'closed') return 'late';
  const { wait } = next;
  const waits = wait !== null && (next.status === 'ask' || next.status !== 'now' || wait.to >= now);
  if (!waits && next.status === 'now') return 'now';
  const from = Math.max(next.opens ?? (waits ? 0 : Number.POSITIVE_INFINITY), wait?.to ?? 0);
  if (from - now < SOON) return 'soon';
  return from < morning ? 'tonight' : 'later';
}

/**
 * The cover a piece is to have for the night: what is advised by then, or the one it has.
 * @param nightAt when the night begins
 */
export const coverFor = (nightAt: Instant, advice: CoverAdvice | null, present: Cover): Cover =>
  !advice || advice.why === 'stay'
    ? present
    : (advice.changes.findLast(({ at }) => at <= nightAt)?.cover ?? present);
