import { problem, type Problem } from '../units/problem.ts';
import { narrowest, type Form } from './form.ts';

/** A form that clay can have: the profile rises from the foot and keeps clear of its axis. */
export function formProblem(form: Form): Problem | null {
  if (form.kind === 'profile') {
    const { points } = form;
    if (points[0]!.heightM !== 0)
      return problem('profile-off-foot', 'points.0.heightM', 'A profile begins at the foot, at height 0.');
    const back = points.findIndex(({ heightM }, i) => i > 0 && heightM <= points[i - 1]!.heightM);
    if (back > 0)
      return problem(
        'profile-crosses',
        `points.${back}.heightM`,
        'The profile would cross itself there: each height lies above the one before.',
      );
    const thin = points.findIndex(({ diameterM }) => diameterM <= 2 * form.wallM);
    if (thin >= 0)
      return problem(
        'profile-at-axis',
        `points.${thin}.diameterM`,
        'The wall would reach its own axis there: it must be wider than two walls.',
      );
  }
  return form.wallM * 2 < narrowest(form)
    ? null
    : problem(
        'wall-too-thick',
        'wallM',
        'The wall is thicker than half the piece is wide: check both figures and their units.',
      );
}

/** A thinner wall than this is asked about once, m. Common practice, no source: paper-thin porcelain is thicker. */
const HARDLY_MEANT = 0.0012;

/** Whether a wall is so thin that another unit may have been meant. */
export const isHardlyMeant = (wallM: number): boolean => wallM > 0 && wallM < HARDLY_MEANT;
