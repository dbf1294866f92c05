import type { ClayBody } from '../../core/clay/body.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';

/** The wall a coat is laid on. */
export interface CoatedWall {
  body: ClayBody;
  thicknessM: number;
  meanX: number;
}

export const coatedWall = ({ course, now }: PiecePlan): CoatedWall => ({
  body: course.setting.body,
  thicknessM: course.setting.thicknessM,
  meanX: now.meanX,
});
