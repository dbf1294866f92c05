import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button } from '@mui/material';
import type { BatchAnswer } from '../../../api/routes.ts';
import { bodies } from '../../../api/entry.ts';
import { dryInBatch, linesOf, madeOf, nextMaking } from '../../../core/log/batch.ts';
import type { TubMade } from '../../../core/log/entry.ts';
import type { Feel } from '../../../core/slip/feel.ts';
import type { MakingStep } from '../../../core/slip/making.ts';
import { formatNumber, formatQuantity, type UnitChoice } from '../../../core/units/quantity.ts';
import { QuantityField, quantityText, typedQuantity } from '../../ui/fields.tsx';
import { useUnits } from '../../asking/maker.ts';
import { useLog } from '../../saving/notice.tsx';
import { inItsTub } from '../../../core/log/acts/tubs.ts';
import { USUAL_HEADROOM } from '../../../core/slip/amount.ts';
import { entry, stamped } from '../../saving/outbox.ts';
import { Trouble } from '../../ui/parts.tsx';
import { wrongFields } from '../../ui/shape.ts';
import { copperGreen, hairline, ochre } from '../../ui/theme.ts';
import { GravityFields, rememberCup, sampleTyped, useSample } from '../fields/GravityFields.tsx';
import { FeelChoice } from '../tub/Measure.tsx';
import { TubFields, tubTyped, usePlainTub } from '../fields/TubFields.tsx';
import { WEIGHED_WITHIN } from '../../../core/defaults/slip.ts';

/** What went in for an amount wanted, and how far off that is where it matters. */
function amountWords(
  wantedKg: number,
  weighedKg: number,
  units: UnitChoice,
): { words: string; off: boolean } {
  const share = wantedKg === 0 ? 0 : weighedKg / wantedKg - 1;
  const off = Math.abs(share) > WEIGHED_WITHIN;
  const mass = formatQuantity('mass', weighedKg, units);
  return { words: off ? `${mass}, ${formatNumber(100 * share, 1, units)} % off` : mass, off };
}

/** What was really weighed in a step that is done; null where it weighed nothing. */
export function weighedWords(
  step: MakingStep,
  { batch, catalogue: { materials } }: BatchAnswer,
  units: UnitChoice,
): string | null {
  if (step.asks !== 'weigh' && step.asks !== 'adjust') return null;
  const { dry, adjusting } = linesOf(batch, materials);
  return (step.asks === 'weigh' ? dry : adjusting)
    .map((line) => {
      const { materialId, kg } = batch.begun.lines[line]!;
      const weighed = batch.weighed[line];
      const name = materials[materialId]?.name ?? 'It';
      return `${name} ${weighed === undefined ? 'not weighed' : amountWords(kg, weighed, units).words}`;
    })
    .join('; ');
}

interface AmountRowProps {
  name: string;
  wantedKg: number;
  weighedKg: number | undefined;
  onWeigh: (kg: number) => void;
}

/** One amount: take it as it should be with one tap, or enter what the scale says. */
function AmountRow({ name, wantedKg, weighedKg, onWeigh }: AmountRowProps) {
  const units = useUnits();
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string>();
  const inIt = weighedKg === undefined ? null : amountWords(wantedKg, weighedKg, units);
  const submit = () => {
    const kg = typedQuantity(text ?? '', 'mass', units);
    if (kg === null || !(kg >= 0)) return setWrong('What the scale says must be a number.');
    setWrong(undefined);
    setText(null);
    onWeigh(kg);
  };
  return (
    <Box
      sx={{
        borderTop: `1px solid ${hairline}`,
        py: 1,
        display: 'grid',
        gap: 1.5,
        alignItems: 'center',
        gridTemplateColumns: { xs: '1fr 1fr', md: 'minmax(0, 3fr) minmax(0, 2fr) auto auto' },
      }}
    >
      <Box sx={{ fontSize: '1.2rem' }}>
        {name} <b>{formatQuantity('mass', wantedKg, units)}</b>
      </Box>
      <Box sx={{ fontWeight: 650, color: inIt?.off ? ochre : copperGreen }}>
        {inIt && `in: ${inIt.words}`}
      </Box>
      {text === null ? (
        <>
          <Button
            variant={weighedKg === undefined ? 'contained' : 'outlined'}
            onClick={() => onWeigh(wantedKg)}
            sx={{ minHeight: 56 }}
            aria-label={`${name} is in`}
          >
            It is in
          </Button>
          <Button
            variant="outlined"
            onClick={() => setText(quantityText(weighedKg ?? wantedKg, 'mass', units))}
            aria-label={`${name}: enter what the scale says`}
          >
            Scale says …
          </Button>
        </>
      ) : (
        <Box
          component="form"
          sx={{ display: 'flex', gap: 1, gridColumn: { md: 'span 2' } }}
          onSubmit={(event) => {
            event.preventDefault();
            submit();
          }}
        >
          <QuantityField
            label={`${name} weighed`}
            text={text}
            onText={setText}
            dimension="mass"
            error={wrong}
          />
          <Button type="submit" variant="contained">
            Log
          </Button>
        </Box>
      )}
    </Box>
  );
}

