import { useState } from 'react';
import { TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import { hazardsOf, type NextStep } from '../../core/plan/next.ts';
import { deepestGroove, fillOf, usually } from '../../core/piece/deed.ts';
import { takesOff } from '../../core/piece/waste.ts';
import { faultsOf } from '../../core/fault/fault.ts';
import { consistencyFor } from '../../core/slip/consistency.ts';
import { USUAL_GRAIN } from '../../core/slip/density.ts';
import { slipForCoat } from '../../core/slip/amount.ts';
import type { Face, Outcome, SlipLaid } from '../../core/log/entry.ts';
import { shareOfZones, type StepRef } from '../../core/technique/layer.ts';
import type { Effect } from '../../core/technique/technique.ts';
import { formatFixed, type UnitChoice } from '../../core/units/quantity.ts';
import { useDraft } from '../frame/draft.ts';
import { ChoiceField, NumberField, typedNumber } from '../frame/fields.tsx';
import { LogDialog } from '../frame/LogDialog.tsx';
import { useUnits } from '../frame/maker.ts';
import { entry } from '../frame/outbox.ts';
import { CautionLine } from '../frame/parts.tsx';
import { wrongFields } from '../frame/shape.ts';
import { useShelf } from '../slips/shelf.ts';
import type { CoatedWall } from './coatedWall.ts';
import { asProposed, CutOffFields, useCutOff, type TypedCutOff } from './CutOff.tsx';
import { deed } from './deed.ts';
import { fieldsOf, type EffectField } from './effectFields.ts';
import { EffectInput, fieldText, fieldValue } from './EffectInput.tsx';
import { FaultsField } from './FaultsField.tsx';
import { Fit } from './Fit.tsx';

export interface DoneDialogProps {
  pieceId: string;
  pieceName: string;
  /** The face that is worked on, m². */
  areaM2: number;
  wall: CoatedWall;
  step: NextStep;
  onClose: () => void;
}

const LAST_TUB = 'kosmema-last-tub';
const NO_TUB = 'none';

interface Typed {
  /** What was typed of each quantity, by effect and name. */
  values: Record<string, string>;
  tub: string | null;
  gravity: string | null;
  face: Face;
  cutOff: TypedCutOff;
  outcome: Outcome | 'left-out' | null;
  faults: string[];
  note: string;
}

/** Logs any step as done, by what it does to the clay, or as left out. */
export function DoneDialog({ pieceId, pieceName, areaM2, wall, step, onClose }: DoneDialogProps) {
  const units = useUnits();
  const { data: shelf } = useShelf();
  const { planned, name } = step;
  const usual = planned.step.effects.map(usually);
  const laid = usual.find((effect) => 'use' in effect);
  const tubs = (shelf?.tubs ?? []).flatMap(({ tub }) => (tub.discardedAt === null ? [tub] : []));
  const [typed, setTyped, forget] = useDraft<Typed>(`done ${pieceId} ${planned.key}`, () => ({
    values: {},
    tub: planned.stock[0] ?? (laid ? localStorage.getItem(LAST_TUB) : null),
    gravity: null,
    face: planned.face,
    cutOff: asProposed,
    outcome: null,
    faults: [],
    note: '',
  }));
  const set = (change: Partial<Typed>) => setTyped((last) => ({ ...last, ...change }));
  const [further, setFurther] = useState(false);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const tub = tubs.find(({ id }) => id === typed.tub);
  const gravityText = typed.gravity ?? formatFixed(tub?.specificGravity ?? usualGravity(laid), 2, units);
  const textOf = (i: number, field: EffectField) =>
    typed.values[`${i}.${field.key}`] ?? usualText(usual[i]!, field, units, wall.thicknessM);
  const effects = usual.map((effect, i) => typedEffect(effect, (field) => textOf(i, field), units));
  const slip = laid && {
    specificGravity: typedNumber(gravityText) ?? Number.NaN,
    grainDensity: tub?.made.grainDensity ?? USUAL_GRAIN,
    adjusted: tub?.adjusted ?? 'none',
  };
  const cuts = takesOff(usual);
  const share = shareOfZones(planned.zones);
  const cutOff = useCutOff(wall, typed.cutOff, effects, areaM2 * share);
  const wentWrong = typed.outcome === 'mixed' || typed.outcome === 'bad';
  const beside = further || typed.face !== planned.face;

  const act = (at: number) => {
    if (typed.outcome === 'left-out')
      return {
        words: `${pieceName}: ${name.toLowerCase()} left out`,
        entries: [entry('piece.left-out', pieceId, { refs: planned.refs, reason: typed.note }, { at })],
      };
    const body = deed({
      refs: beside ? [] : planned.refs,
      effects,
      zone: planned.zones.length === 1 ? planned.zones[0]! : null,
      slip: slip ?? null,
      tubs: laid && tub ? [tub.id] : [],
      outcome: typed.outcome,
      faults: wentWrong ? typed.faults : [],
      note: typed.note,
    });
    const found = wrongFields(bodies['piece.done'], body);
    setWrong(found);
    const [first] = Object.values(found);
    if (first) return { wrong: first };
    if (tub && laid) localStorage.setItem(LAST_TUB, tub.id);
    const volumeM3 = laid
      ? slipForCoat(
          areaM2 * laid.share * share,
          depthOf(
            effects.find((e) => 'use' in e)!,
            slip!,
            planned.refs,
          ),
        )
      : 0;
    const binned = cuts ? cutOff.entries(`${pieceName}, ${name.toLowerCase()}`, at) : [];
    if (typeof binned === 'string') return { wrong: binned };
    const used =
      laid && tub && volumeM3 > 0 ? [entry('tub.used', tub.id, { volumeM3, pieceId }, { at })] : [];
    return {
      words: `${pieceName}: ${typed.face === planned.face ? name.toLowerCase() : `coat ${typed.face}`}`,
      entries: [entry('piece.done', pieceId, body, { at, face: typed.face }), ...used, ...binned],
    };
  };

  return (
    <LogDialog
      title={`${name}: ${pieceName}`}
      verb={typed.outcome === 'left-out' ? 'Log left out' : further ? 'Log a further coat' : step.verb}
      act={act}
      onClose={onClose}
      forget={forget}
      onRefused={({ code }) => setFurther(code === 'coated-already')}
    >
      {laid && (
        <ChoiceField
          label="From which tub"
          value={tub?.id ?? NO_TUB}
          onChoose={(value) => set({ tub: value })}
          options={[
            { value: NO_TUB, label: 'No tub, or not on the shelf' },
            ...tubs.map((t) => ({ value: t.id, label: t.made.name })),
          ]}
        />
      )}
      {typed.outcome !== 'left-out' &&
        usual.map((effect, i) =>
          fieldsOf(effect).map((field) => (
            <EffectInput
              key={`${i}.${field.key}`}
              field={field}
              text={textOf(i, field)}
              onText={(text) => set({ values: { ...typed.values, [`${i}.${field.key}`]: text } })}
              error={wrong[`effects.${i}.${field.key}`]}
            />
          )),
        )}
      {laid && (
        <>
          <NumberField
            label="Specific gravity"
            text={gravityText}
            onText={(text) => set({ gravity: text })}
            error={wrong['slip.specificGravity']}
            help={
              tub
                ? tub.specificGravity === null
                  ? 'This tub has not been measured'
                  : 'As the tub stands by its log'
                : 'Usual for this use'
            }
          />
          <ChoiceField
            label="Face"
            value={typed.face}
            onChoose={(face) => set({ face })}
            options={(['outside', 'inside'] as const).map((face) => ({
              value: face,
              label: `${face === 'outside' ? 'Outside' : 'Inside'}${face === planned.face ? '' : ' (beside the planned steps)'}`,
            }))}
          />
          {laid.does === 'coat' && (
            <Fit
              coat={{
                thicknessM: depthOf(
                  effects.find((e) => 'use' in e)!,
                  slip!,
                  planned.refs,
                ),
                specificGravity: slip!.specificGravity,
                grainDensity: slip!.grainDensity,
                adjusted: slip!.adjusted,
              }}
              wall={wall}
              step={step}
            />
          )}
        </>
      )}
      {cuts && typed.outcome !== 'left-out' && (
        <CutOffFields
          cutOff={cutOff}
          wall={wall}
          onTyped={(more) => set({ cutOff: { ...typed.cutOff, ...more } })}
        />
      )}
      <HowItWent outcome={typed.outcome} onOutcome={(outcome) => set({ outcome })} />
      {wentWrong && (
        <FaultsField
          words={faultsOf(usual.map(({ does }) => does))}
          found={typed.faults}
          onFound={(faults) => set({ faults })}
        />
      )}
      <TextField
        label="Note"
        multiline
        minRows={laid ? 1 : 2}
        value={typed.note}
        onChange={({ target }) => set({ note: target.value })}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      {typed.outcome !== 'left-out' &&
        hazardsOf(planned).map((hazard) => <CautionLine key={hazard.id} hazard={hazard} />)}
    </LogDialog>
  );
}

function HowItWent({
  outcome,
  onOutcome,
}: {
  outcome: Typed['outcome'];
  onOutcome: (outcome: Typed['outcome']) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      fullWidth
      value={outcome}
      onChange={(_event, value: Typed['outcome']) => onOutcome(value)}
      aria-label="How it went"
    >
      <ToggleButton value="good">Good</ToggleButton>
      <ToggleButton value="mixed">Mixed</ToggleButton>
      <ToggleButton value="bad">Bad</ToggleButton>
      <ToggleButton value="left-out">Left out</ToggleButton>
    </ToggleButtonGroup>
  );
}

/** A usual quantity as the text of its field; no cut is proposed deeper than the wall bears. */
function usualText(effect: Effect<number>, field: EffectField, units: UnitChoice, wallM: number): string {
  const usual = (effect as unknown as Record<string, number | string>)[field.key] ?? '';
  const fits = field.key === 'depthM' && typeof usual === 'number';
  return fieldText(fits ? Math.min(usual, deepestGroove(wallM)) : usual, field, units);
}

/** An effect with what was typed of it; what is no number is left to the schema to refuse. */
function typedEffect(
  effect: Effect<number>,
  textOf: (field: EffectField) => string,
  units: UnitChoice,
): Effect<number> {
  const typed = fieldsOf(effect)
    .map((field): [EffectField, number | string] => [field, fieldValue(textOf(field), field, units)])
    .flatMap(([{ key, optional }, value]) => (optional && value === '' ? [] : [[key, value]]));
  return { ...effect, ...Object.fromEntries(typed) };
}

/** How thick slip lies where it lies, m. */
const depthOf = (
  effect: Effect<number>,
  slip: Pick<SlipLaid, 'specificGravity' | 'grainDensity'>,
  refs: StepRef[],
): number => {
  if (effect.does === 'fill') return fillOf(effect, slip, refs);
  return 'thicknessM' in effect ? effect.thicknessM : 0;
};

function usualGravity(laid: Effect<number> | undefined): number {
  if (!laid || !('use' in laid)) return 1;
  const { gravity } = consistencyFor(laid.use);
  return (gravity.from + gravity.to) / 2;
}
