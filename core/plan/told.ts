import type { StepWindow } from '../piece/stepWindow.ts';
import { isOpen, statusAt } from '../piece/status.ts';
import { HORIZON } from './wallProjection.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';

/** What was told of the window of a step. */
export type Told = Pick<StepWindow, 'opens' | 'closes' | 'windows' | 'toldAt'> & { key: string };

/** The windows of the steps still to be done, as they were told. */
export const toldOf = ({ gates }: { gates: readonly StepWindow[] }): Told[] =>
  gates.flatMap(({ planned: { key }, status, opens, closes, windows, toldAt }) =>
    isOpen(status) && opens !== null
      ? [{ key, opens, closes, windows, ...(toldAt !== undefined && { toldAt }) }]
      : [],
  );

/**
 * Steps as they were told of the very same facts, as long as they lie where they were told. Worked out again at a later
 * time a window differs by the steps in which the wall is carried there, and of one days ahead under tight plastic that
 * is hours: for so little nothing moves.
 */
export function asTold(gates: StepWindow[], told: readonly Told[], now: Instant): StepWindow[] {
  return gates.map((gate) => {
    const before = isOpen(gate.status) && told.find(({ key }) => key === gate.planned.key);
    if (!before) return { ...gate, toldAt: now };
    const since = before.toldAt ?? now;
    const opens = isNear(gate.opens, before.opens, since, now) ? before.opens : gate.opens;
    const closes = isNear(gate.closes, before.closes, since, now) ? before.closes : gate.closes;
    const toldAt = opens === before.opens && closes === before.closes ? since : now;
    if (opens === gate.opens && closes === gate.closes) return { ...gate, toldAt };
    const windows = closes === before.closes ? before.windows : gate.windows;
    const status = gate.status === 'never' && opens !== null ? 'waiting' : gate.status;
    const again: StepWindow = { ...gate, status, opens, closes, windows, toldAt };
    return { ...again, status: statusAt(again, now) };
  });
}

/** Within this share of the time from when it was told until then, and by so much, two computations of the same facts may differ. */
const NOISE = 0.05;
const LEAST = 20 * MINUTE;

/** What does not come within what is looked ahead on may as well come shortly after its end. */
function isNear(a: Instant | null, b: Instant | null, since: Instant, now: Instant): boolean {
  if (a === null && b === null) return true;
  const told = b ?? now + HORIZON;
  return Math.abs((a ?? now + HORIZON) - told) <= Math.max(LEAST, NOISE * (told - since));
}
