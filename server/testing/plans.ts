import { derivedFile } from '../files/answerCache.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { plannerHere, type Planner } from '../planning/planner.ts';
import { createPlans, type Plans } from '../planning/plans.ts';
import type { Clock } from '../time/clock.ts';
import { schedulerHere } from '../schedule/scheduler.ts';
import { standsBy } from '../schedule/stands.ts';
import { createWeeks, type Weeks } from '../schedule/weeks.ts';

/** Plans that keep nothing on the disk. */
export const plansOf = ({ store }: OpenFolder, planner: Planner = plannerHere()): Plans =>
  createPlans({
    store,
    planner,
    sensors: null,
    kept: derivedFile(null, 'test'),
    studied: derivedFile(null, 'test'),
  });

/** Weeks that keep nothing on the disk. */
export const weeksOf = ({ store }: OpenFolder, plans: Plans, clock: Clock): Weeks =>
  createWeeks({
    ahead: plans.ahead,
    clock,
    hours: () => store.studio().studio,
    scheduler: schedulerHere(),
    kept: derivedFile(null, 'test'),
    stands: standsBy(store),
  });
