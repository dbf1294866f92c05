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
import { Box } from '@mui/material';
import type { DeflocculationCurve, DosePoint } from '../../../core/slip/deflocculate.ts';
import { formatNumber, type UnitChoice } from '../../../core/units/quantity.ts';
import { cobalt, copperGreen, ink, ironRed } from '../../ui/theme.ts';

interface DoseChartProps {
  points: DosePoint[];
  curve: DeflocculationCurve | null;
  units: UnitChoice;
}

const DRAWN = 60;

/** Seconds after each dose, the fitted curve through them, its bottom, and the over-dosed side in red squares. */
export function DoseChart({ points, curve, units }: DoseChartProps) {
  const end = Math.max(...points.map((p) => p.dosePercent), 0.01);
  const line = curve
    ? Array.from({ length: DRAWN + 1 }, (_, i) => {
        const dosePercent = (end * i) / DRAWN;
        return { dosePercent, fitted: curve.secondsAt(dosePercent) };
      })
    : [];
  const isOver = (p: DosePoint) => curve?.overdosed.includes(p) ?? false;
  const number = (decimals: number) => (value: number) => formatNumber(value, decimals, units);
  return (
    <>
      <ResponsiveContainer width="100%" height={260}>
        <ComposedChart margin={{ left: 0, right: 16, top: 16, bottom: 18 }} accessibilityLayer={false}>
          <CartesianGrid strokeOpacity={0.3} />
          <XAxis
            type="number"
            dataKey="dosePercent"
            domain={[0, end * 1.05]}
            allowDuplicatedCategory={false}
            tickFormatter={number(3)}
            tick={{ fill: ink }}
            label={{ value: 'dose, % of dry clay', position: 'insideBottom', offset: -10, fill: ink }}
          />
          <YAxis
            width={52}
            tickFormatter={number(0)}
            tick={{ fill: ink }}
            label={{ value: 'seconds', angle: -90, position: 'insideLeft', fill: ink }}
          />
          <Line
            data={line}
            dataKey="fitted"
            stroke={cobalt}
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
          <Scatter
            data={points.filter((p) => !isOver(p))}
            dataKey="seconds"
            fill={cobalt}
            isAnimationActive={false}
          />
          <Scatter
            data={points.filter(isOver)}
            dataKey="seconds"
            fill={ironRed}
            shape="square"
            isAnimationActive={false}
          />
          {curve?.bestDose && (
            <ReferenceLine
              x={curve.bestDose}
              stroke={copperGreen}
              strokeWidth={2}
              label={{ value: 'bottom', position: 'top', fill: copperGreen }}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
      <Box component="ul" sx={{ position: 'absolute', left: -9999 }}>
        {points.map((p) => (
          <li key={p.dosePercent}>
            {number(3)(p.dosePercent)} %: {number(1)(p.seconds)} s{isOver(p) && ', over-dosed'}
          </li>
        ))}
      </Box>
    </>
  );
}
