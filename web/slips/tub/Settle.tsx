import { useState } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button, Typography } from '@mui/material';
import type { TubAnswer } from '../../../api/routes.ts';
import { consistencyFor } from '../../../core/slip/consistency.ts';
import { solidsByVolume } from '../../../core/slip/density.ts';
import { settlingTime, takenLayer, type LayerTaken } from '../../../core/slip/settle.ts';
import {
  formatFixed,
  formatNumber,
  formatQuantity,
  SECOND,
  type Instant,
  type UnitChoice,
} from '../../../core/units/quantity.ts';
import type { Answer } from '../../ui/answer.ts';
import { useNow } from '../../asking/clock.ts';
import { NumberField, QuantityField, quantityText, typedNumber, typedQuantity } from '../../ui/fields.tsx';
import { useUnits, useZone } from '../../asking/maker.ts';
import { useLog } from '../../saving/notice.tsx';
import { drawnOff } from '../../../core/log/acts/tubs.ts';
import { entry, stamped } from '../../saving/outbox.ts';
import { AnswerBoard, Section, Trouble } from '../../ui/parts.tsx';
import { reachable } from '../../ui/theme.ts';
import { wordsFor } from '../../asking/server.ts';
import { span, whenNear } from '../../ui/times.ts';
import { to } from '../../../api/answers.ts';
import { useAnswer } from '../../asking/useAnswer.ts';
import { newSettling } from '../../../core/defaults/slip.ts';

/** The settling bench: how long until the coarse has fallen, which layer to take, and what it yields. */
export function Settle() {
  const { id = '' } = useParams();
  const { data, error } = useAnswer(to('/api/tubs/:id', { id }));
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
  const [typed, setTyped] = useState<TypedSettling>(() => usualSettling(units));
  const of = settlingOf(shelf, typed, consistencyFor('sigillata', catalogue.wanted).gravity.from, units);
  const { seconds, layer } = of;
  const due = tub.settling?.dueAt ?? null;

  const start = () =>
    void log(`${tub.made.name} left to settle`, [
      entry('tub.settling', tub.id, {
        depthM: of.depthM!,
        grainM: of.grainM,
        celsius: of.celsius!,
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

  const layerText = formatQuantity('length', tub.settling?.depthM ?? of.depthM ?? 0, units);
  const answer = settlingAnswer({ layerText, seconds, due, grain: typed.grain, now, zone });
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
      <SettlingFields typed={typed} onTyped={setTyped} wrong={of.wrong} gravity={judgement.gravity} />
      {layer && <Yield layer={layer} from={of.wantedFrom} />}
    </>
  );
}

/** What is typed of a settling. */
interface TypedSettling {
  depth: string;
  whole: string;
  grain: string;
  celsius: string;
  fine: string;
}

const usualSettling = (units: UnitChoice): TypedSettling => ({
  depth: quantityText(newSettling.depthM, 'length', units),
  whole: quantityText(newSettling.wholeM, 'length', units),
  grain: String(newSettling.grainM * 1e6),
  celsius: quantityText(newSettling.celsius, 'temperature', units),
  fine: String(newSettling.finePercent),
});

/** What was typed in SI, what is wrong with it, how long it takes, and the layer that is then drawn off. */
function settlingOf(
  { tub, judgement: { gravity } }: TubAnswer['shelf'],
  text: TypedSettling,
  wantedFrom: number,
  units: UnitChoice,
) {
  const typed = {
    depthM: typedQuantity(text.depth, 'length', units),
    wholeM: typedQuantity(text.whole, 'length', units),
    grainM: (typedNumber(text.grain) ?? Number.NaN) * 1e-6,
    celsius: typedQuantity(text.celsius, 'temperature', units),
    fine: typedNumber(text.fine),
  };
  const wrong = settlingProblem(typed);
  const { grainDensity } = tub.made;
  const { depthM, grainM, celsius } = typed;
  const solids = gravity === null ? 0 : solidsByVolume(gravity, grainDensity);
  const slip = gravity === null ? null : { volumeM3: tub.volumeM3, gravity, grainDensity };
  return {
    ...typed,
    wrong,
    wantedFrom,
    seconds: wrong ? null : settlingTime(depthM!, { grainM, grainDensity, celsius: celsius!, solids }),
    layer: wrong || !slip ? null : takenLayer(slip, depthM! / typed.wholeM!, typed.fine! / 100, wantedFrom),
  };
}

function settlingProblem(typed: {
  depthM: number | null;
  wholeM: number | null;
  grainM: number;
  celsius: number | null;
  fine: number | null;
}): string | null {
  if (!(typed.depthM! > 0)) return 'The layer to draw off must be a number above zero.';
  if (!(typed.wholeM! >= typed.depthM!)) return 'The whole depth must be at least the layer drawn off.';
  if (!(typed.grainM > 0)) return 'The grain must be a number above zero: sigillata is 1 to 2 µm.';
  if (!(typed.celsius! >= 0 && typed.celsius! <= 40)) return 'The water must be between 0 and 40 °C.';
  if (!(typed.fine! > 0 && typed.fine! <= 100)) return 'The fine share must be between 0 and 100 %.';
  return null;
}

function settlingAnswer({
  layerText,
  seconds,
  due,
  grain,
  now,
  zone,
}: {
  layerText: string;
  seconds: number | null;
  due: Instant | null;
  grain: string;
  now: Instant;
  zone: string;
}): Answer {
  if (due === null)
    return {
      tone: 'rest',
      headline: seconds === null ? 'How long?' : `Leave it ${span(seconds * SECOND)}`,
      detail: `Then the top ${layerText} holds nothing over ${grain} µm. Undisturbed, away from draughts and knocks.`,
    };
  return due > now
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
}

function SettlingFields({
  typed,
  onTyped,
  wrong,
  gravity,
}: {
  typed: TypedSettling;
  onTyped: (typed: TypedSettling) => void;
  wrong: string | null;
  gravity: number | null;
}) {
  const units = useUnits();
  const set = (more: Partial<TypedSettling>) => onTyped({ ...typed, ...more });
  return (
    <Section title="Layer and grain">
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 1fr))' }}>
        <QuantityField
          label="Layer to draw off"
          text={typed.depth}
          onText={(depth) => set({ depth })}
          dimension="length"
        />
        <QuantityField
          label="Whole depth"
          text={typed.whole}
          onText={(whole) => set({ whole })}
          dimension="length"
        />
        <NumberField
          label="Nothing coarser than"
          unit="µm"
          text={typed.grain}
          onText={(grain) => set({ grain })}
          help="Half the size takes four times as long"
        />
        <QuantityField
          label="The water"
          text={typed.celsius}
          onText={(celsius) => set({ celsius })}
          dimension="temperature"
        />
        <NumberField
          label="Share finer than that"
          unit="%"
          text={typed.fine}
          onText={(fine) => set({ fine })}
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
  );
}

function Yield({ layer, from }: { layer: LayerTaken; from: number }) {
  const units = useUnits();
  return (
    <Section title="What it yields">
      The layer is {formatQuantity('volume', layer.volumeM3, units)} with about{' '}
      {formatQuantity('mass', layer.dryKg, units)} of dry clay, SG {formatNumber(layer.gravity, 3, units)}.{' '}
      {layer.evaporateM3 > 0
        ? `Let ${formatQuantity('volume', layer.evaporateM3, units)} of water evaporate to reach SG ${formatFixed(from, 2, units)}; then colour it.`
        : 'It needs no evaporating; colour it after it is drawn off.'}
    </Section>
  );
}
