import type { ClayBody } from '../clay/body.ts';
import { edgeAtWater } from '../clay/stage.ts';
import { meanReading } from '../drying/readings.ts';
import { eachRecord, type Trajectory } from '../drying/trajectory.ts';
import { HOUR, type Instant } from '../units/quantity.ts';

/** The softest that coats make a wall: their water goes into it. */
export interface Softest {
  at: Instant;
  /** Its mean then, on the moisture index. */
  index: number;
  /** Whether that is soft enough to slump. */
  slumps: boolean;
}

/** Coats that bring the mean of the wall above this edge make it go soft again. From memory. */
const SLUMPS_AT = 95;
/** Drier than this it only takes up and gives off what the air brings, on the moisture index. */
const DRY = 15;
/** A wall that was soft this lately still counts as such. From memory. */
const LATELY = 2 * HOUR;

/** The softest moment of any wall of a piece. */
export const softestAmong = (
  courses: { trajectory: Trajectory }[],
  body: ClayBody,
  now: Instant,
): Softest | null =>
  courses.reduce<Softest | null>((softest, { trajectory }) => {
    const of = softestOf(trajectory, body, now);
    return !softest || (of && of.index > softest.index) ? (of ?? softest) : softest;
  }, null);

/**
 * The softest moment of a coated wall from a little before now on, over what has been and what is planned.
 * @returns null where no coat wets it: it has none, or it has only been drying since
 */
export function softestOf(course: Trajectory, body: ClayBody, now: Instant): Softest | null {
  let first: { at: Instant; mean: number } | null = null;
  let softest: { at: Instant; mean: number } | null = null;
  for (const { at, x, mesh } of eachRecord(course)) {
    if (at < now - LATELY || mesh.layers.length === 1) continue;
    const mean = meanReading(x, mesh);
    first ??= { at, mean };
    if (!softest || mean > softest.mean) softest = softest ? { at, mean } : first;
  }
  if (!first || !softest || softest === first) return null;
  const index = edgeAtWater(body, softest.mean);
  if (index < DRY) return null;
  // a wall that is as soft as it was thrown stood up by itself
  const before = edgeAtWater(body, first.mean);
  return { at: softest.at, index, slumps: index > SLUMPS_AT && before < SLUMPS_AT };
}
