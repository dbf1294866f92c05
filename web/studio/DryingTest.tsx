import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Box, Button, TextField, Typography } from '@mui/material';
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';
import type { ClayBody } from '../../core/clay/body.ts';
import { dryingTest } from '../../core/defaults/studio.ts';
import {
  steadyTestProblem,
  type FittedClay,
  type SteadyTest,
  type TestPoint,
} from '../../core/fit/dryingTest.ts';
import { formatNumber, HOUR, readNumber, type UnitChoice } from '../../core/units/quantity.ts';
import { NumberField, QuantityField, quantityText, typedNumber, typedQuantity } from '../ui/fields.tsx';
import { useStudio, useUnits } from '../asking/maker.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Section, Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { cobalt, copperGreen, ink } from '../ui/theme.ts';
import { fitTestInWorker } from './fitting.ts';

const procedure = [
  'Cut a slab of plastic clay, about 10 mm thick and twice a hand long; scratch two fine marks 100 mm apart.',
  'Stand it on a rack in a quiet room of steady air; note temperature and humidity.',
  'Weigh it at once, and measure between the marks. Then every two hours, later twice a day, until two weighings agree.',
  'Dry it fully at about 105 °C in an oven or on a bisque kiln’s lid, and weigh it once more: that is the dry mass.',
];

/** A measured sheet for a clay: a drying slab, weighed and measured, from which the wall's own figures are fitted. */
export function DryingTest() {
  const { id } = useParams();
  const { data, error } = useStudio();
  const clay = data?.clays.find((c) => c.id === id);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the clay …</Typography>;
  if (!clay) return <Trouble>This clay is not in the studio. Go back to Studio and pick it again.</Trouble>;
  return <TestSheet id={clay.id} body={clay.set} />;
}

function TestSheet({ id, body }: { id: string; body: ClayBody }) {
  const units = useUnits();
  const log = useLog();
  const navigate = useNavigate();
  const [table, setTable] = useState('');
  const [dry, setDry] = useState('');
  const [thickness, setThickness] = useState(() => quantityText(dryingTest.thicknessM, 'length', units));
  const [celsius, setCelsius] = useState(() => quantityText(dryingTest.celsius, 'temperature', units));
  const [humidity, setHumidity] = useState(String(dryingTest.humidity * 100));
  const [fit, setFit] = useState<FittedClay | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const work = async () => {
    setFit(null);
    const typed = testTyped({ table, dry, thickness, celsius, humidity }, units);
    if ('wrong' in typed) return setWrong(typed.wrong);
    setBusy(true);
    try {
      const outcome = await fitTestInWorker(body, typed.test).answer;
      setWrong(outcome.ok ? null : outcome.problem.message);
      if (outcome.ok) setFit(outcome.value);
    } catch (error) {
      setWrong(`The computation stopped: ${String(error)}. Try once more, or reload the page.`);
    } finally {
      setBusy(false);
    }
  };
  const take = async () => {
    const { plasticX, criticalX, diffusivity, isotherm } = fit!;
    const outcome = await log(`${body.name} as its drying test has it`, [
      entry('clay.set', id, { ...body, plasticX, criticalX, diffusivity, isotherm }),
    ]);
    if (outcome.kind === 'refused') setWrong(outcome.problem.detail);
    else void navigate('/studio');
  };

  return (
    <>
      <Typography variant="h1">Drying test: {body.name}</Typography>
      <Procedure />
      <Box sx={{ displayPrint: 'none' }}>
        <Section title="What was weighed">
          <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', md: '1fr 280px' } }}>
            <TextField
              label="Hours; mass in g; length in mm"
              value={table}
              onChange={(event) => setTable(event.target.value)}
              multiline
              minRows={9}
              helperText="One weighing a line, pasted from a table or typed; the length may be left out"
            />
            <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
              <QuantityField label="Dry mass of the bar" text={dry} onText={setDry} dimension="mass" />
              <QuantityField
                label="Its thickness, wet"
                text={thickness}
                onText={setThickness}
                dimension="length"
              />
              <QuantityField label="The room" text={celsius} onText={setCelsius} dimension="temperature" />
              <NumberField label="Its humidity" unit="%" text={humidity} onText={setHumidity} />
              <Button variant="contained" disabled={busy} onClick={() => void work()}>
                {busy ? 'Working it out …' : 'Work it out'}
              </Button>
            </Box>
          </Box>
          {wrong && <Trouble>{wrong}</Trouble>}
        </Section>
        {fit && <Fitted fit={fit} units={units} onTake={() => void take()} />}
      </Box>
    </>
  );
}

