import { useMemo } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box } from '@mui/material';
import type { KilnDayRow } from '../../api/routes.ts';
import type { Cover } from '../../core/drying/face.ts';
import { LOOK_FIRST, LOOK_STEP, type WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Spell } from '../../core/time/hours.ts';
import { DAY, HOUR, type Instant } from '../../core/units/quantity.ts';
import { wetAt } from '../../core/plan/moistureForecast.ts';
import { clayRamp, rampColour } from '../draw/clayRamp.ts';
import { hatching } from '../draw/cover.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { board, copperGreen, faded, hairline, ink, ironRed, night, ochre } from '../ui/theme.ts';
import { dayOfMonth, shortDate, weekday } from '../ui/times.ts';
import type { Planned } from './week.ts';

const WIDTH = 1000;
const ROW = 58;
const WALL = { y: 26, height: 16 };
const COVER = { y: 42, height: 9 };
/** So many days are shown at least. */
const SHORTEST = 3 * DAY;
/** With more days than this a tablet has no room for their weekdays. */
const CROWDED = 8;
const NAMES = { xs: '100%', sm: 190 };

/** The days of a plan side by side. */
interface Days {
  from: Instant;
  to: Instant;
  now: Instant;
  x: (at: Instant) => number;
  /** Their beginnings. */
  starts: Instant[];
}

function daysOf({ at, pieces }: WeekPlan, now: Instant, zone: string): Days {
  const from = Math.min(at, now) - HOUR;
  const last = Math.max(
    ...pieces.flatMap(({ tasks }) => tasks.map((task) => task.at + task.lengthMs)),
    from + SHORTEST,
  );
  const to = last + 6 * HOUR;
  const x = (t: Instant) => (WIDTH * (Math.min(to, Math.max(from, t)) - from)) / (to - from);
  const starts: Instant[] = [];
  for (let t = Math.ceil(from / HOUR) * HOUR; t < to; t += HOUR)
    if (shortDate(t, zone) !== shortDate(t - HOUR, zone)) starts.push(t);
  return { from, to, now, x, starts };
}

