import { useBench } from './useBench.ts';
import { Link as RouterLink, useNavigate } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { BenchAnswer, BenchRow, BenchUnknown } from '../../api/routes.ts';
import type { Hazard } from '../../core/hazard/hazard.ts';
import { isPast, type Due } from '../../core/plan/standing.ts';
import { coverNamed } from '../../core/drying/face.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { dueNames } from '../frame/answer.ts';
import { useHere } from '../frame/here.ts';
import { CautionLine, Empty, Trouble } from '../frame/parts.tsx';
import { wordsFor } from '../frame/server.ts';
import { dueColours, faded, hairline, reachable } from '../frame/theme.ts';
import { clockTime, shortDate, whenNear } from '../frame/times.ts';
import { First, Row } from './BenchRow.tsx';
import { useUnsent, withLoggedHere } from './loggedHere.ts';
import { placed, type Placed } from './placed.ts';
import { useLead } from '../many/useLead.ts';
import { Reminders } from './Reminders.tsx';
import { TouchNext } from './TouchNext.tsx';

const STALE_MS = 3 * 60_000;
/** What to do now, next, and until when, over all pieces. */
export function Bench() {
  const { data, error } = useBench();
  const here = useHere();
  const { now, zone } = here;
  const unsent = useUnsent();
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Working out the walls …</Typography>;
  if (data.pieces.length === 0)
    return (
      <>
        <EmptyBench />
        <Reminders reminders={data.reminders} now={now} zone={zone} />
      </>
    );
  const rows = data.pieces.map((row) => current(row, now));
  const planned = rows.filter((row) => row.state === 'planned');
  const unknown = rows.filter((row) => row.state !== 'planned');
  const all = placed(
    planned.map((row) => withLoggedHere(row, unsent)),
    data,
    here,
  );
  const [first, ...others] = all;
  const stale = Math.abs(now - data.at) > STALE_MS;
  return (
    <>
      <Box component="h1" sx={{ position: 'absolute', left: -9999 }}>
        Bench
      </Box>
      {stale && (
        <Trouble>
          This is how it stood at {clockTime(data.at, zone)}; the newest answer is on its way.
        </Trouble>
      )}
      {data.toLearn > 0 && (
        <Box role="status" sx={{ color: faded, mb: 1 }}>
          Still learning from {data.toLearn === 1 ? 'a finished piece' : `${data.toLearn} finished pieces`}:
          {planned.length > 0 ? ' the times below may move.' : ' the first answers come after that.'}
        </Box>
      )}
      {first && (
        <First placed={first} here={here}>
          <Leading planned={all} guides={data.guides} pieces={data.pieces} />
        </First>
      )}
      <Cautions all={all} />
      <TouchNext pieces={planned} />
      <Reminders reminders={data.reminders} now={now} zone={zone} />
      {sections.map((due) => {
        const of = others.filter(({ answer }) => answer.due === due);
        return (
          of.length > 0 && (
            <Box component="section" key={due} aria-label={dueNames[due]} sx={{ mt: 2.5 }}>
              <Typography variant="h2" sx={{ color: dueColours[due] }}>
                {dueNames[due]}
              </Typography>
              <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
                {of.map((p) => (
                  <Row key={p.key} placed={p} here={here} />
                ))}
              </Box>
            </Box>
          )
        );
      })}
      {unknown.length > 0 && <Unknown rows={unknown} now={now} zone={zone} />}
    </>
  );
}

const sections: Due[] = ['now', 'late', 'soon', 'today', 'tonight', 'later', 'done'];

/** A row as it is now: what was worked out too long ago only says that it is being worked out. */
const current = (row: BenchRow, now: Instant): BenchRow =>
  row.state === 'planned' && isPast(row, now) ? { ...row, state: 'working' } : row;

/** Pieces without an answer: it is on its way, no plan can be made of the log, or they were left alone for long. */
function Unknown({ rows, now, zone }: { rows: BenchUnknown[]; now: Instant; zone: string }) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, mt: 3 }} aria-label="Without an answer yet">
      {rows.map((row) => (
        <Box
          component="li"
          key={row.pieceId}
          sx={{ borderTop: `1px solid ${hairline}`, py: 1.5, minHeight: 68 }}
        >
          <Box
            component={RouterLink}
            to={`/pieces/${row.pieceId}`}
            sx={{ ...reachable, fontWeight: 700, fontSize: '1.15rem', color: 'inherit' }}
          >
            {row.name}
          </Box>{' '}
          <Box component="span" sx={{ color: faded }}>
            {coverNamed(row.cover).name.toLowerCase()} · {row.roomName}
          </Box>
          {row.state === 'working' && (
            <Box role="status">
              Its wall is being worked out …
              {row.asOf !== null && ` It was last ${whenNear(row.asOf, now, zone)}.`}
            </Box>
          )}
          {row.state === 'unplanned' && <Trouble>{row.message} Open it to see its log.</Trouble>}
          {row.state === 'resting' && (
            <Box>
              Nothing was logged of it since {shortDate(row.lastAt, zone)}. Is it still there? Check the clay,
              or finish it.
            </Box>
          )}
        </Box>
      ))}
    </Box>
  );
}

/** What threatens walls, at once, and what steps ask care for when it is their time: each once, with whom it concerns. */
function Cautions({ all }: { all: Placed[] }) {
  const of = new Map<string, { hazard: Hazard; names: string[] }>();
  for (const { pieces, answer } of all)
    for (const piece of pieces)
      for (const hazard of [...piece.warnings, ...(answer.due === 'now' ? piece.cautions : [])]) {
        const known = of.get(hazard.id) ?? { hazard, names: [] };
        known.names.push(piece.name);
        of.set(hazard.id, known);
      }
  return (
    <Box
      sx={{
        display: 'grid',
        columnGap: 3,
        alignItems: 'start',
        gridTemplateColumns: { lg: of.size > 1 ? '1fr 1fr' : '1fr' },
      }}
    >
      {[...of.values()].map(({ hazard, names }) => (
        <CautionLine
          key={hazard.id}
          hazard={hazard}
          of={names.length > 6 ? [...names.slice(0, 5), `and ${names.length - 5} more`] : names}
        />
      ))}
    </Box>
  );
}

/** Led through what presses now, one step at a time; or on with what was begun. */
function Leading({
  planned,
  guides,
  pieces,
}: {
  planned: Placed[];
  guides: BenchAnswer['guides'];
  pieces: BenchAnswer['pieces'];
}) {
  const lead = useLead();
  const navigate = useNavigate();
  const pressing = planned
    .filter(({ answer: { due } }) => due === 'now' || due === 'soon')
    .flatMap(({ pieces: of }) => of.map(({ pieceId }) => pieceId));
  const open = guides.filter((guide) =>
    guide.pieces.some((id) => pieces.some(({ pieceId }) => pieceId === id)),
  );
  if (open.length === 0 && pressing.length === 0) return null;
  return (
    <>
      {open.slice(0, 2).map(({ id, pieces: of }) => (
        <Button key={id} variant="outlined" component={RouterLink} to={`/guide/${id}`}>
          Go on with the guide over {of.length === 1 ? 'a piece' : `${of.length} pieces`}
        </Button>
      ))}
      {open.length === 0 && (
        <Button
          variant="outlined"
          onClick={() => void lead(pressing.slice(0, LED)).then((path) => path && navigate(path))}
        >
          Lead me through {pressing.length === 1 ? 'it' : `the next ${Math.min(LED, pressing.length)}`}, step
          by step
        </Button>
      )}
    </>
  );
}

/** More than this at once is a class, not a bench. */
const LED = 8;

function EmptyBench() {
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
