import { Button } from '@mui/material';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { formatFixed, formatQuantity, MINUTE } from '../../core/units/quantity.ts';
import { studioNow } from '../asking/clock.ts';
import { useDraft } from '../ui/draft.ts';
import { QuantityField, quantityText, typedQuantity } from '../ui/fields.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useUnits } from '../asking/maker.ts';
import { entry } from '../saving/outbox.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** A mass from the scale is offered for this long. */
const FRESH = 3 * MINUTE;

/** A weighing: sharper than any touch, where the dry mass of the clay is known. */
export function WeighDialog({ plan, onClose }: { plan: PiecePlan; onClose: () => void }) {
  const units = useUnits();
  const { id, made } = plan.piece;
  const [typed, setTyped, forget] = useDraft(`weigh ${id}`, () => ({ mass: '', tare: '0', dry: '' }));
  const { mass, tare, dry } = typed;
  const set = (change: Partial<typeof typed>) => setTyped((last) => ({ ...last, ...change }));
  const scale = useAnswer(to('/api/sensors'), { refreshInterval: 2_000 }).data?.scale;
  const act = (at: number) => {
    const massKg = typedQuantity(mass, 'mass', units);
    const tareKg = typedQuantity(tare, 'mass', units) ?? 0;
    const dryKg = typedQuantity(dry, 'mass', units);
    if (massKg === null || !(massKg > 0))
      return { wrong: 'Mass must be a number above zero: what does the scale say?' };
    if (!(tareKg >= 0)) return { wrong: 'Tare must be a number: weigh the empty board, or put 0.' };
    if (dryKg !== null && !(dryKg > 0))
      return { wrong: 'Dry mass must be a number above zero, or empty where it is not known.' };
    if (tareKg >= massKg) return { wrong: 'The empty board weighs as much as the piece on it: check both.' };
    return {
      words: `${made.name} weighed`,
      entries: [entry('piece.weighed', id, { massKg, tareKg, dryKg }, { at })],
    };
  };
  return (
    <LogDialog title={`Weigh: ${made.name}`} verb="Log weighing" act={act} onClose={onClose} forget={forget}>
      {scale && studioNow() - scale.at < FRESH && (
        <Button variant="outlined" onClick={() => set({ mass: quantityText(scale.massKg, 'mass', units) })}>
          Take {formatQuantity('mass', scale.massKg, units)} from the scale
        </Button>
      )}
      <QuantityField
        label="Mass on the scale"
        text={mass}
        onText={(text) => set({ mass: text })}
        dimension="mass"
      />
      <QuantityField
        label="Board or bat under it"
        text={tare}
        onText={(text) => set({ tare: text })}
        dimension="mass"
      />
      <QuantityField
        label="Dry clay in it, where known"
        text={dry}
        onText={(text) => set({ dry: text })}
        dimension="mass"
        help={`The starting lump divided by ${formatFixed(1 + plan.believed.setting.body.plasticX, 2, units)}. Carried on once given, until clay is cut away.`}
      />
    </LogDialog>
  );
}