/** Days across, pieces down: the wall of each as it will be, its covers under it, its tasks on it. The sheets say the same in words. */
export function WeekPicture({
  plan,
  planned,
  kilnDays,
  now,
  zone,
}: {
  plan: WeekPlan;
  planned: readonly Planned[];
  kilnDays: readonly KilnDayRow[];
  now: Instant;
  zone: string;
}) {
  const days = daysOf(plan, now, zone);
  return (
    <Box>
      <Box sx={{ display: 'flex' }} aria-hidden>
        <Box sx={{ width: { xs: 0, sm: NAMES.sm }, flex: 'none' }} />
        <Ruler days={days} kilnDays={kilnDays} zone={zone} />
      </Box>
      <Box component="ol" aria-label="Pieces" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {planned.map((of) => (
          <Box
            component="li"
            key={of.key}
            sx={{
              display: 'flex',
              flexWrap: { xs: 'wrap', sm: 'nowrap' },
              alignItems: 'center',
              borderTop: `1px solid ${hairline}`,
            }}
          >
            <Name of={of} now={now} />
            <Box sx={{ flex: 1, minWidth: { xs: '100%', sm: 0 } }}>
              <Strip of={of} plan={plan} days={days} />
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function Ruler({
  days: { starts, x, now, to },
  kilnDays,
  zone,
}: {
  days: Days;
  kilnDays: readonly KilnDayRow[];
  zone: string;
}) {
  const at = (t: Instant) => ({
    position: 'absolute',
    left: `${(100 * x(t)) / WIDTH}%`,
    whiteSpace: 'nowrap',
  });
  return (
    <Box
      sx={{
        position: 'relative',
        flex: 1,
        height: kilnDays.length > 0 ? 48 : 26,
        fontSize: '0.9rem',
        overflow: 'hidden',
      }}
    >
      {starts.map((t) => (
        <Box key={t} component="span" sx={{ ...at(t), pl: 0.5, borderLeft: `1px solid ${hairline}` }}>
          <Box
            component="span"
            sx={{ display: { xs: 'none', sm: starts.length > CROWDED ? 'none' : 'inline', lg: 'inline' } }}
          >
            {weekday(t, zone)}{' '}
          </Box>
          {dayOfMonth(t, zone)}
        </Box>
      ))}
      <Box component="span" sx={{ ...at(now), background: ink, color: board, px: 0.5 }}>
        now
      </Box>
      {kilnDays
        .filter(({ from }) => from < to)
        .map((of) => (
          <Box
            key={of.id}
            component="span"
            sx={{
              ...at(of.from),
              top: 26,
              width: `${(100 * (x(of.to) - x(of.from))) / WIDTH}%`,
              background: ironRed,
              color: board,
              px: 0.5,
              overflow: 'hidden',
            }}
          >
            {of.name}
          </Box>
        ))}
    </Box>
  );
}

function Name({ of, now }: { of: Planned; now: Instant }) {
  return (
    <Box
      component={RouterLink}
      to={of.to}
      sx={{
        width: NAMES,
        flex: 'none',
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        minHeight: 48,
        color: ink,
        textDecoration: 'none',
        lineHeight: 1.15,
        pr: 1,
      }}
    >
      <PiecePicture look={of.look} clay={of.clay} wet={of.wet && wetAt(of.wet, now)} height={46} width={46} />
      {of.name}
    </Box>
  );
}

function Strip({ of: { clay, cover, week }, plan, days }: { of: Planned; plan: WeekPlan; days: Days }) {
  const { x, now, from, to } = days;
  const ramp = useMemo(() => clayRamp(clay.dryColour, clay.wetColour), [clay]);
  // what is to be made begins when it is
  const begins = week.unmade === undefined ? plan.at : (week.tasks[0]?.session.to ?? to);
  const box = (of: Spell) => ({ x: x(of.from), width: Math.max(0, x(of.to) - x(of.from)) });
  return (
    <Box
      component="svg"
      aria-hidden
      viewBox={`0 0 ${WIDTH} ${ROW}`}
      preserveAspectRatio="none"
      sx={{ display: 'block', width: '100%', height: ROW, background: night }}
    >
      {plan.sessions.map((spell) => (
        <rect key={spell.from} {...box(spell)} y={0} height={ROW} fill={board} />
      ))}
      {week.looks.slice(0, -1).map((look, i) => (
        <rect
          key={i}
          {...box({
            from: Math.max(begins, plan.at + i * LOOK_STEP),
            to: Math.max(begins, plan.at + (i + 1) * LOOK_STEP),
          })}
          {...WALL}
          shapeRendering="crispEdges"
          fill={rampColour(ramp, look)}
        />
      ))}
      {coveredSpells(cover, week.covers, begins, to).map((spell) => (
        <Hatch key={spell.from} {...box(spell)} cover={spell.cover} />
      ))}
      {week.tasks.map((task) => (
        <rect
          key={task.at}
          x={x(task.at)}
          width={Math.max(6, x(task.at + task.lengthMs) - x(task.at))}
          y={6}
          height={task.chance < LOOK_FIRST ? 12 : 18}
          fill={task.chance < LOOK_FIRST ? ochre : copperGreen}
        />
      ))}
      {days.starts.map((t) => (
        <Plumb key={t} at={x(t)} stroke={faded} />
      ))}
      {now > from && <Plumb at={x(now)} stroke={ink} strokeWidth={2} />}
    </Box>
  );
}

const Plumb = ({ at, stroke, strokeWidth = 1 }: { at: number; stroke: string; strokeWidth?: number }) => (
  <line x1={at} x2={at} y1={0} y2={ROW} vectorEffect="non-scaling-stroke" {...{ stroke, strokeWidth }} />
);

/** The times under each cover, but in the open. */
function coveredSpells(
  present: Cover,
  changes: readonly { at: Instant; cover: Cover }[],
  from: Instant,
  to: Instant,
): (Spell & { cover: Cover })[] {
  const all = [{ at: from, cover: present }, ...changes];
  return all
    .map(({ at, cover }, i) => ({ from: at, to: all[i + 1]?.at ?? to, cover }))
    .filter(({ cover, from, to }) => cover !== 'open' && to > from);
}

/** Lines the closer the tighter it holds. */
function Hatch({ x, width, cover }: { x: number; width: number; cover: Cover }) {
  const gap = hatching[cover];
  const lines = Array.from({ length: Math.max(1, Math.floor(width / gap)) }, (_, i) => x + i * gap);
  return (
    <path
      d={lines
        .map((at) => `M${at} ${COVER.y + COVER.height} L${Math.min(x + width, at + gap * 0.8)} ${COVER.y}`)
        .join('')}
      stroke={ink}
      strokeWidth={1}
      vectorEffect="non-scaling-stroke"
      fill="none"
    />
  );
}
