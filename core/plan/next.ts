import { colourants, hazards, type Hazard, type HazardId } from '../hazard/hazard.ts';
import type { Waste } from '../slip/bin.ts';
import type { Planned } from '../technique/layer.ts';
import type { Instant } from '../units/quantity.ts';
import { statusAt } from '../piece/status.ts';
import type { StepWindow } from '../piece/stepWindow.ts';
import type { PlanResult } from './plan.ts';

/** What a piece asks for next, as plain data for a screen. */
export interface NextStep extends Omit<StepWindow, 'doneAt'> {
  name: string;
  verb: string;
}

/** What of a step its headline is read from. */
export type StepHead = Pick<NextStep, 'name' | 'status' | 'opens' | 'closes' | 'wait' | 'windows'>;

export const headOf = ({ name, status, opens, closes, wait, windows }: NextStep): StepHead => ({
  name,
  status,
  opens,
  closes,
  wait,
  windows,
});

/** The next step of a plan as it stands at a moment within the plan's hold. */
export const nextStep = ({ next }: Pick<PlanResult, 'next'>, now: Instant): NextStep | null =>
  next && stepAt(next, now);

/** One step of a plan as plain data, as it stands at a moment within the plan's hold. */
export function stepAt({ doneAt, ...gate }: StepWindow, now: Instant): NextStep {
  const { name, verb } = gate.planned.step;
  return { ...gate, name, verb, status: statusAt(gate, now) };
}

/** What to do once the window of a step has closed, in words; empty where nothing helps. */
export function remedyFor({ rescue, planned }: Pick<NextStep, 'rescue' | 'planned'>): string {
  const dry = planned.step.remedies.filter(({ when }) => when === 'too-dry');
  // what would wet it again was tried, and does not help
  const remedy = rescue?.remedy ?? dry.find(({ effects }) => !effects) ?? dry[0];
  return remedy?.say ?? '';
}

/**
 * The cautions of a step.
 * @param waste what the slip of the chosen tub is as waste
 */
export function hazardsOf({ step }: Planned, waste?: Waste): Hazard[] {
  const ids = step.hazards.filter(
    (id) => waste === undefined || waste === 'toxic' || !colourants.includes(id),
  );
  const all: HazardId[] =
    waste === 'toxic' && !ids.some((id) => colourants.includes(id)) ? [...ids, 'toxic-colour'] : ids;
  return all.map((id) => hazards[id]);
}
