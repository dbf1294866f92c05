import { stepWindowOf, type StepWindow } from '../../core/piece/stepWindow.ts';
import { compose } from '../../core/compose/compose.ts';
import { layerOf } from '../../core/catalogue/layerOf.test-support.ts';

const HOUR = 3_600_000;
const [first, second, third, ...rest] = compose([
  layerOf('sgraffito', {}, { id: 'first', upon: null }),
]).planned;
const gate = (of: StepWindow['planned'], change: Partial<StepWindow>): StepWindow => ({
  ...stepWindowOf(of, 'ahead', null),
  ...change,
});

/** Two steps done, four to come one after another, and one that never opens. */
export const sgraffitoGates: StepWindow[] = [
  gate(first!, { status: 'done', doneAt: 2 * HOUR }),
  gate(second!, { status: 'done', doneAt: 3 * HOUR }),
  ...[third!, ...rest]
    .slice(0, 5)
    .map((of, i) => gate(of, { opens: (5 + i) * HOUR, closes: (9 + i) * HOUR })),
  gate({ ...first!, key: 'never' }, { status: 'never' }),
];
