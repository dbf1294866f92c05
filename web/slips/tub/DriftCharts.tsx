import { useUnits } from '../../asking/maker.ts';
import { Box } from '@mui/material';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import { flowsOf, gravitiesOf, type TubOnShelf } from '../../../core/shelf/tubOnShelf.ts';
import type { Consistency, Range } from '../../../core/slip/consistency.ts';
import { controlChart, FEWEST, type Reading } from '../../../core/slip/drift.ts';
import { formatFixed, DAY } from '../../../core/units/quantity.ts';
import { Section } from '../../ui/parts.tsx';
import { cobalt, copperGreen, faded, ink, ironRed, ochre } from '../../ui/theme.ts';
import { clockTime, shortDate } from '../../ui/times.ts';
import { signalWords } from '../../tubs/tubWords.ts';

interface DriftChartsProps {
  shelf: TubOnShelf;
  wanted: Consistency;
  catalogue: SlipCatalogue;
  zone: string;
}

/** SG and flow of a tub over time, each with the limits its own readings set. */
export function DriftCharts({ shelf: { tub, drift }, wanted, catalogue, zone }: DriftChartsProps) {
  const units = useUnits();
  const gravities = gravitiesOf(tub);
  const flows = Object.entries(flowsOf(tub)).filter(([, readings]) => readings.length > 1);
  if (gravities.length < 2 && flows.length === 0) return null;
  return (
    <Section title="Drift">
      {drift && (
        <Box sx={{ mb: 1 }}>
          Since it was last changed its SG moves by {drift.perDay >= 0 ? '+' : '−'}
          {formatFixed(Math.abs(drift.perDay * 7), 3, units)} a week
          {drift.outAt === null
            ? '; it stays in its range for a year and more.'
            : `; it leaves its range about ${shortDate(drift.outAt, zone)}.`}
        </Box>
      )}
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: 'repeat(auto-fit, minmax(min(100%, 420px), 1fr))',
        }}
      >
        {gravities.length > 1 && (
          <Chart name="SG" readings={gravities} wanted={wanted.gravity} decimals={2} zone={zone} />
        )}
        {flows.map(([cupId, readings]) => (
          <Chart
            key={cupId}
            name={`Seconds in ${catalogue.cups[cupId]?.name ?? 'a cup'}`}
            readings={readings}
            wanted={wanted.flow?.cupId === cupId ? wanted.flow.seconds : null}
            decimals={0}
            zone={zone}
          />
        ))}
      </Box>
    </Section>
  );
}

interface ChartProps {
  name: string;
  readings: Reading[];
  wanted: Range | null;
  decimals: number;
  zone: string;
}

/** An individuals chart: readings, their mean and limits, the wanted range behind, and what signals. */
function Chart({ name, readings, wanted, decimals, zone }: ChartProps) {
  const units = useUnits();
  const chart = controlChart(readings.map((r) => r.value));
  const signal = chart?.signals.at(-1);
  const values = readings.map((r) => r.value);
  const short = readings.at(-1)!.at - readings[0]!.at < 2 * DAY;
  const edges = [
    ...values,
    ...(wanted ? [wanted.from, wanted.to] : []),
    ...(chart ? [chart.lower, chart.upper] : []),
  ];
  const pad = (Math.max(...edges) - Math.min(...edges)) * 0.08 || 0.01;
  const limit = (y: number, label: string) => (
    <ReferenceLine
      y={y}
      stroke={faded}
      strokeDasharray="5 4"
      label={{ value: label, position: 'insideTopRight', fill: faded, fontSize: 13 }}
    />
  );
  return (
    <Box>
      <Box sx={{ fontWeight: 650 }}>{name}</Box>
      <ResponsiveContainer width="100%" height={190}>
        <LineChart
          data={readings}
          margin={{ left: 0, right: 12, top: 8, bottom: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid vertical={false} strokeOpacity={0.3} />
          {wanted && <ReferenceArea y1={wanted.from} y2={wanted.to} fill={copperGreen} fillOpacity={0.14} />}
          <XAxis
            dataKey="at"
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(t: number) => (short ? clockTime(t, zone) : shortDate(t, zone))}
            tick={{ fill: ink, fontSize: 13 }}
          />
          <YAxis
            width={48}
            domain={[Math.min(...edges) - pad, Math.max(...edges) + pad]}
            tickFormatter={(v: number) => formatFixed(v, decimals, units)}
            tick={{ fill: ink, fontSize: 13 }}
          />
          {chart && limit(chart.mean, 'mean')}
          {chart && limit(chart.upper, 'upper limit')}
          {chart && limit(chart.lower, 'lower limit')}
          <Line
            dataKey="value"
            stroke={cobalt}
            strokeWidth={2}
            isAnimationActive={false}
            dot={({ cx, cy, index }: { cx?: number; cy?: number; index?: number }) => {
              const signals = chart?.signals.some((s) => s.at === index);
              return (
                <circle
                  key={index}
                  cx={cx}
                  cy={cy}
                  r={signals ? 7 : 4}
                  fill={signals ? ironRed : cobalt}
                  stroke={signals ? ink : 'none'}
                  strokeWidth={2}
                />
              );
            }}
          />
        </LineChart>
      </ResponsiveContainer>
      <Box sx={{ color: signal ? ochre : faded, fontWeight: signal ? 650 : 400 }}>
        {chart === null
          ? `${readings.length} readings: ${FEWEST} are needed before limits mean anything.`
          : signal
            ? `A signal on ${shortDate(readings[signal.at]!.at, zone)}: ${signalWords[signal.rule]}.`
            : `Steady: mean ${formatFixed(chart.mean, decimals + 1, units)}, all ${readings.length} readings within their limits.`}
        {wanted && ' The band is what is wanted.'}
      </Box>
    </Box>
  );
}
