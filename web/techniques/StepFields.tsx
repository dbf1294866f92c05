import { Box, Button, Checkbox, FormControlLabel, TextField } from '@mui/material';
import { signNames, signs, type Sign } from '../../core/coat/sign.ts';
import { verbOf, withoutStep, withStepMoved } from '../../core/compose/own.ts';
import type { Effect, Need, Step, Technique, Usual } from '../../core/technique/technique.ts';
import { needWords } from '../../core/technique/words.ts';
import { ChoiceField, NumberField } from '../ui/fields.tsx';
import { useUnits } from '../asking/maker.ts';
import { Fold } from '../ui/Fold.tsx';
import { Section } from '../ui/parts.tsx';
import { faded } from '../ui/theme.ts';
import { EffectInput } from '../acting/EffectInput.tsx';
import { Columns } from '../ui/Columns.tsx';
import { figureKey, figuresOf, type TypedTechnique } from './typedTechnique.ts';

interface StepFieldsProps {
  typed: TypedTechnique;
  step: Step;
  place: number;
  onTyped: (typed: TypedTechnique) => void;
  wrong: Record<string, string>;
}

/** What new windows of a step begin as. */
const newWindow: Need = { kind: 'water', of: 'mean', spans: [{ driest: 50, wettest: 84 }] };

/** What a step of the studio's own can do to the clay. */
const doings: { value: string; label: string; effect: Effect<Usual> }[] = [
  { value: 'none', label: 'Nothing', effect: { does: 'none' } },
  {
    value: 'coat',
    label: 'A coat of slip',
    effect: { does: 'coat', use: 'brushed-engobe', thicknessM: { usual: 0.00015 }, share: { usual: 1 } },
  },
  {
    value: 'line',
    label: 'Lines of slip',
    effect: { does: 'line', use: 'trailing', thicknessM: { usual: 0.002 }, share: { usual: 0.1 } },
  },
  { value: 'cut', label: 'Cuts', effect: { does: 'cut', depthM: { usual: 0.001 }, share: { usual: 0.1 } } },
  {
    value: 'scrape',
    label: 'Scrapes the face',
    effect: { does: 'scrape', depthM: { usual: 0.0002 }, share: { usual: 1 } },
  },
  { value: 'film', label: 'Mists it', effect: { does: 'film', kgM2: { usual: 0.05 }, share: { usual: 1 } } },
];

/** One step of a studio's own technique: its name, words, figures, and where it stands. */
export function StepFields({ typed, step, place, onTyped, wrong }: StepFieldsProps) {
  const { technique, figures } = typed;
  const change = (of: Technique) => onTyped({ technique: of, figures });
  const replace = (by: Step) =>
    change({ ...technique, steps: technique.steps.map((other) => (other === step ? by : other)) });
  const set = (more: Partial<Step>) => replace({ ...step, ...more });
  const setNeed = (i: number, need: Need | null) =>
    set({ needs: need ? step.needs.with(i, need) : step.needs.toSpliced(i, 1) });
  const named = (key: string) => technique.steps.find((other) => other.key === key)?.name ?? key;
  const of = (field: string) => wrong[`steps.${place}.${field}`];
  const whole = Object.entries(wrong).find(([field]) => field.startsWith(`steps.${place}.`))?.[1];
  const [effect] = step.effects;
  const own = step.key.startsWith(OWN_STEP);
  const needs = step.needs.map((need) => needWords(need, named));
  const summary = [
    ...(step.optional ? ['only if wanted'] : []),
    ...(needs.length > 0 ? [`needs ${needs.join('; ')}`] : []),
  ].join('; ');
  return (
    <Section
      title={`${place + 1}. ${step.name}`}
      action={<Placing technique={technique} step={step} place={place} onChange={change} />}
    >
      <Box sx={{ color: faded }}>{summary}</Box>
      <Fold name="Figures and words" open={whole !== undefined || (own && step.name === OWN_NAME)}>
        <Columns narrowest={260}>
          <TextField
            label="Name of the step"
            value={step.name}
            onChange={({ target }) => set({ name: target.value, verb: verbOf(target.value) })}
            error={of('name') !== undefined}
            helperText={of('name')}
          />
          {own && (
            <ChoiceField
              label="What it does to the clay"
              value={effect!.does}
              onChoose={(does) => set({ effects: [doings.find(({ value }) => value === does)!.effect] })}
              options={doings}
            />
          )}
          <Figures typed={typed} step={step} onTyped={onTyped} of={of} />
          <SignFields step={step} named={named} onNeed={setNeed} />
        </Columns>
        <Needs step={step} named={named} onOut={(i) => setNeed(i, null)} />
        {!step.needs.some(({ kind }) => kind === 'water') && (
          <Button onClick={() => set({ needs: [...step.needs, newWindow] })}>Give it a window</Button>
        )}
        <TextField
          fullWidth
          multiline
          label="How, a line each"
          value={step.words.join('\n')}
          onChange={({ target }) => set({ words: target.value.split('\n') })}
          error={Object.keys(wrong).some((field) => field.startsWith(`steps.${place}.words`))}
          sx={{ mt: 1 }}
        />
        <FormControlLabel
          control={
            <Checkbox
              checked={step.optional === true}
              onChange={(_event, wanted) => replace(optionally(step, wanted))}
            />
          }
          label="Only if wanted"
        />
      </Fold>
      {whole && (
        <Box role="alert" sx={{ color: 'error.main' }}>
          {whole}
        </Box>
      )}
    </Section>
  );
}

