import { TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import { outsideArea } from '../../core/form/form.ts';
import type { Effect } from '../../core/technique/technique.ts';
import { usualTrim } from '../../core/piece/operation.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { useDraft } from '../ui/draft.ts';
import { NumberField, QuantityField, quantityText, typedNumber, typedQuantity } from '../ui/fields.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useUnits } from '../asking/maker.ts';
import { stamped } from '../saving/outbox.ts';
import { wrongFields } from '../ui/shape.ts';
import { coatedWall } from './coatedWall.ts';
import { asProposed, CutOffFields, useCutOff, type TypedCutOff } from './CutOff.tsx';
import { doneBeside } from '../../core/log/acts/done.ts';

interface Typed {
  depth: string;
  share: string;
  note: string;
  cutOff: TypedCutOff;
}

/** Logs that clay was turned or cut off beside the planned steps: what was weighed before no longer holds. */
export function TrimDialog({ plan, onClose }: { plan: PiecePlan; onClose: () => void }) {
  const units = useUnits();
  const { id, made } = plan.piece;
  const [{ depth, share, note, cutOff: typedCutOff }, setTyped, forget] = useDraft<Typed>(
    `trim ${id}`,
    () => ({
      depth: quantityText(usualTrim.depthM, 'length', units),
      share: String(usualTrim.share * 100),
      note: '',
      cutOff: asProposed,
    }),
  );
  const set = (change: Partial<Typed>) => setTyped((last) => ({ ...last, ...change }));
  const effects: Effect<number>[] = [
    {
      does: 'cut',
      depthM: typedQuantity(depth, 'length', units) ?? Number.NaN,
      share: (typedNumber(share) ?? Number.NaN) / 100,
    },
  ];
  const wall = coatedWall(plan);
  const cutOff = useCutOff(wall, typedCutOff, effects, outsideArea(plan.piece.form));
  const act = (at: number) => {
    const trimmed = doneBeside(id, { effects, note });
    const [first] = Object.values(wrongFields(bodies['piece.done'], trimmed.body));
    if (first) return { wrong: first };
    const binned = cutOff.drafts(`${made.name}, trimmed`);
    return typeof binned === 'string'
      ? { wrong: binned }
      : { words: `${made.name} trimmed`, entries: stamped([trimmed, ...binned], at) };
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
        help="To know its dry mass after this, weigh it shortly before and after"
      />
      <CutOffFields
        cutOff={cutOff}
        wall={wall}
        onTyped={(more) => set({ cutOff: { ...typedCutOff, ...more } })}
      />
      <TextField label="Note" value={note} onChange={({ target }) => set({ note: target.value })} />
    </LogDialog>
  );
}
