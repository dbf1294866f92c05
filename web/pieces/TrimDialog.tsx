import { TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import { usualTrim } from '../../core/piece/deed.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { useDraft } from '../frame/draft.ts';
import { NumberField, QuantityField, quantityText, typedNumber, typedQuantity } from '../frame/fields.tsx';
import { LogDialog } from '../frame/LogDialog.tsx';
import { useUnits } from '../frame/maker.ts';
import { entry } from '../frame/outbox.ts';
import { wrongFields } from '../frame/shape.ts';
import { deed } from './deed.ts';

/** Logs that clay was turned or cut off beside the planned steps: what was weighed before no longer holds. */
export function TrimDialog({ plan, onClose }: { plan: PiecePlan; onClose: () => void }) {
  const units = useUnits();
  const { id, made } = plan.piece;
  const [{ depth, share, note }, setTyped, forget] = useDraft(`trim ${id}`, () => ({
    depth: quantityText(usualTrim.depthM, 'length', units),
    share: String(usualTrim.share * 100),
    note: '',
  }));
  const set = (change: Partial<{ depth: string; share: string; note: string }>) =>
    setTyped((last) => ({ ...last, ...change }));
  const act = (at: number) => {
    const body = deed({
      effects: [
        {
          does: 'cut',
          depthM: typedQuantity(depth, 'length', units) ?? Number.NaN,
          share: (typedNumber(share) ?? Number.NaN) / 100,
        },
      ],
      note,
    });
    const [first] = Object.values(wrongFields(bodies['piece.done'], body));
    return first
      ? { wrong: first }
      : { words: `${made.name} trimmed`, entries: [entry('piece.done', id, body, { at })] };
  };
  return (
    <LogDialog title={`Trim: ${made.name}`} verb="Log trimmed" act={act} onClose={onClose} forget={forget}>
      <QuantityField
        label="Depth taken off"
        text={depth}
        onText={(text) => set({ depth: text })}
        dimension="length"
      />
      <NumberField
        label="Share of the face"
        unit="%"
        text={share}
        onText={(text) => set({ share: text })}
        help="Its dry mass is no longer known after this: weigh it again to know"
      />
      <TextField label="Note" value={note} onChange={({ target }) => set({ note: target.value })} />
    </LogDialog>
  );
}
