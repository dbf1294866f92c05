import type { Gate } from '../../core/piece/gates.ts';
import { techniqueNamed } from '../../core/technique/catalogue.ts';
import { compose } from '../../core/technique/compose.ts';
import { wholeZone } from '../../core/technique/layer.ts';

const HOUR = 3_600_000;
const { id, rev } = techniqueNamed('sgraffito');
const { planned } = compose([
  {
    id: 'first',
    technique: id,
    rev,
    schools: {},
    zones: [wholeZone],
    face: 'outside',
    upon: null,
    also: [],
    stock: [],
  },
]);
const [first, second, third, ...rest] = planned;
const gate = (of: Gate['planned'], change: Partial<Gate>): Gate => ({
  planned: of,
  status: 'ahead',
  doneAt: null,
  opens: null,
  closes: null,
  doAt: null,
  wait: null,
  windows: [],
  chain: [],
  joint: null,
  enough: null,
  rescue: null,
  ...change,
});

/** Two steps done, four to come one after another, and one that never opens. */
export const sgraffitoGates: Gate[] = [
  gate(first!, { status: 'done', doneAt: 2 * HOUR }),
  gate(second!, { status: 'done', doneAt: 3 * HOUR }),
  ...[third!, ...rest]
    .slice(0, 5)
    .map((of, i) => gate(of, { opens: (5 + i) * HOUR, closes: (9 + i) * HOUR })),
  gate({ ...first!, key: 'never' }, { status: 'never' }),
];
