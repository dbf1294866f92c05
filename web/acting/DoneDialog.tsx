import { Box, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { stages } from '../../core/clay/stage.ts';
import type { Form } from '../../core/form/form.ts';
import { faultsOf } from '../../core/fault/fault.ts';
import { hazardsOf } from '../../core/plan/next.ts';
import { ChoiceField, NumberField } from '../ui/fields.tsx';
import type { UnitChoice } from '../../core/units/quantity.ts';
import { Fold } from '../ui/Fold.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useUnits } from '../asking/maker.ts';
import { CautionLine } from '../ui/parts.tsx';
import { Columns } from '../ui/Columns.tsx';
import { CutOffFields } from './CutOff.tsx';
import { NO_TUB, useDoneForm, wholeOfIt, type DoneForm, type DoneStep, type TypedDone } from './doneForm.ts';
import { EffectInput } from './EffectInput.tsx';
import { effectWords, fieldsOf } from '../../core/operation/rows.ts';
import { FaultsField } from './FaultsField.tsx';
import { FormPresets } from './FormPresets.tsx';
import { Fit } from './Fit.tsx';
import { ForAdults } from './ForAdults.tsx';
import { suitWord } from '../tubs/tubWords.ts';
import { TubVerdict, Withheld } from '../tubs/TubVerdict.tsx';

/** Logs any step as done, by what it does to the clay, or as left out. */
export function DoneDialog({
  onClose,
  onLogged = onClose,
  ...of
}: DoneStep & { onClose: () => void; onLogged?: () => void }) {
  const { wall, step } = of;
  const { planned, name } = step;
  const form = useDoneForm(of);
  const { typed, set, usual, cuts, cutOff } = form;
  const done = typed.outcome !== 'left-out';
  const units = useUnits();
  return (
    <LogDialog
      title={`${name}: ${form.called}`}
      large
      verb={!done ? 'Log left out' : form.further ? 'Log a further coat' : step.verb}
      act={form.act}
      onClose={onClose}
      onLogged={onLogged}
      forget={form.forget}
      onRefused={({ code }) => form.setFurther(code === 'coated-already')}
    >
      {done && (
        <Box sx={{ fontSize: '1.25rem' }} data-usual>
          {sentenceOf(form, step, units)}
        </Box>
      )}
      {form.laid && done && <FromTub form={form} />}
      {done && form.coat && <Fit coat={form.coat} wall={wall} step={step} />}
      {done && cuts && (
        <CutOffFields
          cutOff={cutOff}
          wall={wall}
          onTyped={(more) => set({ cutOff: { ...typed.cutOff, ...more } })}
        />
      )}
      {done && form.shapes && <Becomes form={form} />}
      <Fold name="Otherwise" open={Object.keys(form.wrong).some((field) => field !== 'tub')}>
        <Otherwise form={form} of={of} done={done} />
      </Fold>
      <HowItWent outcome={typed.outcome} onOutcome={(outcome) => set({ outcome })} />
      {form.wentWrong && (
        <FaultsField
          words={faultsOf(usual.map(({ does }) => does))}
          found={typed.faults}
          onFound={(faults) => set({ faults })}
        />
      )}
      <TextField
        label="Note"
        multiline
        minRows={form.laid ? 1 : 2}
        value={typed.note}
        onChange={({ target }) => set({ note: target.value })}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      {done && <ForAdults planned={planned} />}
      {done &&
        hazardsOf(planned, form.chosen?.shelf.waste).map((hazard) => (
          <CautionLine key={hazard.id} hazard={hazard} />
        ))}
    </LogDialog>
  );
}

/** What was otherwise than is usual. */
function Otherwise({ form, of, done }: { form: DoneForm; of: DoneStep; done: boolean }) {
  const { typed, set } = form;
  return (
    <Columns narrowest={200}>
      {done && <Quantities form={form} />}
      {form.laid && <SlipFields form={form} of={of} />}
      {done && form.zones.length > 0 && (
        <ChoiceField
          label="Where"
          value={typed.zone ?? wholeOfIt}
          onChoose={(zone) => set({ zone: zone === wholeOfIt ? null : zone })}
          options={form.zones}
        />
      )}
      {done && form.stage && (
        <ChoiceField
          label="The clay was then"
          value={form.stage}
          onChoose={(stage) => set({ stage })}
          options={stages.map(({ stage, name: label }) => ({ value: stage, label }))}
          help={typed.stage ? 'As you found it: the forecast learns from it' : 'As forecast'}
        />
      )}
      {done && (
        <NumberField
          label="It took"
          unit="min"
          text={typed.minutes}
          onText={(minutes) => set({ minutes })}
          error={form.wrong['tookS']}
          help="Leave it empty if you did not look"
        />
      )}
    </Columns>
  );
}

/** What a sheet or a lump has become: its face, its bands and its picture follow. */
function Becomes({ form: { typed, set } }: { form: DoneForm }) {
  return (
    <Box>
      <Box sx={{ mb: 1 }}>
        <b>What is it now?</b>{' '}
        {typed.form ? 'Its wall stays as thick as it is.' : 'Leave it where its form stays.'}
      </Box>
      <FormPresets form={typed.form ?? none} onForm={({ form }) => set({ form })} />
    </Box>
  );
}

/** No form was picked. */
const none: Form = { kind: 'tile', lengthM: 0, widthM: 0, wallM: 0 };

/** What is logged as it stands, in one sentence. */
function sentenceOf(
  { chosen, effects, zones, typed }: DoneForm,
  { name }: DoneStep['step'],
  units: UnitChoice,
): string {
  const what = effects.flatMap((effect) => effectWords(effect, units) ?? []);
  const where = zones.find(({ value }) => value === typed.zone);
  return [name, chosen?.shelf.tub.made.name, ...what, where?.label].filter(Boolean).join(', ');
}

/** Which tub it comes from, those that are right for it first, and how the chosen one stands for it. */
function FromTub({ form: { chosen, tubs, typed, takesM3, wrong, set } }: { form: DoneForm }) {
  return (
    <>
      <ChoiceField
        label="From which tub"
        value={typed.tub ?? (tubs.offered.length === 0 ? NO_TUB : '')}
        onChoose={(value) => set({ tub: value })}
        options={[
          ...tubs.offered.map(({ shelf, suited }) => ({
            value: shelf.tub.id,
            label: `${shelf.tub.made.name}: ${suitWord(suited)}`,
          })),
          { value: NO_TUB, label: 'None of the shelf' },
        ]}
        error={wrong['tub']}
      />
      {chosen && <TubVerdict {...chosen} takesM3={takesM3} />}
      <Withheld tubs={tubs.withheld} />
    </>
  );
}

/** What each effect is asked. */
function Quantities({ form: { usual, typed, set, textOf, wrong } }: { form: DoneForm }) {
  return usual.map((effect, i) =>
    fieldsOf(effect).map((field) => (
      <EffectInput
        key={`${i}.${field.key}`}
        field={field}
        text={textOf(i, field)}
        onText={(text) => set({ values: { ...typed.values, [`${i}.${field.key}`]: text } })}
        error={wrong[`effects.${i}.${field.key}`]}
      />
    )),
  );
}

/** How heavy the slip is, on which face it lies, and how it fits there. */
function SlipFields({ form, of: { step } }: { form: DoneForm; of: DoneStep }) {
  const { typed, set, tub, gravityText, wrong } = form;
  return (
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
          label: `${face === 'outside' ? 'Outside' : 'Inside'}${face === step.planned.face ? '' : ' (beside the planned steps)'}`,
        }))}
      />
    </>
  );
}

function HowItWent({
  outcome,
  onOutcome,
}: {
  outcome: TypedDone['outcome'];
  onOutcome: (outcome: TypedDone['outcome']) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      fullWidth
      value={outcome}
      onChange={(_event, value: TypedDone['outcome']) => onOutcome(value)}
      aria-label="How it went"
    >
      <ToggleButton value="good">Good</ToggleButton>
      <ToggleButton value="mixed">Mixed</ToggleButton>
      <ToggleButton value="bad">Bad</ToggleButton>
      <ToggleButton value="left-out">Left out</ToggleButton>
    </ToggleButtonGroup>
  );
}
