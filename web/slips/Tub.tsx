import { useState } from 'react';
import useSWR from 'swr';
import { useParams } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { TubAnswer } from '../../api/routes.ts';
import { hazards } from '../../core/hazard/hazard.ts';
import type { Entry } from '../../core/log/entry.ts';
import type { TubState } from '../../core/log/tub.ts';
import { consistencyFor, rightFor } from '../../core/slip/consistency.ts';
import { dryContent, judgeGravity, measuredGravity, solidsByMass } from '../../core/slip/density.ts';
import { formatQuantity, type UnitChoice } from '../../core/units/quantity.ts';
import { Jar } from '../draw/Jar.tsx';
import { ActLog } from '../frame/ActLog.tsx';
import { useNow } from '../frame/clock.ts';
import { QuantityField, quantityText, typedQuantity } from '../frame/fields.tsx';
import { LogDialog } from '../frame/LogDialog.tsx';
import { useUnits, useZone } from '../frame/maker.ts';
import { entry } from '../frame/outbox.ts';
import { AnswerBoard, Caution, Section, Trouble } from '../frame/parts.tsx';
import { ask, wordsFor } from '../frame/server.ts';
import { faded } from '../frame/theme.ts';
import { roadWords, tubAnswer, tubCorrection } from './tubWords.ts';

type Open = 'measure' | 'water' | 'powder' | 'discard' | null;

/** One tub: is it right, what to add, its measurements and its log. */
export function Tub() {
  const { id } = useParams();
  const { data, error } = useSWR<TubAnswer>(`/api/tubs/${id}`, ask);
  const units = useUnits();
  const zone = useZone();
  const now = useNow();
  const [open, setOpen] = useState<Open>(null);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the tub …</Typography>;
  const { tub, acts } = data;
  const correction = tubCorrection(tub);
  const close = () => setOpen(null);
  const { gravity, feel, sieve, coats, name } = consistencyFor(tub.made.use);
  return (
    <>
      <Typography variant="h2" component="h1">
        {tub.made.name}
      </Typography>
      <Box sx={{ color: faded, mb: 2 }}>{tub.made.contents}</Box>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'flex-end', flexWrap: 'wrap' }}>
        <Jar tub={tub} />
        <AnswerBoard
          answer={
            tub.discardedAt ? { tone: 'rest', headline: 'Discarded', detail: '' } : tubAnswer(tub, units)
          }
          about={<span>{formatQuantity('volume', tub.volumeM3, units)} by the log</span>}
        >
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mt: 2 }}>
            <Button variant="contained" onClick={() => setOpen('measure')}>
              Measure
            </Button>
            <Button variant="outlined" onClick={() => setOpen('water')}>
              Log water
            </Button>
            <Button variant="outlined" onClick={() => setOpen('powder')}>
              Log powder
            </Button>
            <Button variant="outlined" onClick={() => setOpen('discard')}>
              Discard
            </Button>
          </Box>
        </AnswerBoard>
      </Box>
      {correction && correction.roads.length > 0 && (
        <Section title="Ways there">
          <Box component="ul" sx={{ m: 0, pl: 3 }}>
            {correction.roads.map((road) => (
              <li key={road.road}>{roadWords(road, units)}, in thirds, stirring and measuring between</li>
            ))}
            <li>
              or use it for{' '}
              {rightFor(tub.specificGravity!)
                .map((c) => c.name.toLowerCase())
                .join(', ') || 'nothing listed, as it stands'}
            </li>
          </Box>
        </Section>
      )}
      <Section title={`Wanted: ${name.toLowerCase()}`}>
        Feels like {feel}. SG {gravity.from.toFixed(2)} to {gravity.to.toFixed(2)} for slip of clay and water
        alone. Sieve: {sieve}. Coats: {coats}.
        {tub.specificGravity !== null && (
          <Box>
            It holds {Math.round(dryContent(tub.specificGravity, tub.made.grainDensity))} g of dry material a
            litre, {Math.round(solidsByMass(tub.specificGravity, tub.made.grainDensity) * 100)} % of its mass.
          </Box>
        )}
      </Section>
      <Section title="Log">
        <ActLog acts={acts} subject={tub.id} words={(e) => tubWords(e, units)} now={now} zone={zone} />
      </Section>
      {open === 'measure' && <MeasureDialog tub={tub} onClose={close} />}
      {open === 'water' && <AmountDialog tub={tub} what="water" onClose={close} />}
      {open === 'powder' && <AmountDialog tub={tub} what="powder" onClose={close} />}
      {open === 'discard' && (
        <LogDialog
          title={`Discard: ${tub.made.name}`}
          verb="Log discarded"
          onClose={close}
          act={(at) => ({
            words: `${tub.made.name} discarded`,
            entries: [entry('tub.discarded', tub.id, { reason: '' }, { at })],
          })}
        >
          It leaves the shelf; its log stays.
        </LogDialog>
      )}
    </>
  );
}

