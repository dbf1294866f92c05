import type { ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Skeleton, Typography } from '@mui/material';
import type { TodayRow } from '../../api/routes.ts';
import { isPast, type Due } from '../../core/plan/standing.ts';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';
import { useHere } from '../ui/here.ts';
import { Empty, Trouble } from '../ui/parts.tsx';
import { nobodyWords } from '../ui/answer.ts';
import { wordsFor } from '../asking/server.ts';
import { faded, hairline } from '../ui/theme.ts';
import { clockTime } from '../ui/times.ts';
import { Cautions } from './Cautions.tsx';
import { dayAround, type Day } from './day.ts';
import { DayRuler, ROW } from './DayStrip.tsx';
import { Leading } from './Leading.tsx';
import { useUnsent, withLoggedHere } from './loggedHere.ts';
import { CoversFirst, useLogCoverAct } from './CoversFirst.tsx';
import {
  coverRows,
  coversMeant,
  isDueNow,
  makingByPart,
  makingRows,
  slipRows,
  touchRow,
  type CoverAct,
} from './otherRows.tsx';
import { placed, type Placed } from './placed.ts';
import { columns, First, notOnPhone, onlyWide, Row } from './TodayRow.tsx';
import { LastLogged } from '../saving/LastLogged.tsx';
import { Unknown } from './Unknown.tsx';
import { useToday } from '../asking/useToday.ts';

const STALE_MS = 3 * MINUTE;

/** What to do now, next, and until when, over all pieces: the act at hand, and the rest on one picture of the day. */
export function Today() {
  const { data, error } = useToday();
  const here = useHere();
  const { now, zone } = here;
  const unsent = useUnsent();
  const logCovers = useLogCoverAct();
  if (!data) return error ? <Trouble>{wordsFor(error)}</Trouble> : <Waiting />;
  const rows = data.pieces.map((row) => current(row, now));
  const planned = rows.filter((row) => row.state === 'planned');
  const unknown = rows.filter((row) => row.state !== 'planned');
  const all = placed(
    planned.map((row) => withLoggedHere(row, unsent)),
    data,
    here,
  );
  const covers = coversMeant(planned, here);
  const coversNow = covers.filter((act) => isDueNow(act, now));
  const { first, coversFirst, others } = atHand(all, coversNow);
  const day = dayAround(now, data);
  const coversBeside = coversFirst.length > 0 ? [] : coversNow;
  const coversLater = covers.filter((act) => !coversNow.includes(act));
  const making = makingByPart(data.making, here);
  const further: Record<string, ReactNode[]> = {
    Now: [
      ...coverRows(coversBeside, here, day, logCovers),
      ...makingRows(making.now, here, day),
      ...touchRow(planned, day),
      ...slipRows(data.reminders, here, day),
    ],
    'This session': makingRows(making.today, here, day),
    Tonight: coverRows(coversLater, here, day),
    Later: makingRows(making.later, here, day),
  };
  const leading = <Leading planned={all} guides={data.guides} pieces={data.pieces} />;
  const stale = Math.abs(now - data.at) > STALE_MS;
  return (
    <>
      <Box component="h1" sx={{ position: 'absolute', left: -9999 }}>
        Today
      </Box>
      {stale && (
        <Trouble>
          This is how it stood at {clockTime(data.at, zone)}; the newest answer is on its way.
        </Trouble>
      )}
      {data.pieces.length + data.making.length === 0 && <EmptyToday />}
      {first && (
        <First placed={first} here={here}>
          {leading}
        </First>
      )}
      {coversFirst.length > 0 && (
        <CoversFirst acts={coversFirst} here={here} onLog={logCovers}>
          {leading}
        </CoversFirst>
      )}
      {!first && coversFirst.length === 0 && unknown.some(({ state }) => state === 'working') && (
        <WaitingHead />
      )}
      <Cautions all={all} first={first} />
      {data.toLearn > 0 && <Learning from={data.toLearn} known={planned.length > 0} />}
      {(others.length > 0 || data.reminders.length > 0) && <Ruler day={day} zone={zone} />}
      {parts.map(({ name, dues }) => (
        <Part key={name} name={name}>
          {[
            ...others
              .filter(({ answer }) => dues.includes(answer.due))
              .map((p) => <Row key={p.key} placed={p} here={here} day={day} />),
            ...(further[name] ?? []),
          ]}
        </Part>
      ))}
      {data.nobody && data.nobody.lost.length > 0 && (
        <Box sx={{ mt: 1 }}>{nobodyWords(data.nobody, { now, zone })}</Box>
      )}
      <LastLogged now={now} zone={zone} />
      {unknown.length > 0 && <Unknown rows={unknown} now={now} zone={zone} />}
    </>
  );
}

