import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import {
  formatFixed,
  formatNumber,
  formatQuantity,
  unitLabel,
  type UnitChoice,
} from '../../../core/units/quantity.ts';
import { Box, Button, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { TubAnswer } from '../../../api/routes.ts';
import type { FlowTaken } from '../../../core/log/entry.ts';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import { consistencyFor, feelOf } from '../../../core/slip/consistency.ts';
import { feelNamed, feelWords, type Feel } from '../../../core/slip/feel.ts';
import { apparentViscosity, gellingRatio } from '../../../core/slip/flow.ts';
import { ChoiceField, NumberField, QuantityField, typedNumber, typedQuantity } from '../../ui/fields.tsx';
import { useDraft } from '../../ui/draft.ts';
import { LogForm } from '../../saving/LogForm.tsx';
import { useUnits } from '../../asking/maker.ts';
import { entry } from '../../saving/outbox.ts';
import { Section, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { faded, ink } from '../../ui/theme.ts';
import { CupDialog } from '../fields/CupDialog.tsx';
import { GravityFields, rememberCup, sampleTyped, useSample } from '../fields/GravityFields.tsx';
import { Stopwatch } from '../fields/Stopwatch.tsx';
import { to } from '../../../api/answers.ts';
import { useAnswer } from '../../asking/useAnswer.ts';
import { LITTLE_SLIP_M3, REST_S } from '../../../core/defaults/slip.ts';

/** Measures a tub: any of mass, flow, feel, temperature and level. */
export function Measure() {
  const { id = '' } = useParams();
  const { data, error } = useAnswer(to('/api/tubs/:id', { id }));
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the tub …</Typography>;
  return <MeasureForm answer={data} />;
}

const NO_LEVEL = 'The level must be a number: how much is in the tub?';
const littleWords = (levelM3: number, units: UnitChoice): string =>
  `${formatQuantity('volume', levelM3, units)} is next to nothing: if it is litres, write it in ${unitLabel('volume', units)}. Log it again if it is so.`;

function MeasureForm({ answer: { shelf, catalogue } }: { answer: TubAnswer }) {
  const { tub } = shelf;
  const units = useUnits();
  const navigate = useNavigate();
  const sample = useSample(units, tub.id);
  const [typed, setTyped, forget] = useDraft(`measure ${tub.id}`, () => ({
    flow: [] as FlowTaken[],
    feel: null as Feel | null,
    celsius: '',
    level: '',
  }));
  const { flow, feel, celsius, level } = typed;
  const set = (more: Partial<typeof typed>) => setTyped((before) => ({ ...before, ...more }));
  const [sure, setSure] = useState<string | null>(null);
  const wanted = consistencyFor(tub.made.use, catalogue.wanted);
  const leave = () => void navigate(`/slips/${tub.id}`);

  const act = (at: number) => {
    const weighed = sampleTyped(sample, tub.made.grainDensity);
    if (weighed && 'wrong' in weighed) return weighed;
    if (weighed) rememberCup(weighed.sample);
    const body = {
      sample: weighed?.sample ?? null,
      gravityRead: null,
      flow,
      feel,
      celsius: typedQuantity(celsius, 'temperature', units),
      levelM3: typedQuantity(level, 'volume', units),
    };
    if (Number.isNaN(body.celsius)) return { wrong: 'The temperature must be a number.' };
    if (Number.isNaN(body.levelM3)) return { wrong: NO_LEVEL };
    if (body.levelM3 !== null && body.levelM3 > 0 && body.levelM3 < LITTLE_SLIP_M3 && level !== sure) {
      setSure(level);
      return { wrong: littleWords(body.levelM3, units) };
    }
    return { words: `${tub.made.name} measured`, entries: [entry('tub.measured', tub.id, body, { at })] };
  };

  return (
    <>
      <Typography variant="h1">Measure {tub.made.name}</Typography>
      <Box sx={{ color: faded }}>
        Stir well first. Any of these will do; for {wanted.name.toLowerCase()} it should feel like{' '}
        {feelOf(wanted)}.
      </Box>
      <LogForm
        verb="Log measurement"
        act={act}
        onDone={() => {
          forget();
          sample.forget();
          leave();
        }}
        onLeave={leave}
        frame={({ fields, buttons }) => (
          <>
            <Box sx={{ display: 'grid' }}>{fields}</Box>
            <Box sx={{ display: 'flex', gap: 1.5, mt: 2 }}>{buttons}</Box>
          </>
        )}
      >
        <Section title="Feel it">
          <FeelChoice feel={feel} onFeel={(felt) => set({ feel: felt })} />
        </Section>
        <Section title="Weigh it">
          <GravityFields sample={sample} grainDensity={tub.made.grainDensity} />
        </Section>
        <Section title="Time it">
          <FlowTimings
            flow={flow}
            onFlow={(timed) => set({ flow: timed })}
            catalogue={catalogue}
            wantedCup={wanted.flow?.cupId}
          />
        </Section>
        <Besides celsius={celsius} level={level} set={set} />
      </LogForm>
    </>
  );
}

function Besides({
  celsius,
  level,
  set,
}: {
  celsius: string;
  level: string;
  set: (more: { celsius?: string; level?: string }) => void;
}) {
  return (
    <Section title="Besides">
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(220px, 1fr))' }}>
        <QuantityField
          label="Temperature of the slip"
          text={celsius}
          onText={(text) => set({ celsius: text })}
          dimension="temperature"
        />
        <QuantityField
          label="How much is in the tub"
          text={level}
          onText={(text) => set({ level: text })}
          dimension="volume"
        />
      </Box>
    </Section>
  );
}

/** The words for how slip feels, each with its test by eye. */
export function FeelChoice({ feel, onFeel }: { feel: Feel | null; onFeel: (feel: Feel | null) => void }) {
  return (
    <>
      <ToggleButtonGroup
        exclusive
        value={feel}
        onChange={(_event, value: Feel | null) => onFeel(value)}
        aria-label="It feels like"
        sx={{ flexWrap: 'wrap', gap: 1 }}
      >
        {feelWords.map((word) => (
          <ToggleButton
            key={word.feel}
            value={word.feel}
            sx={{ minHeight: 56, '&.MuiToggleButtonGroup-grouped': { border: `2px solid ${ink}`, m: 0 } }}
          >
            {word.name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Box sx={{ color: faded, minHeight: '1.5em', mt: 0.5 }} aria-live="polite">
        {feel === null ? 'Dip a finger, draw a ripple, lay a line.' : `Then: ${feelNamed(feel).look}.`}
      </Box>
    </>
  );
}

interface FlowTimingsProps {
  flow: FlowTaken[];
  onFlow: (flow: FlowTaken[]) => void;
  catalogue: SlipCatalogue;
  wantedCup: string | undefined;
}

function FlowTimings({ flow, onFlow, catalogue, wantedCup }: FlowTimingsProps) {
  const cups = Object.entries(catalogue.cups);
  const [chosen, setChosen] = useState<string | null>(null);
  const [rested, setRested] = useState(false);
  const [minutes, setMinutes] = useState(String(REST_S / 60));
  const [adding, setAdding] = useState<string | null>(null);
  const cupId = chosen ?? (wantedCup && catalogue.cups[wantedCup] ? wantedCup : cups[0]?.[0]);
  const addCup = (
    <Button variant="outlined" onClick={() => setAdding(uuid())}>
      Add a cup
    </Button>
  );
  const restS = rested ? Math.max(0, (typedNumber(minutes) || REST_S / 60) * 60) : 0;
  return (
    <>
      {adding !== null && <CupDialog id={adding} onClose={() => setAdding(null)} />}
      {cupId === undefined ? (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
          <Box>Any pot with a hole will do: its seconds are compared with each other.</Box>
          {addCup}
        </Box>
      ) : (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
          <Stopwatch
            onStop={(seconds) => onFlow([...flow, { cupId, seconds: Math.max(0.2, seconds), restS }])}
          />
          <Box sx={{ width: 240 }}>
            <ChoiceField
              label="Which cup"
              value={cupId}
              onChoose={setChosen}
              options={cups.map(([id, cup]) => ({ value: id, label: cup.name }))}
            />
          </Box>
          <ToggleButtonGroup
            exclusive
            value={rested}
            onChange={(_event, value: boolean | null) => value !== null && setRested(value)}
            aria-label="Stirred or rested"
          >
            <ToggleButton value={false}>Freshly stirred</ToggleButton>
            <ToggleButton value={true}>After a rest</ToggleButton>
          </ToggleButtonGroup>
          {rested && (
            <Box sx={{ width: 150 }}>
              <NumberField label="Rest" unit="min" text={minutes} onText={setMinutes} />
            </Box>
          )}
          {addCup}
        </Box>
      )}
      <Timings flow={flow} onFlow={onFlow} catalogue={catalogue} />
    </>
  );
}

function Timings({ flow, onFlow, catalogue }: Omit<FlowTimingsProps, 'wantedCup'>) {
  const units = useUnits();
  const rested = flow.findLast((f) => f.restS > 0);
  const stirred = rested && flow.findLast((f) => f.restS === 0 && f.cupId === rested.cupId);
  return (
    <Box component="ul" aria-live="polite" sx={{ listStyle: 'none', p: 0, my: 1 }}>
      {flow.map((taken, i) => {
        const cup = catalogue.cups[taken.cupId];
        const viscosity = cup ? apparentViscosity(cup.kind, taken.seconds) : null;
        return (
          <Box
            component="li"
            key={i}
            sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}
          >
            <Box sx={{ fontWeight: 700, fontSize: '1.2rem' }}>{formatNumber(taken.seconds, 1, units)} s</Box>
            <Box>
              {cup?.name}
              {taken.restS > 0 ? `, after ${Math.round(taken.restS / 60)} min rest` : ', stirred'}
              {viscosity?.ok &&
                viscosity.value !== null &&
                `: apparent viscosity ${Math.round(viscosity.value * 1e6)} mm²/s`}
            </Box>
            <Button onClick={() => onFlow(flow.filter((_, k) => k !== i))}>Take it out</Button>
            {viscosity && !viscosity.ok && <Trouble>{viscosity.problem.message}</Trouble>}
          </Box>
        );
      })}
      {rested && stirred && (
        <li>
          Gelling: {formatFixed(gellingRatio(stirred.seconds, rested.seconds), 2, units)} times as long after
          the rest.
        </li>
      )}
    </Box>
  );
}