function Procedure() {
  return (
    <Section
      title="How it is done"
      action={
        <Button variant="outlined" onClick={() => window.print()} sx={{ displayPrint: 'none' }}>
          Print this, with a sheet to fill
        </Button>
      }
    >
      <Box component="ol" sx={{ m: 0, pl: 3 }}>
        {procedure.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
      <SheetToFill />
    </Section>
  );
}

const LINES_TO_FILL = 16;

/** On paper only: where the weighings are written down. */
function SheetToFill() {
  return (
    <Box
      component="table"
      aria-hidden
      sx={{
        display: 'none',
        displayPrint: 'table',
        width: '100%',
        mt: 3,
        borderCollapse: 'collapse',
        '& td, & th': { border: `1px solid ${ink}`, height: 34, textAlign: 'left', px: 1 },
      }}
    >
      <thead>
        <tr>
          {['Day and time', 'Hours', 'Mass, g', 'Between the marks, mm', 'Room, °C and %'].map((head) => (
            <th key={head}>{head}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {Array.from({ length: LINES_TO_FILL }, (_, i) => (
          <tr key={i}>
            <td />
            <td />
            <td />
            <td />
            <td />
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

/** A test as it was typed, or what is wrong with it. */
function testTyped(
  typed: { table: string; dry: string; thickness: string; celsius: string; humidity: string },
  units: UnitChoice,
): { test: SteadyTest } | { wrong: string } {
  const points = pointsTyped(typed.table);
  if ('wrong' in points) return points;
  const dryKg = typedQuantity(typed.dry, 'mass', units) ?? Number.NaN;
  const thicknessM = typedQuantity(typed.thickness, 'length', units) ?? Number.NaN;
  const celsius = typedQuantity(typed.celsius, 'temperature', units) ?? Number.NaN;
  const percent = typedNumber(typed.humidity) ?? Number.NaN;
  const test: SteadyTest = {
    points: points.points,
    dryKg,
    thicknessM,
    heatTransfer: dryingTest.heatTransfer,
    room: { celsius, humidity: percent / 100 },
  };
  const problem = steadyTestProblem(test);
  return problem ? { wrong: problem.message } : { test };
}

/** Lines of hours, grams and, where measured, millimetres; tabs, semicolons or spaces between. */
function pointsTyped(table: string): { points: TestPoint[] } | { wrong: string } {
  const points: TestPoint[] = [];
  for (const [i, line] of table.split('\n').entries()) {
    if (line.trim() === '') continue;
    const [hours, grams, length] = line
      .trim()
      .split(/[;\s]+/)
      .map((cell) => readNumber(cell));
    if (hours === null && i === 0) continue;
    if (typeof hours !== 'number' || typeof grams !== 'number')
      return { wrong: `Line ${i + 1} needs hours and a mass: “${line.trim()}” cannot be read.` };
    points.push({
      at: hours * HOUR,
      massKg: grams / 1000,
      lengthM: typeof length === 'number' ? length / 1000 : null,
    });
  }
  return points.length === 0
    ? { wrong: 'Nothing was weighed yet: paste or type the weighings.' }
    : { points };
}

function Fitted({ fit, units, onTake }: { fit: FittedClay; units: UnitChoice; onTake: () => void }) {
  const number = (value: number, decimals: number) => formatNumber(value, decimals, units);
  const rows = fit.course.map((p) => ({ hours: (p.at - fit.course[0]!.at) / HOUR, ...p }));
  const axis = (text: string) => ({ value: text, position: 'insideBottom' as const, offset: -8, fill: ink });
  return (
    <Section
      title="What it says"
      action={
        <Button variant="contained" onClick={onTake}>
          Take these for the clay
        </Button>
      }
    >
      <Box sx={{ fontSize: '1.15rem' }}>
        Plastic at {number(100 * fit.plasticX, 1)} % water of its dry mass; shrinkage ends at{' '}
        {number(100 * fit.criticalX, 1)} %
        {fit.bigot === null && ' (no lengths were measured: as in the usual body)'}. Water moves at{' '}
        {number(fit.diffusivity.at0 * 1e9, 2)}·10⁻⁹ m²/s when dry. It was off by {number(100 * fit.misfit, 2)}{' '}
        % water on average; the air took it {number(fit.airFactor, 2)} times as fast as expected.
      </Box>
      <Box sx={{ display: 'grid', gap: 3, mt: 1, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
        <Box>
          <Box sx={{ fontWeight: 650 }}>Water over time, weighed and computed</Box>
          <ResponsiveContainer width="100%" height={240}>
            <ComposedChart data={rows} margin={{ bottom: 16, right: 12 }} accessibilityLayer={false}>
              <CartesianGrid strokeOpacity={0.3} />
              <XAxis dataKey="hours" type="number" tick={{ fill: ink }} label={axis('hours')} />
              <YAxis width={48} tick={{ fill: ink }} tickFormatter={(v: number) => number(100 * v, 0)} />
              <Line dataKey="fitted" stroke={cobalt} strokeWidth={2} dot={false} isAnimationActive={false} />
              <Scatter dataKey="weighed" fill={ink} isAnimationActive={false} />
            </ComposedChart>
          </ResponsiveContainer>
        </Box>
        {fit.bigot && (
          <Box>
            <Box sx={{ fontWeight: 650 }}>Shrinkage against water (Bigot curve)</Box>
            <ResponsiveContainer width="100%" height={240}>
              <ComposedChart
                data={fit.bigot.points}
                margin={{ bottom: 16, right: 12 }}
                accessibilityLayer={false}
              >
                <CartesianGrid strokeOpacity={0.3} />
                <XAxis
                  dataKey="x"
                  type="number"
                  tick={{ fill: ink }}
                  tickFormatter={(v: number) => number(100 * v, 0)}
                  label={axis('water, % of dry mass')}
                />
                <YAxis width={48} tick={{ fill: ink }} tickFormatter={(v: number) => number(100 * v, 1)} />
                <Scatter dataKey="shrinkage" fill={ink} isAnimationActive={false} />
                <ReferenceLine
                  x={fit.bigot.criticalX}
                  stroke={copperGreen}
                  strokeWidth={2}
                  label={{ value: 'shrinkage ends', position: 'insideTopRight', fill: copperGreen }}
                />
              </ComposedChart>
            </ResponsiveContainer>
          </Box>
        )}
      </Box>
    </Section>
  );
}
