import { isSign } from '../coat/sign.ts';
import type { Instant } from '../units/quantity.ts';
import type { StepWindow, StepStatus } from './stepWindow.ts';

/** Whether a step is still to be done. */
export const isOpen = (status: StepStatus): boolean => status !== 'done' && status !== 'left-out';

/** Where a gate stands at a moment: the one place where that is decided. */
export function statusAt(
  { status, opens, closes, wait }: Pick<StepWindow, 'status' | 'opens' | 'closes' | 'wait'>,
  now: Instant,
): StepStatus {
  if (!isOpen(status) || status === 'ahead' || status === 'never') return status;
  if (closes !== null && closes <= now) return 'closed';
  if (wait && !isSign(wait.what) && wait.from <= now) return 'ask';
  return opens !== null && opens <= now ? 'now' : 'waiting';
}