/** SG from the mass of a known volume. What it comes to is shown before it is logged. */
function MeasureDialog({ tub, onClose }: { tub: TubState; onClose: () => void }) {
  const units = useUnits();
  const [volume, setVolume] = useState(() => quantityText(5e-5, 'volume', units));
  const [mass, setMass] = useState('');
  const [tare, setTare] = useState('0');
  const sample = {
    volumeM3: typedQuantity(volume, 'volume', units) ?? Number.NaN,
    massKg: typedQuantity(mass, 'mass', units) ?? Number.NaN,
    tareKg: typedQuantity(tare, 'mass', units) ?? 0,
  };
  const gravity = Number.isNaN(sample.massKg) ? null : measuredGravity(sample);
  const judged = gravity?.ok ? judgeGravity(gravity.value, tub.made.grainDensity) : null;
  const trouble =
    gravity && !gravity.ok ? gravity.problem.message : judged && !judged.ok ? judged.problem.message : null;
  const act = (at: number) => {
    if (Number.isNaN(sample.massKg)) return { wrong: 'The mass must be a number: what does the scale say?' };
    if (Number.isNaN(sample.volumeM3))
      return { wrong: 'The volume must be a number: how much does the cup or syringe hold?' };
    if (trouble) return { wrong: trouble };
    return {
      words: `${tub.made.name} measured`,
      entries: [entry('tub.measured', tub.id, { ...sample, celsius: null, levelM3: null }, { at })],
    };
  };
  return (
    <LogDialog title={`Measure: ${tub.made.name}`} verb="Log measurement" act={act} onClose={onClose}>
      <span>Stir well. Fill a cup or a syringe of known volume to its mark, and weigh it.</span>
      <QuantityField
        label="Volume of the sample"
        text={volume}
        onText={setVolume}
        dimension="volume"
        units={units}
      />
      <QuantityField label="Mass with its cup" text={mass} onText={setMass} dimension="mass" units={units} />
      <QuantityField label="The empty cup" text={tare} onText={setTare} dimension="mass" units={units} />
      <Typography variant="h3" component="p" aria-live="polite">
        {gravity?.ok && !trouble ? `SG ${gravity.value.toFixed(3)}` : ' '}
      </Typography>
      {trouble && <Trouble>{trouble}</Trouble>}
      {judged?.ok && judged.value.question && (
        <Trouble>{judged.value.question} Log it if you are sure.</Trouble>
      )}
    </LogDialog>
  );
}

function AmountDialog({
  tub,
  what,
  onClose,
}: {
  tub: TubState;
  what: 'water' | 'powder';
  onClose: () => void;
}) {
  const units = useUnits();
  const road = tubCorrection(tub)?.roads.find((r) => r.road === what);
  const whole = road?.road === 'water' ? road.volumeM3 : road?.road === 'powder' ? road.dryKg : 0;
  const dimension = what === 'water' ? 'volume' : 'mass';
  const [amount, setAmount] = useState(() => (whole > 0 ? quantityText(whole / 3, dimension, units) : ''));
  const act = (at: number) => {
    const value = typedQuantity(amount, dimension, units);
    if (value === null || !(value > 0)) return { wrong: `How much ${what}? Give a number above zero.` };
    const made =
      what === 'water'
        ? entry('tub.watered', tub.id, { volumeM3: value }, { at })
        : entry('tub.thickened', tub.id, { dryKg: value }, { at });
    return { words: `${what} into ${tub.made.name}`, entries: [made] };
  };
  return (
    <LogDialog
      title={`${what === 'water' ? 'Water' : 'Powder'} into ${tub.made.name}`}
      verb={`Log ${what}`}
      act={act}
      onClose={onClose}
    >
      <QuantityField
        label={what === 'water' ? 'Water' : 'Dry powder'}
        text={amount}
        onText={setAmount}
        dimension={dimension}
        units={units}
        help={whole > 0 ? `A third of the ${formatQuantity(dimension, whole, units)} it needs` : ''}
      />
      {what === 'powder' && <Caution hazard={hazards['silica-dust']} />}
    </LogDialog>
  );
}

function tubWords(e: Entry, units: UnitChoice): string {
  switch (e.kind) {
    case 'tub.made':
      return 'Put on the shelf';
    case 'tub.measured': {
      const gravity = measuredGravity(e.body);
      return gravity.ok ? `Measured: SG ${gravity.value.toFixed(3)}` : 'Measured';
    }
    case 'tub.watered':
      return `${formatQuantity('volume', e.body.volumeM3, units)} of water in`;
    case 'tub.thickened':
      return `${formatQuantity('mass', e.body.dryKg, units)} of powder in`;
    case 'tub.used':
      return `${formatQuantity('volume', e.body.volumeM3, units)} used`;
    case 'tub.noted':
      return e.body.text;
    case 'tub.discarded':
      return 'Discarded';
    default:
      return e.kind;
  }
}
