import { formatFixed } from '../../core/units/quantity.ts';
import { useState } from 'react';
import { USUAL_GRAIN } from '../../core/slip/density.ts';
import { slipForCoat } from '../../core/slip/amount.ts';
import { sgraffito } from '../../core/technique/sgraffito.ts';
import { useDraft } from '../frame/draft.ts';
import {
  ChoiceField,
  NumberField,
  QuantityField,
  quantityText,
  typedNumber,
  typedQuantity,
} from '../frame/fields.tsx';
import { LogDialog } from '../frame/LogDialog.tsx';
import { useUnits } from '../frame/maker.ts';
import { entry } from '../frame/outbox.ts';
import { useShelf } from '../slips/shelf.ts';
import { Fit } from './Fit.tsx';
import type { StepDialogProps } from './StepDialog.tsx';

const LAST_TUB = 'kosmema-last-tub';
const NO_TUB = 'none';

/** Logs a coat: from which tub, how thick. The tub's own figures are taken where there are any. */
export function CoatDialog({ pieceId, pieceName, areaM2, wall, step, onClose }: StepDialogProps) {
  const units = useUnits();
  const { data: shelf } = useShelf();
  const usable = (shelf?.tubs ?? []).flatMap(({ tub }) => (tub.discardedAt === null ? [tub] : []));
  const [typed, setTyped, forget] = useDraft(`coat ${pieceId} ${step.stepId}`, () => ({
    chosen: localStorage.getItem(LAST_TUB),
    thickness: quantityText(sgraffito.coat.thicknessM, 'length', units),
    gravity: null as string | null,
    face: 'outside' as 'outside' | 'inside',
  }));
  const { chosen, thickness, gravity, face } = typed;
  const set = (change: Partial<typeof typed>) => setTyped((last) => ({ ...last, ...change }));
  const tub = usable.find((t) => t.id === chosen);
  const [further, setFurther] = useState(false);
  const gravityText =
    gravity ?? formatFixed(tub?.specificGravity ?? sgraffito.coat.specificGravity, 2, units);

  const act = (at: number) => {
    const thicknessM = typedQuantity(thickness, 'length', units);
    const specificGravity = typedNumber(gravityText);
    if (!(thicknessM! >= 1e-5 && thicknessM! <= 0.02))
      return {
        wrong: 'Coat thickness must be between 0.01 and 20 mm: brushed coats are 0.1 to 0.25 mm wet.',
      };
    if (!(specificGravity! >= 1.02 && specificGravity! <= 4))
      return {
        wrong:
          'Specific gravity of a coat must be between 1.02 and 4: water is 1.00; most slips lie between 1.1 and 1.85.',
      };
    if (tub) localStorage.setItem(LAST_TUB, tub.id);
    const body = {
      stepId: face === 'outside' && !further ? step.stepId : null,
      tubId: tub?.id ?? null,
      thicknessM: thicknessM!,
      specificGravity: specificGravity!,
      grainDensity: tub?.made.grainDensity ?? USUAL_GRAIN,
      adjusted: tub?.adjusted ?? 'none',
    };
    const volumeM3 = slipForCoat(areaM2, thicknessM!);
    const used = tub ? [entry('tub.used', tub.id, { volumeM3, pieceId }, { at })] : [];
    return {
      words: `${pieceName}: ${face === 'outside' ? step.name.toLowerCase() : 'coat inside'}`,
      entries: [entry('piece.coated', pieceId, body, { at, face }), ...used],
    };
  };

  return (
    <LogDialog
      title={`${step.name}: ${pieceName}`}
      verb={further ? 'Log a further coat' : step.verb}
      act={act}
      onClose={onClose}
      forget={forget}
      onRefused={({ code }) => setFurther(code === 'coated-already')}
    >
      <ChoiceField
        label="From which tub"
        value={tub?.id ?? NO_TUB}
        onChoose={(value) => set({ chosen: value })}
        options={[
          { value: NO_TUB, label: 'No tub, or not on the shelf' },
          ...usable.map((t) => ({ value: t.id, label: t.made.name })),
        ]}
      />
      <QuantityField
        label="Wet thickness of the coat"
        text={thickness}
        onText={(text) => set({ thickness: text })}
        dimension="length"
        help="Brushed coats are 0.1 to 0.25 mm"
      />
      <NumberField
        label="Specific gravity"
        text={gravityText}
        onText={(text) => set({ gravity: text })}
        help={
          tub
            ? tub.specificGravity === null
              ? 'This tub has not been measured'
              : 'As the tub stands by its log'
            : 'Usual for brushing'
        }
      />
      <ChoiceField
        label="Face"
        value={face}
        onChoose={(value) => set({ face: value })}
        options={[
          { value: 'outside', label: 'Outside' },
          { value: 'inside', label: 'Inside (beside the planned steps)' },
        ]}
      />
      <Fit
        coat={{
          thicknessM: typedQuantity(thickness, 'length', units) ?? Number.NaN,
          specificGravity: typedNumber(gravityText) ?? Number.NaN,
          grainDensity: tub?.made.grainDensity ?? USUAL_GRAIN,
          adjusted: tub?.adjusted ?? 'none',
        }}
        wall={wall}
        step={step}
      />
    </LogDialog>
  );
}
