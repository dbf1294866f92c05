import { wetness } from '../clay/colour.ts';
import { outerReading } from '../drying/readings.ts';
import { readAt } from '../drying/trajectory.ts';
import { DAY, HOUR, type Instant } from '../units/quantity.ts';
import type { Believed } from '../piece/believed.ts';
import type { PieceFacts } from '../piece/facts.ts';
import { answersOf, type PiecePlan, type PlanAnswers } from './plan.ts';

/** What is kept of a plan once its walls are let go: all that is shown of many pieces at once. */
export interface PlanKept {
  answers: PlanAnswers;
  /** Thickness that the wall proved to have, m. */
  thicknessM: number;
  ribbon: Ribbon;
  /** What was found of it, and what is believed since. */
  found: { checks: number; belief: Believed['belief'] };
}

/** How wet the outer wall looks over the coming time: 0 dry, 1 wet. */
export interface Ribbon {
  at: Instant[];
  moisture: number[];
}

const RIBBON_STEP = HOUR / 2;
const RIBBON_SHOWN = DAY;
/** A kept answer may be shown for hours after it was made: its ribbon reaches further than a day. */
const RIBBON_LASTS = 2 * DAY;

export function keptOf(plan: PiecePlan, { body }: PieceFacts): PlanKept {
  const at = Array.from({ length: RIBBON_LASTS / RIBBON_STEP + 1 }, (_, i) => plan.at + i * RIBBON_STEP);
  const moisture = at.map((t) => Number(wetness(body, readAt(plan.trajectory, t, outerReading)).toFixed(3)));
  const { setting, observations, belief } = plan.believed;
  return {
    answers: answersOf(plan),
    thicknessM: setting.thicknessM,
    ribbon: { at, moisture },
    found: { checks: observations.length, belief },
  };
}

/** The part of a ribbon shown at a moment. */
export function ribbonFrom({ at, moisture }: Ribbon, now: Instant): Ribbon {
  const shown = at.flatMap((t, i) => (t > now - RIBBON_STEP && t <= now + RIBBON_SHOWN ? [i] : []));
  return { at: shown.map((i) => at[i]!), moisture: shown.map((i) => moisture[i]!) };
}