/** The day in its parts: what presses, what comes while hands are there, the covers for the night, the rest. */
const parts: { name: string; dues: Due[] }[] = [
  { name: 'Now', dues: ['now', 'late'] },
  { name: 'This session', dues: ['soon', 'today'] },
  { name: 'Tonight', dues: ['tonight'] },
  { name: 'Later', dues: ['later', 'done'] },
];

const PRESSING: Due[] = ['now', 'late'];

/** What is at hand: the most pressing step, or where none can be done now, the covers that are due; and the steps after it. */
function atHand(
  all: Placed[],
  coversNow: CoverAct[],
): { first: Placed | undefined; coversFirst: CoverAct[]; others: Placed[] } {
  if (coversNow.length > 0 && !all.some(({ answer }) => PRESSING.includes(answer.due)))
    return { first: undefined, coversFirst: coversNow, others: all };
  const [first, ...others] = all;
  return { first, coversFirst: [], others };
}

const Learning = ({ from, known }: { from: number; known: boolean }) => (
  <Box role="status" sx={{ color: faded }}>
    Still learning from {from === 1 ? 'a finished piece' : `${from} finished pieces`}:
    {known ? ' the times below may move.' : ' the first answers come after that.'}
  </Box>
);

/** The hours over all rows; the name of the first part stands beside it. */
const Ruler = ({ day, zone }: { day: Day; zone: string }) => (
  <Box sx={{ ...columns, mt: 1, mb: { sm: '-22px' } }} aria-hidden>
    <Box />
    <Box />
    <Box sx={notOnPhone}>
      <DayRuler day={day} zone={zone} />
    </Box>
    <Box sx={onlyWide} />
    <Box />
  </Box>
);

/** As much room as the act at hand takes, before it is known. */
const WaitingHead = () => (
  <Box sx={{ height: { xs: 344, sm: 214 }, display: 'flex', alignItems: 'center' }}>
    <Typography variant="h2" component="p">
      Working out the walls …
    </Typography>
  </Box>
);

/** As much room as will be taken, before anything is known. */
const Waiting = () => (
  <Box role="status" aria-label="Working out the walls …">
    <WaitingHead />
    {Array.from({ length: 8 }, (_, i) => (
      <Box key={i} sx={{ height: ROW, borderTop: `1px solid ${hairline}`, py: 1 }}>
        <Skeleton variant="rectangular" animation={false} height={40} />
      </Box>
    ))}
  </Box>
);

function Part({ name, children }: { name: string; children: ReactNode[] }) {
  if (children.length === 0) return null;
  return (
    <Box component="section" aria-label={name}>
      <Typography variant="h2" sx={{ fontSize: '0.95rem', lineHeight: '22px', color: faded }}>
        {name}
      </Typography>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {children}
      </Box>
    </Box>
  );
}

/** A row as it is now: what was worked out too long ago only says that it is being worked out. */
const current = (row: TodayRow, now: Instant): TodayRow =>
  row.state === 'planned' && isPast(row, now) ? { ...row, state: 'working' } : row;

function EmptyToday() {
  return (
    <Empty
      title="Nothing on the bench yet"
      action={
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
          <Button variant="contained" component={RouterLink} to="/pieces/new">
            Log a new piece
          </Button>
          <Button variant="outlined" component={RouterLink} to="/studio">
            Set working hours
          </Button>
        </Box>
      }
    >
      Log a piece when you have made it: what it is, how thick its wall is, where it stands. From then on this
      page says what it is ready for, and until when.
    </Empty>
  );
}
