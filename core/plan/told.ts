import type { Gate } from '../piece/gates.ts';
import { isOpen, statusAt } from '../piece/status.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';

/** What was told of the window of a step. */
export type Told = Pick<Gate, 'opens' | 'closes' | 'windows'> & { key: string };

/** The windows of the steps still to be done, as they were told. */
export const toldOf = ({ gates }: { gates: readonly Gate[] }): Told[] =>
  gates.flatMap(({ planned: { key }, status, opens, closes, windows }) =>
    isOpen(status) && opens !== null ? [{ key, opens, closes, windows }] : [],
  );

/**
 * Steps as they were told of the very same facts, for as long as that holds. Worked out again at a later time the next
 * window differs by nothing but the steps in which the wall is carried there, and of one days ahead under tight plastic
 * that is hours: what is told does not move while nothing was logged, read or learned. Those after it move with what was
 * not done when it was planned, and are told again as long as they move by no more than that.
 * @param next the step that comes next
 */
export function asTold(gates: Gate[], told: readonly Told[], next: Gate | null, now: Instant): Gate[] {
  return gates.map((gate) => {
    const before = isOpen(gate.status) && told.find(({ key }) => key === gate.planned.key);
    if (!before || (before.closes !== null && before.closes <= now)) return gate;
    const { opens, closes, windows } = before;
    if (gate !== next && !(isNear(gate.opens, opens, now) && isNear(gate.closes, closes, now))) return gate;
    const again: Gate = { ...gate, opens, closes, windows };
    // one that lies ahead does so still
    return gate === next ? { ...again, status: statusAt({ ...again, status: 'waiting' }, now) } : again;
  });
}

/** Within this share of the time until then two computations of the same facts may differ. */
const NOISE = 0.02;
const LEAST = 5 * MINUTE;

const isNear = (a: Instant | null, b: Instant | null, now: Instant): boolean =>
  a === null || b === null ? a === b : Math.abs(a - b) <= Math.max(LEAST, NOISE * (b - now));
