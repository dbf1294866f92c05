import { wetness } from '../clay/colour.ts';
import { outerReading } from '../drying/readings.ts';
import { readAt } from '../drying/trajectory.ts';
import type { Instant } from '../units/quantity.ts';
import { RIBBON_LASTS, RIBBON_STEP, type MoistureForecast } from './moistureForecast.ts';
import type { StateEstimate } from '../piece/stateEstimate.ts';
import type { PlanInput } from '../piece/planInput.ts';
import { resultOf, type PiecePlan, type PlanResult } from './plan.ts';

/** What is kept of a plan once its walls are let go: all that is shown of many pieces at once. */
export interface KeptPlan {
  answers: PlanResult;
  /** Thickness that the wall proved to have, m. */
  thicknessM: number;
  ribbon: MoistureForecast;
  /** What was found of it, and what is believed since. */
  found: { checks: number; belief: StateEstimate['belief'] };
}

export function keptOf(plan: PiecePlan, { body }: PlanInput): KeptPlan {
  const at = Array.from({ length: RIBBON_LASTS / RIBBON_STEP + 1 }, (_, i) => plan.at + i * RIBBON_STEP);
  const moisture = at.map((t) => rounded(wetness(body, readAt(plan.trajectory, t, outerReading))));
  const edge = (name: 'rim' | 'foot'): number[] => {
    const over = plan.places.places.find(({ place }) => place === name)?.over;
    return over ? at.map((t) => rounded(wetness(body, courseAt(over, t)))) : [];
  };
  const { setting, observations, belief } = plan.believed;
  return {
    answers: resultOf(plan),
    thicknessM: setting.thicknessM,
    ribbon: { at, moisture, rim: edge('rim'), foot: edge('foot') },
    // what a sister taught is that one's lesson, not this one's too
    found: { checks: observations.filter(({ sister }) => !sister).length, belief },
  };
}

const rounded = (share: number): number => Number(share.toFixed(3));

/** A place's mean water at an instant, between what is on record of it; held at its ends. */
function courseAt({ at, meanX }: { at: Instant[]; meanX: number[] }, t: Instant): number {
  const k = at.findIndex((of) => of >= t);
  if (k <= 0) return k === 0 ? meanX[0]! : meanX.at(-1)!;
  const share = (t - at[k - 1]!) / Math.max(1, at[k]! - at[k - 1]!);
  return meanX[k - 1]! + share * (meanX[k]! - meanX[k - 1]!);
}
