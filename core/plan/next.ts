import type { Sign } from '../technique/technique.ts';
import type { Instant } from '../units/quantity.ts';
import type { StepPlan, StepStatus } from './ahead.ts';
import type { PlanAnswers, StepSpread } from './plan.ts';

/** What a piece asks for next, as plain data for a screen. */
export interface NextStep {
  stepId: string;
  name: string;
  verb: string;
  does: 'coat' | 'work';
  status: StepStatus;
  opens: Instant | null;
  closes: Instant | null;
  doAt: Instant | null;
  remedy: string;
  waitFor: { sign: Sign; afterStepId: string; from: Instant; to: Instant } | null;
  /** How sure the edges of its window are; null where nothing was forecast. */
  spread: StepSpread | null;
}

/** The next step of a plan as it stands at a moment within the plan's hold. */
export function nextStep(
  plan: Pick<PlanAnswers, 'next' | 'steps' | 'spreads'>,
  now: Instant,
): NextStep | null {
  return plan.next && stepSummary(plan.next, plan, now);
}

/** One step of a plan as plain data, as it stands at a moment within the plan's hold. */
export function stepSummary(
  next: StepPlan,
  { steps, spreads }: Pick<PlanAnswers, 'steps' | 'spreads'>,
  now: Instant,
): NextStep {
  const { step, opens, closes, doAt, waitFor } = next;
  const here = steps.findIndex((s) => s.step.id === next.step.id);
  const before = steps.slice(0, here).findLast((s) => s.step.does === 'coat');
  return {
    stepId: step.id,
    name: step.name,
    verb: step.verb,
    does: step.does,
    status: statusAt(next, now),
    opens,
    closes,
    doAt,
    remedy: step.remedy,
    waitFor: waitFor && before ? { ...waitFor, afterStepId: before.step.id } : null,
    spread: spreads[step.id] ?? null,
  };
}

function statusAt({ status, opens, closes }: StepPlan, now: Instant): StepStatus {
  if (closes !== null && closes <= now) return 'late';
  return status === 'waiting' && opens !== null && opens <= now ? 'now' : status;
}
