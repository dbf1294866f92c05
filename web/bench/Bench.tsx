import useSWR from 'swr';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { BenchAnswer, BenchPiece, BenchUnknown } from '../../api/routes.ts';
import type { Hazard } from '../../core/hazard/hazard.ts';
import { coverNamed } from '../../core/drying/face.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { answerFor, coverWords, type Answer } from '../frame/answer.ts';
import { useNow } from '../frame/clock.ts';
import { useZone } from '../frame/maker.ts';
import { AnswerBoard, CautionLine, Empty, Trouble } from '../frame/parts.tsx';
import { ask, wordsFor } from '../frame/server.ts';
import { faded, hairline, tones, reachable } from '../frame/theme.ts';
import { clockTime, shortDate } from '../frame/times.ts';
import { Ribbon } from '../draw/Ribbon.tsx';
import { LogNext } from '../pieces/LogNext.tsx';
import { Reminders } from './Reminders.tsx';
import { TouchNext } from './TouchNext.tsx';

const STALE_MS = 3 * 60_000;
const REFRESH_MS = 20_000;
/** What is still being worked out is asked for again so soon. */
const SOON_MS = 700;
const order = { late: 0, now: 0, open: 0, soon: 1, rest: 2 };

interface Placed {
  piece: BenchPiece;
  answer: Answer;
  due: number;
}

/** What to do now, next, and until when, over all pieces. */
export function Bench() {
  const { data, error } = useSWR<BenchAnswer>('/api/bench', ask, {
    refreshInterval: (last) => (last?.pieces.some((row) => row.state === 'working') ? SOON_MS : REFRESH_MS),
  });
  const now = useNow();
  const zone = useZone();
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Working out the walls …</Typography>;
  if (data.pieces.length === 0)
    return (
      <>
        <EmptyBench />
        <Reminders reminders={data.reminders} now={now} zone={zone} />
      </>
    );
  const planned = data.pieces.filter((row) => row.state === 'planned');
  const unknown = data.pieces.filter((row) => row.state !== 'planned');
  const [first, ...others] = placed(planned, now, zone);
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
      {first && <First placed={first} now={now} zone={zone} />}
      <Cautions all={first ? [first, ...others] : []} />
      <TouchNext pieces={planned} />
      <Reminders reminders={data.reminders} now={now} zone={zone} />
      {others.length > 0 && (
        <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0, mt: 3 }} aria-label="Then">
          {others.map((p) => (
            <Row key={p.piece.pieceId} placed={p} now={now} zone={zone} />
          ))}
        </Box>
      )}
      {unknown.length > 0 && <Unknown rows={unknown} zone={zone} />}
    </>
  );
}

/** Pieces without an answer: it is on its way, no plan can be made of the log, or they were left alone for long. */
function Unknown({ rows, zone }: { rows: BenchUnknown[]; zone: string }) {
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
          {row.state === 'working' && <Box role="status">Its wall is being worked out …</Box>}
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

/** Most pressing first: what closes soonest, then what opens soonest; what is late only after what can still be saved. */
function placed(pieces: BenchPiece[], now: Instant, zone: string): Placed[] {
  return pieces
    .map((piece) => {
      const answer = answerFor(piece.next, now, zone, piece.cover);
      const { next } = piece;
      const moment =
        answer.tone === 'now'
          ? (next?.closes ?? now + 3 * 86_400_000)
          : (next?.opens ?? Number.POSITIVE_INFINITY);
      const rank = answer.tone === 'late' ? 0.5 : order[answer.tone];
      return { piece, answer, due: rank * 1e14 + (answer.tone === 'late' ? 0 : moment) };
    })
    .sort((a, b) => a.due - b.due);
}

function about(piece: BenchPiece) {
  return (
    <>
      <Box
        component={RouterLink}
        to={`/pieces/${piece.pieceId}`}
        sx={{ ...reachable, fontWeight: 700, fontSize: '1.15rem', color: 'inherit' }}
      >
        {piece.name}
      </Box>{' '}
      <Box component="span" sx={{ color: faded }}>
        {piece.stageName.toLowerCase()} · {coverNamed(piece.cover).name.toLowerCase()} · {piece.roomName}
      </Box>
    </>
  );
}

interface PlacedProps {
  placed: Placed;
  now: Instant;
  zone: string;
}

/** What threatens walls, at once, and what steps ask care for when it is their time: each once, with whom it concerns. */
function Cautions({ all }: { all: Placed[] }) {
  const of = new Map<Hazard, string[]>();
  for (const { piece, answer } of all)
    for (const hazard of [...piece.warnings, ...(answer.tone === 'now' ? piece.cautions : [])]) {
      const known = [...of.keys()].find(({ id }) => id === hazard.id) ?? hazard;
      of.set(known, [...(of.get(known) ?? []), piece.name]);
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
      {[...of].map(([hazard, names]) => (
        <CautionLine key={hazard.id} hazard={hazard} of={names} />
      ))}
    </Box>
  );
}

function First({ placed: { piece, answer }, now, zone }: PlacedProps) {
  const cover = coverWords(piece.advice, piece.cover, now, zone);
  return (
    <AnswerBoard answer={answer} about={about(piece)}>
      {cover && <Box sx={{ mt: 1 }}>{cover}</Box>}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', my: 2 }}>
        <LogNext piece={piece} tone={answer.tone} />
        <Button variant="outlined" component={RouterLink} to={`/pieces/${piece.pieceId}`}>
          Look at the wall
        </Button>
      </Box>
      <Ribbon
        ribbon={piece.ribbon}
        opens={piece.next?.opens ?? null}
        closes={piece.next?.closes ?? null}
        tone={answer.tone}
        zone={zone}
      />
    </AnswerBoard>
  );
}

function Row({ placed: { piece, answer }, now, zone }: PlacedProps) {
  const { colour, word } = tones[answer.tone];
  const cover = coverWords(piece.advice, piece.cover, now, zone);
  return (
    <Box
      component="li"
      sx={{
        borderTop: `1px solid ${hairline}`,
        py: 1.5,
        display: 'grid',
        columnGap: 3,
        rowGap: 1,
        gridTemplateColumns: { xs: '1fr', lg: 'minmax(0, 5fr) minmax(0, 4fr) auto' },
        alignItems: 'center',
      }}
    >
      <Box sx={{ borderLeft: `8px solid ${colour}`, pl: 1.5 }}>
        <Box>
          <Box component="span" sx={{ color: colour, fontWeight: 700, mr: 1 }}>
            {word}
          </Box>
          {about(piece)}
        </Box>
        <Typography variant="h3" component="p">
          {answer.headline}
        </Typography>
        <Box>{answer.detail}</Box>
        {cover && <Box>{cover}</Box>}
      </Box>
      <Ribbon
        ribbon={piece.ribbon}
        opens={piece.next?.opens ?? null}
        closes={piece.next?.closes ?? null}
        tone={answer.tone}
        zone={zone}
      />
      <Box
        sx={{
          display: 'flex',
          gap: 1,
          flexWrap: 'wrap',
          minWidth: { lg: 190 },
          justifyContent: { lg: 'flex-end' },
        }}
      >
        <LogNext piece={piece} tone={answer.tone} />
      </Box>
    </Box>
  );
}

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
