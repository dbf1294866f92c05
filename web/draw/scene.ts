import type { ClayBody } from '../../core/clay/body.ts';
import type { Cover } from '../../core/drying/face.ts';
import type { Trajectory } from '../../core/drying/trajectory.ts';
import type { Spell } from '../../core/time/hours.ts';
import type { StepWindow } from '../../core/piece/stepWindow.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** Everything the wall strip shows. */
export interface StripScene {
  body: ClayBody;
  thicknessM: number;
  trajectory: Trajectory;
  from: Instant;
  to: Instant;
  now: Instant;
  gates: StepWindow[];
  covers: { cover: Cover; from: Instant; to: Instant }[];
  /** Other places of the piece that dry otherwise than its wall, with their mean water over time. */
  places: { name: string; at: Instant[]; meanX: number[] }[];
  nights: Spell[];
  /** When it was photographed. */
  pictured: Instant[];
  zone: string;
}
