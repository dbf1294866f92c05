import type { PieceCase } from '../../core/plan/case.ts';
import type { Spell } from '../../core/plan/hours.ts';
import type { PiecePlan, WhatIf } from '../../core/plan/plan.ts';
import type { Instant } from '../../core/units/quantity.ts';

export interface PlanRequest {
  ticket: number;
  given: PieceCase;
  now: Instant;
  whatIf?: WhatIf;
}

export interface PlanAnswer {
  ticket: number;
  plan: PiecePlan | null;
  nights: Spell[];
}
