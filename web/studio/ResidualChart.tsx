import {
  CartesianGrid,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  XAxis,
  YAxis,
} from 'recharts';
import { Box } from '@mui/material';
import type { Residual } from '../../core/fit/logFit.ts';
import { formatNumber, HOUR } from '../../core/units/quantity.ts';
import { useUnits } from '../asking/maker.ts';
import { cobalt, copperGreen, ink } from '../ui/theme.ts';

/** Findings within this of the fit, in their sigmas, are as they should be. */
const USUAL = 2;

/** Each finding by the age of its piece and by how much wetter or drier it was than the fit: weighings as squares. */
export function ResidualChart({ residuals }: { residuals: Residual[] }) {
  const units = useUnits();
  const points = residuals.map((r) => ({
    hours: r.age / HOUR,
    wetter: r.wetter,
    weighed: r.kind === 'water',
  }));
  const furthest = Math.max(...residuals.map((r) => Math.abs(r.wetter)));
  const reach = Math.max(4, 2 * Math.ceil(furthest / 2));
  const number = (value: number) => formatNumber(value, 0, units);
  return (
    <Box>
      <Box sx={{ display: 'flex', justifyContent: 'space-between', flexWrap: 'wrap' }}>
        <Box>above the line: found wetter than the fit; below it: drier</Box>
        <Box>
          <Box component="span" sx={{ color: cobalt, fontWeight: 700 }}>
            ■
          </Box>{' '}
          weighed{' '}
          <Box component="span" sx={{ color: ink, fontWeight: 700 }}>
            ●
          </Box>{' '}
          by hand or eye
        </Box>
      </Box>
      <ResponsiveContainer width="100%" height={280}>
        <ScatterChart margin={{ top: 8, right: 16, bottom: 18, left: 8 }} accessibilityLayer={false}>
          <CartesianGrid strokeOpacity={0.3} />
          <ReferenceArea y1={-USUAL} y2={USUAL} fill={copperGreen} fillOpacity={0.12} />
          <ReferenceLine y={0} stroke={ink} />
          <XAxis
            dataKey="hours"
            type="number"
            tick={{ fill: ink }}
            tickFormatter={number}
            domain={[0, 'dataMax']}
            label={{ value: 'hours since it was made', position: 'insideBottom', offset: -10, fill: ink }}
          />
          <YAxis
            dataKey="wetter"
            type="number"
            width={56}
            domain={[-reach, reach]}
            ticks={[-reach, -reach / 2, 0, reach / 2, reach]}
            tick={{ fill: ink }}
            tickFormatter={number}
            label={{ value: 'times its doubt', angle: -90, position: 'insideLeft', fill: ink }}
          />
          <Scatter data={points.filter((p) => !p.weighed)} fill={ink} isAnimationActive={false} />
          <Scatter
            data={points.filter((p) => p.weighed)}
            fill={cobalt}
            shape="square"
            isAnimationActive={false}
          />
        </ScatterChart>
      </ResponsiveContainer>
      <Box component="ul" sx={{ position: 'absolute', left: -9999 }}>
        {residuals.map((r, i) => (
          <li key={i}>
            {r.pieceName}, {number(r.age / HOUR)} h: {formatNumber(r.wetter, 1, units)}
          </li>
        ))}
      </Box>
    </Box>
  );
}
