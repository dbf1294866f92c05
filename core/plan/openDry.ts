import { goAlong } from '../drying/batch/carry.ts';
import { COARSE, roughened, runsOf, type Walls } from '../drying/run.ts';
import type { Seams } from '../form/places.ts';
import type { Instant } from '../units/quantity.ts';
import { kilnDryAt } from './follows.ts';
import { project, type Project } from './project.ts';

/** When a piece is dry enough for the kiln if it stands open from now on; null where that is not planned. */
export function openDryAt(walls: Walls, ahead: Project, seams: Seams): Instant | null {
  const rough: Walls = Object.fromEntries(runsOf(walls).map(([name, run]) => [name, roughened(run, COARSE)]));
  const schedule = [{ at: ahead.now, cover: 'open' as const }];
  const [projected] = goAlong([project(rough, { ...ahead, schedule }, seams)]);
  return kilnDryAt(projected!.gates);
}
