import type { StepPlan } from '../../core/plan/ahead.ts';
import { stepsOf } from '../../core/technique/catalogue.ts';

const HOUR = 3_600_000;
const [first, second, ...rest] = stepsOf('sgraffito', {});
const plan = (step: StepPlan['step'], change: Partial<StepPlan>): StepPlan => ({
  step,
  status: 'ahead',
  doneAt: null,
  opens: null,
  closes: null,
  doAt: null,
  waitFor: null,
  ...change,
});

/** Two steps done, the rest to come one after another, and one that never opens. */
export const sgraffitoSteps: StepPlan[] = [
  plan(first!, { status: 'done', doneAt: 2 * HOUR }),
  plan(second!, { status: 'done', doneAt: 3 * HOUR }),
  ...rest.map((step, i) => plan(step, { opens: (5 + i) * HOUR, closes: (9 + i) * HOUR })),
  plan({ ...first!, id: 'never' }, { status: 'unreached' }),
];