const optionally = ({ optional: _before, ...step }: Step, wanted: boolean): Step => ({
  ...step,
  ...(wanted && { optional: true as const }),
});

/** Where a step stands, and whether. */
function Placing({
  technique,
  step,
  place,
  onChange: change,
}: {
  technique: Technique;
  step: Step;
  place: number;
  onChange: (technique: Technique) => void;
}) {
  return (
    <>
      <Button
        disabled={place === 0}
        onClick={() => change(withStepMoved(technique, step.key, -1))}
        aria-label={`Move ${step.name} up`}
      >
        Up
      </Button>
      <Button
        disabled={place === technique.steps.length - 1}
        onClick={() => change(withStepMoved(technique, step.key, 1))}
        aria-label={`Move ${step.name} down`}
      >
        Down
      </Button>
      <Button
        disabled={technique.steps.length === 1}
        onClick={() => change(withoutStep(technique, step.key))}
        aria-label={`Take out ${step.name}`}
      >
        Take out
      </Button>
    </>
  );
}

function Figures({
  typed: { technique, figures },
  step,
  onTyped,
  of,
}: Pick<StepFieldsProps, 'typed' | 'step' | 'onTyped'> & { of: (field: string) => string | undefined }) {
  const units = useUnits();
  return figuresOf(step, units).map((figure) => {
    const key = figureKey(step, figure);
    const text = figures[key] ?? figure.text;
    const onText = (value: string) => onTyped({ technique, figures: { ...figures, [key]: value } });
    const error = of(figure.at);
    return figure.field ? (
      <EffectInput key={key} field={figure.field} text={text} onText={onText} error={error} />
    ) : (
      <NumberField
        key={key}
        label={figure.label}
        unit={figure.unit}
        text={text}
        onText={onText}
        error={error}
      />
    );
  });
}

function SignFields({
  step,
  named,
  onNeed,
}: {
  step: Step;
  named: (key: string) => string;
  onNeed: (i: number, need: Need) => void;
}) {
  return step.needs.map((need, i) =>
    need.kind === 'sign' ? (
      <ChoiceField
        key={`${step.key} sign ${i}`}
        label={`${need.side === 'after' ? 'Once' : 'While not yet'} “${signed(need.of, named)}” is`}
        value={need.sign}
        onChoose={(sign: Sign) => onNeed(i, { ...need, sign })}
        options={signs.map((sign) => ({ value: sign, label: signNames[sign].name }))}
      />
    ) : null,
  );
}

function Needs({
  step,
  named,
  onOut,
}: {
  step: Step;
  named: (key: string) => string;
  onOut: (i: number) => void;
}) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, my: 1 }}>
      {step.needs.map((need, i) => (
        <Box component="li" key={i} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Box sx={{ flex: 1, color: faded }}>Needs {needWords(need, named)}</Box>
          <Button
            onClick={() => onOut(i)}
            aria-label={`Not needed: ${needWords(need, named)}, at ${step.name}`}
          >
            Not needed
          </Button>
        </Box>
      ))}
    </Box>
  );
}

/** Steps that the studio put in are named so, and called so until they are called otherwise. */
export const OWN_STEP = 'own-';
export const OWN_NAME = 'Another step';

const signed = (of: string, named: (key: string) => string): string =>
  of === '@before' ? 'the coat before' : of === '@here' ? 'the coat there' : named(of);
