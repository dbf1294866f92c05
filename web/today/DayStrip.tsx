import { useMemo } from 'react';
import { Box } from '@mui/material';
import type { TodayPiece } from '../../api/routes.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { clayRamp, rampColour } from '../draw/clayRamp.ts';
import { board, ink, night, tones, type Tone } from '../ui/theme.ts';
import { clockTime } from '../ui/times.ts';
import { hoursOf, type Day } from './day.ts';

const WIDTH = 1000;
export const ROW = 56;
const BAND = { y: 30, height: 15 };
const GATE = { top: 12, foot: 24 };

/** Sessions lit, nights dimmed, and now as a plumb line: one picture through all rows. */
function Ground({ day }: { day: Day }) {
  const box = (spell: { from: Instant; to: Instant }) => ({
    x: day.across(spell.from) * WIDTH,
    width: (day.across(spell.to) - day.across(spell.from)) * WIDTH,
    y: 0,
    height: ROW,
  });
  const now = day.across(day.now) * WIDTH;
  return (
    <>
      {day.sessions.map((spell) => (
        <rect key={`s${spell.from}`} {...box(spell)} fill={board} />
      ))}
      {day.nights.map((spell) => (
        <rect key={`n${spell.from}`} {...box(spell)} fill={night} />
      ))}
      <line
        x1={now}
        x2={now}
        y1={0}
        y2={ROW}
        stroke={ink}
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
    </>
  );
}

/** The hours of the day over all rows. */
export function DayRuler({ day, zone }: { day: Day; zone: string }) {
  const at = (moment: Instant) => ({
    position: 'absolute',
    left: `${100 * day.across(moment)}%`,
    transform: 'translateX(-50%)',
    whiteSpace: 'nowrap',
  });
  return (
    <Box aria-hidden sx={{ position: 'relative', height: 24, fontSize: '0.9rem', overflow: 'hidden' }}>
      {hoursOf(day, zone).map((hour) => (
        <Box key={hour} component="span" sx={at(hour)}>
          {clockTime(hour, zone)}
        </Box>
      ))}
      <Box component="span" sx={{ ...at(day.now), transform: 'translateX(-2px)', fontWeight: 700 }}>
        now
      </Box>
    </Box>
  );
}

/** The wall of a piece over the day in its own colours, and the window of its next step on it. */
export function DayStrip({ day, piece, tone }: { day: Day; piece: TodayPiece | null; tone: Tone }) {
  return (
    <Box
      component="svg"
      aria-hidden
      viewBox={`0 0 ${WIDTH} ${ROW}`}
      preserveAspectRatio="none"
      sx={{ display: 'block', width: '100%', height: ROW }}
    >
      <Ground day={day} />
      {piece && <Wall day={day} ribbon={piece.ribbon} />}
      {piece && <Window day={day} next={piece.next} colour={tones[tone].colour} />}
    </Box>
  );
}

function Wall({ day, ribbon }: { day: Day; ribbon: TodayPiece['ribbon'] }) {
  const { at, moisture, wetColour, dryColour } = ribbon;
  const ramp = useMemo(() => clayRamp(dryColour, wetColour), [dryColour, wetColour]);
  return at.slice(0, -1).map((from, i) => {
    const x = day.across(from) * WIDTH;
    const width = day.across(at[i + 1]!) * WIDTH - x;
    return width <= 0 ? null : (
      <rect
        key={from}
        x={x}
        width={width + 0.6}
        {...BAND}
        shapeRendering="crispEdges"
        fill={rampColour(ramp, moisture[i]!)}
      />
    );
  });
}

/** A bracket over the wall: its sides slope by how unsure opening and closing are. */
function Window({ day, next, colour }: { day: Day; next: TodayPiece['next']; colour: string }) {
  if (!next || next.opens === null || next.opens >= day.to || (next.closes ?? day.to) <= day.from)
    return null;
  const [spread] = next.windows;
  const x = (at: Instant) => day.across(at) * WIDTH;
  const begins = [spread?.opens.p10 ?? next.opens, spread?.opens.p90 ?? next.opens] as const;
  const ends =
    next.closes === null ? null : [spread?.closes.p10 ?? next.closes, spread?.closes.p90 ?? next.closes];
  const rises = `M${x(Math.min(...begins))} ${GATE.foot} L${x(Math.max(...begins))} ${GATE.top}`;
  const falls = ends
    ? `L${Math.max(x(Math.max(...begins)), x(Math.min(...ends)))} ${GATE.top} L${x(Math.max(...ends))} ${GATE.foot}`
    : `L${WIDTH} ${GATE.top}`;
  return (
    <path
      d={`${rises} ${falls}`}
      fill="none"
      stroke={colour}
      strokeWidth={3}
      vectorEffect="non-scaling-stroke"
    />
  );
}
