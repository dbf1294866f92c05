import { useState } from 'react';
import useSWR from 'swr';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button, Typography } from '@mui/material';
import type { TubAnswer } from '../../../api/routes.ts';
import { consistencyFor } from '../../../core/slip/consistency.ts';
import { solidsByVolume } from '../../../core/slip/density.ts';
import { settlingTime, takenLayer } from '../../../core/slip/settle.ts';
import { formatFixed, formatNumber, formatQuantity, SECOND } from '../../../core/units/quantity.ts';
import type { Answer } from '../../ui/answer.ts';
import { useNow } from '../../asking/clock.ts';
import { NumberField, QuantityField, quantityText, typedNumber, typedQuantity } from '../../ui/fields.tsx';
import { useUnits, useZone } from '../../asking/maker.ts';
import { useLog } from '../../saving/notice.tsx';
import { drawnOff } from '../../../core/log/acts/tubs.ts';
import { entry, stamped } from '../../saving/outbox.ts';
import { AnswerBoard, Section, Trouble } from '../../ui/parts.tsx';
import { reachable } from '../../ui/theme.ts';
import { ask, wordsFor } from '../../asking/server.ts';
import { span, whenNear } from '../../ui/times.ts';

/** The settling bench: how long until the coarse has fallen, which layer to take, and what it yields. */
export function Settle() {
  const { id } = useParams();
  const { data, error } = useSWR<TubAnswer>(`/api/tubs/${id}`, ask);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the tub …</Typography>;
  return <SettlingBench answer={data} />;
}

