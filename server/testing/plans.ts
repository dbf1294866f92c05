import { derivedFile } from '../files/answerCache.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { plannerHere, type Planner } from '../planning/planner.ts';
import { createPlans, type Plans } from '../planning/plans.ts';

/** Plans that keep nothing on the disk. */
export const plansOf = ({ store }: OpenFolder, planner: Planner = plannerHere()): Plans =>
  createPlans({
    store,
    planner,
    sensors: null,
    kept: derivedFile(null, 'test'),
    studied: derivedFile(null, 'test'),
  });