export function WeighStep({
  answer: { batch, catalogue },
  which,
}: {
  answer: BatchAnswer;
  which: 'dry' | 'adjusting';
}) {
  const log = useLog();
  const units = useUnits();
  const { materials } = catalogue;
  const lines = linesOf(batch, materials)[which];
  const soFar = lines.reduce((sum, i) => sum + (batch.weighed[i] ?? 0), 0);
  const whole = lines.reduce((sum, i) => sum + batch.begun.lines[i]!.kg, 0);
  return (
    <>
      {lines.map((line) => {
        const { materialId, kg } = batch.begun.lines[line]!;
        const name = materials[materialId]?.name ?? 'It';
        return (
          <AmountRow
            key={line}
            name={name}
            wantedKg={kg}
            weighedKg={batch.weighed[line]}
            onWeigh={(massKg) =>
              void log(`${batch.begun.name}: ${name.toLowerCase()} in`, [
                entry('batch.weighed', batch.id, { line, massKg }),
              ])
            }
          />
        );
      })}
      <Box aria-live="polite" sx={{ mt: 1, fontWeight: 650 }}>
        On the scale so far: {formatQuantity('mass', soFar, units)} of {formatQuantity('mass', whole, units)}
      </Box>
    </>
  );
}

export function ColourStep({ batch, catalogue: { materials } }: BatchAnswer) {
  const log = useLog();
  const units = useUnits();
  const dry = dryInBatch(batch);
  return (
    <>
      {dry !== null && (
        <Box sx={{ mb: 1 }}>
          There are about {formatQuantity('mass', dry, units)} of dry clay in it
          {batch.measured?.feel ? ', as its feel says: the percentage is a guess' : ''}.
        </Box>
      )}
      {batch.begun.colourants.map(({ materialId, percent }) => {
        const name = materials[materialId]?.name ?? 'It';
        return (
          <AmountRow
            key={materialId}
            name={`${name}, ${formatNumber(percent, 2, units)} %:`}
            wantedKg={((dry ?? 0) * percent) / 100}
            weighedKg={batch.coloured[materialId]}
            onWeigh={(massKg) =>
              void log(`${batch.begun.name}: ${name.toLowerCase()} in`, [
                entry('batch.coloured', batch.id, { materialId, massKg }),
              ])
            }
          />
        );
      })}
    </>
  );
}

function useVolume() {
  const units = useUnits();
  const [text, setText] = useState('');
  const field = (
    <Box sx={{ maxWidth: 260, my: 2 }}>
      <QuantityField label="How much slip there is" text={text} onText={setText} dimension="volume" />
    </Box>
  );
  return { field, volumeM3: typedQuantity(text, 'volume', units) };
}

const NO_VOLUME = 'How much slip there is must be a number above zero: pour it into a marked jug.';