function SettlingBench({ answer: { shelf, catalogue } }: { answer: TubAnswer }) {
  const { tub, judgement } = shelf;
  const units = useUnits();
  const zone = useZone();
  const now = useNow();
  const log = useLog();
  const navigate = useNavigate();
  const [depth, setDepth] = useState(() => quantityText(0.1, 'length', units));
  const [whole, setWhole] = useState(() => quantityText(0.15, 'length', units));
  const [grain, setGrain] = useState('2');
  const [celsius, setCelsius] = useState(() => quantityText(20, 'temperature', units));
  const [fine, setFine] = useState('30');
  const gravity = judgement.gravity;
  const wanted = consistencyFor('sigillata', catalogue.wanted).gravity;

  const typed = {
    depthM: typedQuantity(depth, 'length', units),
    wholeM: typedQuantity(whole, 'length', units),
    grainM: (typedNumber(grain) ?? Number.NaN) * 1e-6,
    celsius: typedQuantity(celsius, 'temperature', units),
    fine: typedNumber(fine),
  };
  const wrong = !(typed.depthM! > 0)
    ? 'The layer to draw off must be a number above zero.'
    : !(typed.wholeM! >= typed.depthM!)
      ? 'The whole depth must be at least the layer drawn off.'
      : !(typed.grainM > 0)
        ? 'The grain must be a number above zero: sigillata is 1 to 2 µm.'
        : !(typed.celsius! >= 0 && typed.celsius! <= 40)
          ? 'The water must be between 0 and 40 °C.'
          : !(typed.fine! > 0 && typed.fine! <= 100)
            ? 'The fine share must be between 0 and 100 %.'
            : null;
  const { grainDensity } = tub.made;
  const solids = gravity === null ? 0 : solidsByVolume(gravity, grainDensity);
  const seconds = wrong
    ? null
    : settlingTime(typed.depthM!, { grainM: typed.grainM, grainDensity, celsius: typed.celsius!, solids });
  const layer =
    wrong || gravity === null
      ? null
      : takenLayer(
          { volumeM3: tub.volumeM3, gravity, grainDensity },
          typed.depthM! / typed.wholeM!,
          typed.fine! / 100,
          wanted.from,
        );

  const start = () =>
    void log(`${tub.made.name} left to settle`, [
      entry('tub.settling', tub.id, {
        depthM: typed.depthM!,
        grainM: typed.grainM,
        celsius: typed.celsius!,
        seconds: seconds!,
      }),
    ]);
  const drawOff = async () => {
    const tubId = uuid();
    const volumeM3 = layer?.volumeM3 ?? tub.volumeM3 / 2;
    const outcome = await log(
      `${tub.made.name}: top layer drawn off`,
      stamped(drawnOff(tub, { id: tubId, volumeM3, adjusted: tub.adjusted })),
    );
    if (outcome.kind === 'saved') void navigate(`/slips/${tubId}`);
  };

  const layerText = formatQuantity('length', tub.settling?.depthM ?? typed.depthM ?? 0, units);
  const due = tub.settling?.dueAt ?? null;
  const answer: Answer =
    due === null
      ? {
          tone: 'rest',
          headline: seconds === null ? 'How long?' : `Leave it ${span(seconds * SECOND)}`,
          detail: `Then the top ${layerText} holds nothing over ${grain} µm. Undisturbed, away from draughts and knocks.`,
        }
      : due > now
        ? {
            tone: 'soon',
            headline: `Settling until ${whenNear(due, now, zone)}`,
            detail: `${span(due - now)} to go. Then take the top ${layerText}, and leave the rest.`,
          }
        : {
            tone: 'now',
            headline: `Draw off the top ${layerText}`,
            detail:
              'With a hose or a syringe, not by pouring. What is left below goes back to its body, or to waste.',
          };
  return (
    <>
      <Typography variant="h2" component="h1" gutterBottom>
        Settling bench:{' '}
        <Box component={RouterLink} to={`/slips/${tub.id}`} sx={{ ...reachable, color: 'inherit' }}>
          {tub.made.name}
        </Box>
      </Typography>
      <AnswerBoard answer={answer}>
        <Box sx={{ display: 'flex', gap: 1.5, mt: 2, flexWrap: 'wrap' }}>
          {due === null && (
            <Button variant="contained" disabled={seconds === null} onClick={start}>
              It stands now: start
            </Button>
          )}
          {due !== null && (
            <Button variant={due <= now ? 'contained' : 'outlined'} onClick={() => void drawOff()}>
              Drawn off into a new tub
            </Button>
          )}
        </Box>
      </AnswerBoard>
      <Section title="Layer and grain">
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 1fr))' }}>
          <QuantityField label="Layer to draw off" text={depth} onText={setDepth} dimension="length" />
          <QuantityField label="Whole depth" text={whole} onText={setWhole} dimension="length" />
          <NumberField
            label="Nothing coarser than"
            unit="µm"
            text={grain}
            onText={setGrain}
            help="Half the size takes four times as long"
          />
          <QuantityField label="The water" text={celsius} onText={setCelsius} dimension="temperature" />
          <NumberField
            label="Share finer than that"
            unit="%"
            text={fine}
            onText={setFine}
            help="Of the dry clay; a guess until you have weighed a yield"
          />
        </Box>
        {wrong && <Trouble>{wrong}</Trouble>}
        <Box sx={{ mt: 1.5 }}>
          {gravity === null
            ? 'Its SG is not known: the time is for single grains in clear water, the least it can be.'
            : `At SG ${formatFixed(gravity, 2, units)} grains hinder each other; plates fall slower still.`}
        </Box>
      </Section>
      {layer && (
        <Section title="What it yields">
          The layer is {formatQuantity('volume', layer.volumeM3, units)} with about{' '}
          {formatQuantity('mass', layer.dryKg, units)} of dry clay, SG {formatNumber(layer.gravity, 3, units)}
          .{' '}
          {layer.evaporateM3 > 0
            ? `Let ${formatQuantity('volume', layer.evaporateM3, units)} of water evaporate to reach SG ${formatFixed(wanted.from, 2, units)}; then colour it.`
            : 'It needs no evaporating; colour it after it is drawn off.'}
        </Section>
      )}
    </>
  );
}
