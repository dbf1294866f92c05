import type { TubOnShelf } from '../../../core/shelf/tubOnShelf.ts';
import { lazy, Suspense, useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { TubAnswer } from '../../../api/routes.ts';
import { hazards } from '../../../core/hazard/hazard.ts';
import type { TrialState } from '../../../core/log/trial.ts';
import { dryInTub } from '../../../core/log/tub.ts';
import { deflocculationCurve, doseMass, type DeflocculationCurve } from '../../../core/slip/deflocculate.ts';
import { formatFixed, formatNumber, formatQuantity, type UnitChoice } from '../../../core/units/quantity.ts';
import type { Answer } from '../../ui/answer.ts';
import {
  ChoiceField,
  NumberField,
  QuantityField,
  quantityText,
  typedNumber,
  typedQuantity,
} from '../../ui/fields.tsx';
import { useUnits } from '../../asking/maker.ts';
import { useLog } from '../../saving/notice.tsx';
import { entry } from '../../saving/outbox.ts';
import { AnswerBoard, Caution, Section, Trouble } from '../../ui/parts.tsx';
import { reachable } from '../../ui/theme.ts';
import { wordsFor } from '../../asking/server.ts';
import { LetDown } from './LetDown.tsx';
import { Stopwatch } from '../fields/Stopwatch.tsx';
import { TubActs } from './TubActs.tsx';
import type { TubAct } from './tubAct.ts';
import { to } from '../../../api/answers.ts';
import { useAnswer } from '../../asking/useAnswer.ts';
import { newTrial } from '../../../core/defaults/slip.ts';

const DoseChart = lazy(async () => ({ default: (await import('./DoseChart.tsx')).DoseChart }));

/** The deflocculation bench: a cup of slip, a drop at a time, its flow after each, and where the bottom lies. */
export function Deflocculate() {
  const { id = '' } = useParams();
  const { data, error } = useAnswer(to('/api/tubs/:id', { id }));
  const units = useUnits();
  const [act, setAct] = useState<TubAct | null>(null);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the tub …</Typography>;
  const { shelf, catalogue, trials } = data;
  const { tub, judgement } = shelf;
  const trial = trials.findLast((t) => !t.ended) ?? trials.at(-1) ?? null;
  const fit = trial ? deflocculationCurve(trial.points) : null;
  const curve = fit?.ok ? fit.value : null;
  const dryKg = dryInTub(tub, judgement.gravity);
  const bestKg = curve?.bestDose && dryKg ? doseMass(curve.bestDose, dryKg) : null;
  return (
    <>
      <Typography variant="h2" component="h1" gutterBottom>
        Deflocculation bench:{' '}
        <Box component={RouterLink} to={`/slips/${tub.id}`} sx={{ ...reachable, color: 'inherit' }}>
          {tub.made.name}
        </Box>
      </Typography>
      <AnswerBoard answer={todayAnswer(trial, curve, fit && !fit.ok ? fit.problem.message : '', units)} />
      {bestKg !== null && (
        <Box sx={{ mt: 2, display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
          <Box sx={{ fontSize: '1.15rem' }}>
            For the whole tub that is <b>{formatQuantity('mass', bestKg, units)}</b> as sold; begin with a
            third.
          </Box>
          <Button
            variant="outlined"
            onClick={() => setAct({ kind: 'dose', does: 'deflocculate', si: bestKg / 3 })}
          >
            Log a third into the tub
          </Button>
        </Box>
      )}
      {trial && !trial.ended ? (
        <Dosing trial={trial} tubName={tub.made.name} />
      ) : (
        <Begin answer={data} onceMore={trial !== null} />
      )}
      {trial && trial.points.length > 0 && (
        <Section title="Seconds against dose">
          <Suspense>
            <DoseChart points={trial.points} curve={curve} units={units} />
          </Suspense>
        </Section>
      )}
      {tub.made.use === 'texture' && <ThickenAgain shelf={shelf} onAct={setAct} />}
      <LetDown />
      {act && <TubActs act={act} shelf={shelf} catalogue={catalogue} onClose={() => setAct(null)} />}
    </>
  );
}

/** The loop of a texture slip: let down, thickened, left. */
function ThickenAgain({
  shelf: { tub, trimmingsKg, judgement },
  onAct,
}: {
  shelf: TubOnShelf;
  onAct: (act: TubAct) => void;
}) {
  const units = useUnits();
  return (
    <Section title="Thicken it again">
      <Box component="ol" sx={{ mt: 0, pl: 3 }}>
        <li>A few drops until it flows, no more.</li>
        <li>
          {trimmingsKg > 0
            ? `Crushed dry trimmings until it stands like icing: about ${formatQuantity('mass', trimmingsKg, units)} now.`
            : judgement.gravity === null
              ? 'Measure its SG: then the mass of trimmings is known.'
              : 'It is thick enough by its SG: see whether it stands.'}
        </li>
        <li>Let it slake, stir, and go round again. If it is too thick, water first, not silicate.</li>
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <Button variant="outlined" onClick={() => onAct({ kind: 'dose', does: 'deflocculate' })}>
          Log drops into the tub
        </Button>
        <Button
          variant="outlined"
          onClick={() => onAct(trimmingsKg > 0 ? { kind: 'powder', si: trimmingsKg } : { kind: 'powder' })}
        >
          Log trimmings into the tub
        </Button>
        <Button variant="outlined" component={RouterLink} to={`/slips/${tub.id}/measure`}>
          Measure
        </Button>
      </Box>
    </Section>
  );
}

function todayAnswer(
  trial: TrialState | null,
  curve: DeflocculationCurve | null,
  tooFew: string,
  units: UnitChoice,
): Answer {
  if (!trial)
    return {
      tone: 'rest',
      word: 'Trial',
      headline: 'Begin with a cup of it',
      detail: 'Never in the tub: one drop changes everything, and it cannot be taken out again.',
    };
  if (trial.points.length === 0)
    return { tone: 'now', headline: 'Time it as it is', detail: 'Log the seconds with no drop in it first.' };
  if (!curve) return { tone: 'now', headline: 'Add a drop, stir, time it', detail: tooFew };
  const percent = (dose: number) => `${formatNumber(dose, 3, units)} %`;
  const last = trial.points.at(-1)!;
  if (curve.bestDose === null)
    return {
      tone: 'now',
      headline: 'Still falling: a drop more',
      detail: `${percent(last.dosePercent)} of the dry clay so far, ${formatNumber(last.seconds, 1, units)} s.`,
    };
  if (last.dosePercent > curve.bestDose)
    return {
      tone: 'late',
      word: 'Too much',
      headline: `Over-dosed: stop at ${percent(curve.bestDose)}`,
      detail: `Past the bottom at ${formatNumber(curve.fastest!, 1, units)} s; more thickens it again. If it is too thick, a little water, not more drops.`,
    };
  return {
    tone: 'now',
    headline: `The bottom: ${percent(curve.bestDose)} of the dry clay`,
    detail: `It flows fastest there, in about ${formatNumber(curve.fastest!, 1, units)} s.`,
  };
}

function Begin({ answer: { shelf, catalogue }, onceMore }: { answer: TubAnswer; onceMore: boolean }) {
  const { tub, judgement } = shelf;
  const units = useUnits();
  const log = useLog();
  const cups = Object.entries(catalogue.cups);
  const deflocculants = Object.entries(catalogue.materials).filter(([, m]) => m.kind === 'deflocculant');
  const [volume, setVolume] = useState(() => quantityText(newTrial.volumeM3, 'volume', units));
  const [gravity, setGravity] = useState(
    judgement.gravity === null ? '' : formatFixed(judgement.gravity, 3, units),
  );
  const [materialId, setMaterial] = useState(deflocculants[0]?.[0] ?? '');
  const [drop, setDrop] = useState(() => formatNumber(newTrial.dropKg * 1000, 2, units));
  const [cupId, setCup] = useState(cups[0]?.[0] ?? '');
  const [wrong, setWrong] = useState<string | null>(null);
  const begin = async () => {
    const body = {
      tubId: tub.id,
      volumeM3: typedQuantity(volume, 'volume', units) ?? 0,
      specificGravity: typedNumber(gravity) ?? 0,
      materialId,
      dropKg: (typedNumber(drop) ?? 0) / 1000,
      cupId,
    };
    if (!(body.volumeM3 > 0)) return setWrong('The volume in the cup must be a number above zero.');
    if (!(body.specificGravity > 1))
      return setWrong('Its SG must be a number above 1: measure the tub first, the dose is by its dry clay.');
    if (!(body.dropKg > 0)) return setWrong('The mass of a drop must be above zero: weigh twenty of them.');
    const outcome = await log(`${tub.made.name}: trial begun`, [entry('trial.begun', uuid(), body)]);
    setWrong(outcome.kind === 'refused' ? outcome.problem.detail : null);
  };
  const alkali = catalogue.materials[materialId]?.hazards.includes('alkali');
  return (
    <Section title={onceMore ? 'Another cup' : 'A cup of it'}>
      {cups.length === 0 ? (
        <Box>
          First put a flow cup on the list, under <RouterLink to="/slips/wanted">Wanted</RouterLink>: any pot
          with a hole will do.
        </Box>
      ) : (
        <>
          <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 1fr))' }}>
            <QuantityField label="Slip in the cup" text={volume} onText={setVolume} dimension="volume" />
            <NumberField label="Its SG" text={gravity} onText={setGravity} />
            <ChoiceField
              label="Deflocculant"
              value={materialId}
              onChoose={setMaterial}
              options={deflocculants.map(([value, { name }]) => ({ value, label: name }))}
            />
            <NumberField
              label="A drop weighs"
              unit="g"
              text={drop}
              onText={setDrop}
              help="Weigh twenty and divide"
            />
            <ChoiceField
              label="Timed in"
              value={cupId}
              onChoose={setCup}
              options={cups.map(([value, { name }]) => ({ value, label: name }))}
            />
          </Box>
          {alkali && <Caution hazard={hazards.alkali} />}
          {wrong && <Trouble>{wrong}</Trouble>}
          <Button variant="contained" sx={{ mt: 2 }} onClick={() => void begin()}>
            Begin the trial
          </Button>
        </>
      )}
    </Section>
  );
}

/** The next dose: drops or grams, then the seconds after it. */
function Dosing({ trial, tubName }: { trial: TrialState; tubName: string }) {
  const log = useLog();
  const units = useUnits();
  const first = trial.points.length === 0;
  const [by, setBy] = useState<'drops' | 'grams'>('drops');
  const [amount, setAmount] = useState(String(newTrial.drops));
  const [seconds, setSeconds] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const submit = async () => {
    const typed = first ? 0 : typedNumber(amount);
    const s = typedNumber(seconds);
    if (typed === null || !(typed >= 0)) return setWrong('The dose must be a number: how much went in?');
    if (s === null || !(s > 0)) return setWrong('The seconds must be a number above zero: time it again.');
    const drops = by === 'drops' ? typed : typed / 1000 / trial.begun.dropKg;
    const outcome = await log(`${tubName}: ${formatNumber(s, 1, units)} s in the trial`, [
      entry('trial.dosed', trial.id, { drops, seconds: s }),
    ]);
    setWrong(outcome.kind === 'refused' ? outcome.problem.detail : null);
    if (outcome.kind !== 'refused') setSeconds('');
  };
  return (
    <Section
      title={first ? 'As it is, with nothing in it' : 'The next dose'}
      action={
        <Button
          onClick={() => void log(`${tubName}: trial ended`, [entry('trial.ended', trial.id, { note: '' })])}
        >
          End this trial
        </Button>
      }
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        {!first && (
          <>
            <ToggleButtonGroup
              exclusive
              value={by}
              onChange={(_event, value: 'drops' | 'grams' | null) => value && setBy(value)}
              aria-label="Dose by"
            >
              <ToggleButton value="drops">Drops</ToggleButton>
              <ToggleButton value="grams">Grams</ToggleButton>
            </ToggleButtonGroup>
            <Box sx={{ width: 160 }}>
              <NumberField
                label={by === 'drops' ? 'Drops more' : 'More'}
                {...(by === 'grams' && { unit: 'g' })}
                text={amount}
                onText={setAmount}
              />
            </Box>
          </>
        )}
        <Stopwatch onStop={(s) => setSeconds(formatNumber(s, 1, units))} />
        <Box sx={{ width: 160 }}>
          <NumberField label="It ran out in" unit="s" text={seconds} onText={setSeconds} />
        </Box>
        <Button variant="contained" onClick={() => void submit()}>
          Log it
        </Button>
      </Box>
      {wrong && <Trouble>{wrong}</Trouble>}
    </Section>
  );
}
