import type { NextStep } from '../../core/plan/next.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';

/** A step that is open at a moment, from an hour before to two hours after it. */
export const openStep = (
  of: Pick<NextStep, 'planned' | 'name' | 'verb'>,
  at: Instant,
  change: Partial<NextStep> = {},
): NextStep => ({
  ...of,
  status: 'now',
  opens: at - HOUR,
  closes: at + 2 * HOUR,
  doAt: at,
  wait: null,
  windows: [],
  chain: [],
  joint: null,
  enough: null,
  rescue: null,
  candling: null,
  meantAt: null,
  ...change,
});
