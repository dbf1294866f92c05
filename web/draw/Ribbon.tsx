import { useMemo } from 'react';
import { Box } from '@mui/material';
import type { TodayPiece } from '../../api/routes.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import { ink, tones, type Tone } from '../ui/theme.ts';
import { clockTime } from '../ui/times.ts';
import { clayRamp, rampColour } from './clayRamp.ts';

interface RibbonProps {
  ribbon: TodayPiece['ribbon'];
  opens: Instant | null;
  closes: Instant | null;
  tone: Tone;
  zone: string;
}

const HEIGHT = 46;
const WIDTH = 1000;

/** The surface of a wall over the next day in its own colours, with the window of the next step above it. */
export function Ribbon({ ribbon, opens, closes, tone, zone }: RibbonProps) {
  const { at, moisture, wetColour, dryColour } = ribbon;
  const ramp = useMemo(() => clayRamp(dryColour, wetColour), [dryColour, wetColour]);
  const start = at[0]!;
  const end = at.at(-1)!;
  const x = (t: Instant) => ((Math.min(end, Math.max(start, t)) - start) / (end - start)) * WIDTH;
  const marks = hourMarks(start, end);
  const hasWindow = opens !== null && opens < end && (closes === null || closes > start);
  return (
    <Box aria-hidden sx={{ position: 'relative', width: '100%' }}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        width="100%"
        height={HEIGHT}
        style={{ display: 'block' }}
      >
        {moisture.slice(0, -1).map((value, i) => (
          <rect
            key={i}
            x={x(at[i]!)}
            y={14}
            width={WIDTH / (at.length - 1) + 0.6}
            height={26}
            fill={rampColour(ramp, value)}
          />
        ))}
        {hasWindow && (
          <path
            d={`M${x(opens)} 14 V4 H${x(closes ?? end)} V${closes !== null && closes < end ? 14 : 4}`}
            fill="none"
            stroke={tones[tone].colour}
            strokeWidth={4}
            vectorEffect="non-scaling-stroke"
          />
        )}
        {marks.map((t) => (
          <line
            key={t}
            x1={x(t)}
            x2={x(t)}
            y1={40}
            y2={HEIGHT}
            stroke={ink}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        <line
          x1={1}
          x2={1}
          y1={0}
          y2={HEIGHT}
          stroke={ink}
          strokeWidth={3}
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <Box sx={{ position: 'relative', height: 20, fontSize: '0.82rem' }}>
        {marks.map((t) => (
          <Box
            key={t}
            component="span"
            sx={{ position: 'absolute', left: `${(x(t) / WIDTH) * 100}%`, transform: 'translateX(-50%)' }}
          >
            {clockTime(t, zone)}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** Every fourth hour, clear of both ends. */
function hourMarks(start: Instant, end: Instant): Instant[] {
  const step = 4 * HOUR;
  const first = Math.ceil((start + HOUR) / step) * step;
  return Array.from({ length: 8 }, (_, i) => first + i * step).filter((t) => t < end - HOUR / 2);
}
