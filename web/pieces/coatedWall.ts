import type { ClayBody } from '../../core/clay/body.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';

/** The wall a coat is laid on. */
export interface CoatedWall {
  body: ClayBody;
  thicknessM: number;
  meanX: number;
}

export const coatedWall = ({ believed, now }: PiecePlan): CoatedWall => ({
  body: believed.setting.body,
  thicknessM: believed.setting.thicknessM,
  meanX: now.meanX,
});
