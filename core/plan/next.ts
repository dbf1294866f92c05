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
  /** When the plan of the coming days has it; null where it has not, or none is known. */
  meantAt: Instant | null;
}

/** The step that the plan of the coming days has next of a piece, and about when. */
export interface MeantStep {
  key: string;
  at: Instant;
}

/** What of a step its headline is read from. */
export type StepHead = Pick<
  NextStep,
  'name' | 'status' | 'opens' | 'closes' | 'wait' | 'windows' | 'meantAt'
>;

export const headOf = ({ name, status, opens, closes, wait, windows, meantAt }: NextStep): StepHead => ({
  name,
  status,
  opens,
  closes,
  wait,
  windows,
  meantAt,
});

/** The next step of a plan as it stands at a moment within the plan's hold. */
export const nextStep = (
  { next }: Pick<PlanResult, 'next'>,
  now: Instant,
  meant?: MeantStep | null,
): NextStep | null => next && stepAt(next, now, meant);

/** One step of a plan as plain data, as it stands at a moment within the plan's hold. */
export function stepAt({ doneAt, ...gate }: StepWindow, now: Instant, meant?: MeantStep | null): NextStep {
  const { name, verb } = gate.planned.step;
  const meantAt = meant?.key === gate.planned.key ? meant.at : null;
  return { ...gate, name, verb, status: statusAt(gate, now), meantAt };
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
