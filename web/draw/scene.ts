import type { ClayBody } from '../../core/clay/body.ts';
import type { Cover } from '../../core/drying/face.ts';
import type { Trajectory } from '../../core/drying/trajectory.ts';
import type { Spell } from '../../core/plan/hours.ts';
import type { StepPlan } from '../../core/plan/ahead.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** Everything the wall strip shows. */
export interface StripScene {
  body: ClayBody;
  thicknessM: number;
  trajectory: Trajectory;
  from: Instant;
  to: Instant;
  now: Instant;
  /** When the wall was last known by hand or scale, or was made: the future is less sure the further from it. */
  knownAt: Instant;
  steps: StepPlan[];
  covers: { cover: Cover; from: Instant; to: Instant }[];
  coats: { at: Instant; done: boolean }[];
  nights: Spell[];
  zone: string;
}
