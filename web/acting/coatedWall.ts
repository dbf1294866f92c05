import type { ClayBody } from '../../core/clay/body.ts';
import type { Carried } from '../../core/log/carried.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';

/** The wall that is worked on. */
export interface CoatedWall {
  body: ClayBody;
  clayId: string;
  thicknessM: number;
  meanX: number;
  /** What was laid on it so far. */
  carried: Carried;
}

export const coatedWall = ({ believed, now, piece }: PiecePlan): CoatedWall => ({
  body: believed.setting.body,
  thicknessM: believed.setting.thicknessM,
  meanX: now.meanX,
  clayId: piece.made.clayId,
  carried: piece.carried,
});
