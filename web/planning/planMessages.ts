import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Spell } from '../../core/time/hours.ts';
import type { Effort, PiecePlan, WhatIf } from '../../core/plan/plan.ts';
import type { Instant } from '../../core/units/quantity.ts';

export interface PlanRequest {
  given: PlanInput;
  now: Instant;
  whatIf?: WhatIf;
  effort?: Effort;
}

export interface WorkedPlan {
  plan: PiecePlan | null;
  nights: Spell[];
  /** Why it cannot be planned, in the studio's words. */
  unplanned?: string;
  /** What went wrong where it was worked out. */
  failed?: string;
}
