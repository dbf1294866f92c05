import { Link as RouterLink } from 'react-router';
import { Box, Button, Checkbox, Typography } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import { coverNamed, covers, type Cover } from '../../core/drying/face.ts';
import { wetAt } from '../../core/plan/moistureForecast.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { useHere } from '../ui/here.ts';
import { useZone } from '../asking/maker.ts';
import { nextWords } from '../ui/answer.ts';
import { isWithoutSession } from '../../core/schedule/meant.ts';
import { notReadyWords } from '../../core/schedule/sheets.ts';
import { useLogCovers } from './logCovers.ts';
import { Empty, Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { isBeingMade, rowsWorking, usePollWhile } from '../asking/pollWhile.ts';
import { cobalt, copperGreen, faded, hairline, ironRed, reachable, slab } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { manyWords } from '../class/words.ts';
import { asNow } from '../ui/asNow.ts';
import { to } from '../../api/answers.ts';

/** How every piece is to stand for the night, by cover: each cover is logged for all that want it with one tap. */
export function Tonight() {
  // as it is asked for, the plan that the covers follow is made anew where it must be
  const week = usePollWhile(to('/api/week'), isBeingMade);
  const making = week.data !== undefined && isBeingMade(week.data);
  const { data, error } = usePollWhile(to('/api/pieces'), (answer) => making || rowsWorking(answer));
  const { now, zone, night } = useHere();
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Working out the covers …</Typography>;
  const drying = data.rows.map((row) => asNow(row, now)).filter(({ look }) => look.fired === 'raw');
  if (drying.length === 0)
    return (
      <Empty
        title="Nothing to cover tonight"
        action={
          <Button variant="contained" component={RouterLink} to="/pieces/new">
            Log a new piece
          </Button>
        }
      >
        Once pieces dry on the shelf, this page says which to wrap for the night and which to leave.
      </Empty>
    );
  const changes = covers.flatMap(({ cover }) => {
    const pieces = drying.filter((row) => row.tonight === cover && row.cover !== cover);
    return pieces.length > 0 ? [{ cover, pieces }] : [];
  });
  const stay = drying.filter((row) => row.tonight === row.cover);
  const lost = stay.filter(({ meant }) => meant !== null && isWithoutSession(meant));
  const rest = stay.filter((row) => !lost.includes(row));
  const mayWait = drying.some(
    ({ meant }) => meant?.next && meant.next.session.from < night.from && meant.next.session.to > now,
  );
  const unknown = drying.filter((row) => row.tonight === null);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'baseline', mb: 1 }}>
        <Typography variant="h1">Tonight</Typography>
        <Box sx={{ color: faded, flex: 1 }}>
          from {whenNear(night.from, now, zone)}, when the working day ends, until{' '}
          {whenNear(night.morning, now, zone)}.{' '}
          <Box component={RouterLink} to="/studio" sx={{ ...reachable, displayPrint: 'none' }}>
            Not so? Change a day
          </Box>
        </Box>
        <Button variant="outlined" onClick={() => print()} sx={{ displayPrint: 'none' }}>
          Print
        </Button>
      </Box>
      {changes.length === 0 && unknown.length === 0 && lost.length === 0 && (
        <Box
          sx={{
            fontFamily: slab,
            fontWeight: 650,
            fontSize: '1.6rem',
            borderLeft: `12px solid ${copperGreen}`,
            pl: 2,
          }}
        >
          Every piece stands as it should.
        </Box>
      )}
      {mayWait && <Box sx={{ my: 1 }}>{notReadyWords}</Box>}
      {changes.map((change) => (
        <Change key={change.cover} {...change} now={now} />
      ))}
      {lost.length > 0 && (
        <Stays title="No session fits these, however they are covered" pieces={lost} now={now} />
      )}
      {rest.length > 0 && (
        <Stays title={`Leave as ${rest.length === 1 ? 'it is' : 'they are'}`} pieces={rest} now={now} />
      )}
      {unknown.length > 0 && <Stays title="Still being worked out …" pieces={unknown} now={now} />}
    </>
  );
}

function Change({ cover, pieces, now }: { cover: Cover; pieces: PieceRow[]; now: Instant }) {
  const logCovers = useLogCovers();
  const { verb } = coverNamed(cover);
  const done = (rows: PieceRow[]) => logCovers(cover, rows);
  return (
    <Box component="section" aria-label={verb} sx={{ borderLeft: `12px solid ${cobalt}`, pl: 2, my: 2 }}>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}>
        <Typography variant="h2" sx={{ fontSize: '1.8rem' }}>
          {verb}: {manyWords(pieces)}
        </Typography>
        <Button
          variant="contained"
          size="large"
          onClick={() => void done(pieces)}
          sx={{ displayPrint: 'none' }}
        >
          {pieces.length === 1 ? 'It is done' : `All ${pieces.length} are done`}
        </Button>
      </Box>
      <Row
        pieces={pieces}
        now={now}
        cover={cover}
        onDone={pieces.length > 1 ? (row) => void done([row]) : undefined}
      />
    </Box>
  );
}

function Stays({ title, pieces, now }: { title: string; pieces: PieceRow[]; now: Instant }) {
  return (
    <Box component="section" aria-label={title} sx={{ borderTop: `1px solid ${hairline}`, mt: 2, pt: 1 }}>
      <Typography variant="h3" component="h2">
        {title}
      </Typography>
      <Row pieces={pieces} now={now} />
    </Box>
  );
}

/** Pieces with the cover they are to have, by room. */
function Row({
  pieces,
  now,
  cover,
  onDone,
}: {
  pieces: PieceRow[];
  now: Instant;
  cover?: Cover;
  /** Logs the cover of one of them. */
  onDone?: ((row: PieceRow) => void) | undefined;
}) {
  const zone = useZone();
  return (
    <Box
      component="ul"
      sx={{ listStyle: 'none', m: 0, p: 0, display: 'flex', flexWrap: 'wrap', columnGap: 2 }}
    >
      {pieces.map((row) => (
        <Box
          component="li"
          key={row.id}
          sx={{ width: { xs: '100%', sm: 290 }, display: 'flex', gap: 1, alignItems: 'center', py: 0.5 }}
        >
          {onDone && (
            <Checkbox
              checked={false}
              onChange={() => onDone(row)}
              slotProps={{ input: { 'aria-label': `${row.name} is done` } }}
              sx={{ width: 48, height: 48, displayPrint: 'none' }}
            />
          )}
          <PiecePicture
            look={cover ? { ...row.look, cover } : row.look}
            clay={row.clay}
            wet={row.wet && wetAt(row.wet, now)}
            height={64}
            width={64}
          />
          <Box sx={{ lineHeight: 1.2, minWidth: 0 }}>
            <Box
              component={RouterLink}
              to={`/pieces/${row.id}`}
              sx={{ color: 'inherit', fontWeight: 700, display: 'inline-block', minHeight: 24 }}
            >
              {row.name}
            </Box>
            <Box sx={{ color: faded }}>
              {row.roomName}, {coverNamed(row.cover).name.toLowerCase()} now
            </Box>
            {row.meant && (
              <Box sx={isWithoutSession(row.meant) ? { color: ironRed, fontWeight: 650 } : {}}>
                {nextWords(row.meant, { now, zone })}
              </Box>
            )}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