export function MeasureStep({ batch }: BatchAnswer) {
  const log = useLog();
  const units = useUnits();
  const sample = useSample(units, batch.id);
  const { field, volumeM3 } = useVolume();
  const [wrong, setWrong] = useState<string | null>(null);
  const submit = async () => {
    const weighed = sampleTyped(sample, batch.begun.grainDensity);
    if (!weighed) return setWrong('Weigh a known volume first: what does the scale say?');
    if ('wrong' in weighed) return setWrong(weighed.wrong);
    if (!(volumeM3! > 0)) return setWrong(NO_VOLUME);
    rememberCup(weighed.sample);
    const body = { sample: weighed.sample, volumeM3: volumeM3! };
    const outcome = await log(`${batch.begun.name} measured`, [entry('batch.measured', batch.id, body)]);
    setWrong(outcome.kind === 'refused' ? outcome.problem.detail : null);
  };
  return (
    <>
      <GravityFields sample={sample} grainDensity={batch.begun.grainDensity} />
      {field}
      {wrong && <Trouble>{wrong}</Trouble>}
      <Button variant="contained" onClick={() => void submit()}>
        Log measurement
      </Button>
    </>
  );
}

export function FeelStep({ batch }: BatchAnswer) {
  const log = useLog();
  const [felt, setFeel] = useState<Feel | null>(null);
  const { field, volumeM3 } = useVolume();
  const [wrong, setWrong] = useState<string | null>(null);
  const submit = async () => {
    if (felt === null) return setWrong('Choose what it feels like.');
    if (!(volumeM3! > 0)) return setWrong(NO_VOLUME);
    const outcome = await log(`${batch.begun.name} felt`, [
      entry('batch.felt', batch.id, { feel: felt, volumeM3: volumeM3! }),
    ]);
    setWrong(outcome.kind === 'refused' ? outcome.problem.detail : null);
  };
  return (
    <>
      <FeelChoice feel={felt} onFeel={setFeel} />
      {field}
      {wrong && <Trouble>{wrong}</Trouble>}
      <Button variant="contained" onClick={() => void submit()}>
        Log its feel
      </Button>
    </>
  );
}

/** Into its tub: what was really weighed becomes the tub's recipe. */
export function LabelStep({ batch, catalogue: { materials } }: BatchAnswer) {
  const log = useLog();
  const navigate = useNavigate();
  const units = useUnits();
  const { begun } = batch;
  const { composition, grainDensity, carries, slip } = madeOf(batch, materials);
  const volumeM3 = slip?.volumeM3 ?? 0.001;
  const contents = composition.map(({ materialId }) => materials[materialId]?.name ?? '').filter(Boolean);
  const electrolyte = composition.some(({ materialId }) => materials[materialId]?.kind === 'deflocculant');
  const [typed, setTyped, forget] = usePlainTub(`tub of ${batch.id}`, {
    name: begun.name,
    use: begun.use,
    contents: contents.join(', '),
    clayId: begun.clayId ?? 'none',
    volume: quantityText(volumeM3, 'volume', units),
    capacity: quantityText(volumeM3 * USUAL_HEADROOM, 'volume', units),
    density: formatNumber(grainDensity / 1000, 3, units),
    adjusted: electrolyte ? 'deflocculated' : 'none',
    carries: begun.use === 'texture' && electrolyte ? [...carries, 'silicate'] : carries,
  });
  const [wrong, setWrong] = useState<Record<string, string>>({});

  const submit = async () => {
    const made: TubMade = { ...tubTyped(typed), composition, batchId: batch.id };
    const found = wrongFields(bodies['tub.made'], made);
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const tubId = uuid();
    const outcome = await log(
      `${made.name} in its tub`,
      stamped(
        inItsTub(
          { id: batch.id, stepId: nextMaking(batch)?.id ?? 'label' },
          { id: tubId, made, measured: slip && measurementOf(slip) },
        ),
      ),
    );
    if (outcome.kind === 'refused') return setWrong({ '': outcome.problem.detail });
    forget();
    void navigate(outcome.kind === 'saved' ? `/slips/${tubId}` : '/slips');
  };

  return (
    <Box sx={{ display: 'grid', gap: 2, maxWidth: 760 }}>
      <TubFields typed={typed} onTyped={setTyped} wrong={wrong} />
      {wrong[''] && <Trouble>{wrong['']}</Trouble>}
      <Button variant="contained" sx={{ justifySelf: 'start' }} onClick={() => void submit()}>
        It is in its tub
      </Button>
    </Box>
  );
}

/** The measurement a batch ended with, as its tub's first. */
const measurementOf = ({ gravity, feel }: { gravity: number; feel: Feel | null }) => ({
  sample: null,
  gravityRead: feel === null ? gravity : null,
  flow: [],
  feel,
  celsius: null,
  levelM3: null,
});
