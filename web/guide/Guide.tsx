import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { GuideAnswer } from '../../api/routes.ts';
import { dispatch, SHORT } from '../../core/plan/dispatch.ts';
import { SECOND, type Instant } from '../../core/units/quantity.ts';
import { standingOf } from '../../core/plan/standing.ts';
import { headlineOf, waitWords } from '../ui/answer.ts';
import { useHere } from '../ui/here.ts';
import { useNow } from '../asking/clock.ts';
import { useStudio, useZone } from '../asking/maker.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Empty, Trouble } from '../ui/parts.tsx';
import { SavedState } from '../saving/SavedState.tsx';
import { wordsFor } from '../asking/server.ts';
import { usePollWhile } from '../asking/pollWhile.ts';
import { board, faded, hairline, ink, ochre, slab } from '../ui/theme.ts';
import { clockTime, whenNear } from '../ui/times.ts';
import { callOut, useAwake } from './attend.ts';
import { PieceTabs } from './PieceTabs.tsx';
import { StepBoard } from './StepBoard.tsx';
import { useLed, type LedPiece } from './useLed.ts';
import { to } from '../../api/answers.ts';

/** Another tablet may log meanwhile. */
const REFRESH_MS = 10_000;
const anyWorking = ({ pieces }: GuideAnswer): boolean => pieces.some(({ answers }) => answers === null);
const HELD = 'kosmema-in-hand';
/** A sign that was not seen yet is asked for again after this. */
const AGAIN = 30 * SECOND;

/** One step at a time, at arm's length: several pieces led through their steps by one pair of wet hands. */
export function Guide() {
  const { id = '' } = useParams();
  const { data, error } = usePollWhile(to('/api/guides/:id', { id }), anyWorking, REFRESH_MS);
  const now = useNow(1000);
  const led = useLed(data, error !== undefined, now);
  if (!data)
    return (
      <Frame id={id}>
        {error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the pieces …</Typography>}
      </Frame>
    );
  if (data.over || led.length === 0)
    return (
      <Frame id={id}>
        <Empty
          title={data.over ? 'This guide is over' : 'None of its pieces is on the bench any more'}
          action={
            <Button variant="contained" component={RouterLink} to="/">
              To Today
            </Button>
          }
        >
          All that was logged is with its pieces. Another guide is begun from Today, or over pieces chosen
          under Pieces.
        </Empty>
      </Frame>
    );
  return (
    <Frame id={id} pieces={led.map(({ pieceId }) => pieceId)}>
      <Leading led={led} now={now} />
    </Frame>
  );
}

/** The guide around its step: the clock, whether all is saved, whether the screen stays on, and the way out. */
function Frame({ id, pieces, children }: { id: string; pieces?: string[]; children: ReactNode }) {
  const awake = useAwake();
  const zone = useZone();
  const now = useNow();
  const { error } = useStudio();
  const log = useLog();
  const navigate = useNavigate();
  const end = async () => {
    if (pieces) await log('the guide is over', [entry('guide.set', id, { pieces, over: true })]);
    void navigate('/');
  };
  return (
    <Box sx={{ minHeight: '100vh', display: 'flex', flexDirection: 'column' }}>
      <Box
        component="header"
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          alignItems: 'center',
          columnGap: { xs: 0.5, sm: 2 },
          px: { xs: 1.5, sm: 3 },
          '& .MuiButton-root': { px: { xs: 0.75, sm: 2 }, minWidth: 0 },
          borderBottom: `1px solid ${hairline}`,
        }}
      >
        <Box sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.3rem' }}>{clockTime(now, zone)}</Box>
        <Box sx={{ color: faded, display: { xs: 'none', sm: 'block' } }}>
          {awake ? 'The screen stays on' : 'The screen may go dark: touch it now and then'}
        </Box>
        <Box sx={{ flex: 1 }} />
        <SavedState reachable={!error} />
        <Button component={RouterLink} to="/">
          Leave it open
        </Button>
        {pieces && <Button onClick={() => void end()}>End it</Button>}
      </Box>
      <Box
        component="main"
        id="view"
        tabIndex={-1}
        sx={{ flex: 1, display: 'flex', flexDirection: 'column', outline: 'none' }}
      >
        {children}
      </Box>
    </Box>
  );
}

function Leading({ led, now }: { led: LedPiece[]; now: Instant }) {
  const [{ held, last }, setHeld] = useState(() => {
    const before = sessionStorage.getItem(HELD);
    return { held: before, last: before };
  });
  const [later, setLater] = useState<Record<string, Instant>>({});
  const hold = (id: string | null) => setHeld((before) => ({ held: id, last: id ?? before.held }));
  useEffect(() => {
    if (last !== null) sessionStorage.setItem(HELD, last);
  }, [last]);
  const inHand = led.find(({ pieceId }) => pieceId === held) ?? null;
  // a sign that was not seen yet is not asked for at once again
  const asked = led.filter(
    ({ pieceId, next }) => !(standingOf(next, now).asks === 'look' && (later[pieceId] ?? 0) > now),
  );
  const { pick, comes } = dispatch(asked, now, held ?? last);
  // what is in hand stays in hand until it is logged or left, whatever presses beside it
  if (!inHand && pick && pick.why !== 'late' && pick.pieceId !== held) hold(pick.pieceId);
  // with nothing else to do the next sign is waited for
  const waited = comes && comes.at - now < SHORT ? comes.pieceId : null;
  const shown = inHand ?? led.find(({ pieceId }) => pieceId === (pick?.pieceId ?? waited)) ?? null;
  const signs = useSigns(led, shown, later, now);
  const notYet = (id: string) => setLater((before) => ({ ...before, [id]: now + AGAIN }));
  return (
    <>
      <PieceTabs led={led} shown={shown?.pieceId ?? null} now={now} onTake={hold} />
      {signs.slice(0, 1).map((piece) => (
        <SignDue
          key={piece.pieceId}
          piece={piece}
          more={signs.length - 1}
          onNotYet={() => notYet(piece.pieceId)}
        />
      ))}
      {shown ? (
        <StepBoard
          key={`${shown.pieceId} ${(shown.next?.planned ?? shown.coming)?.key}`}
          led={shown}
          now={now}
          onDone={() => hold(null)}
          onLeave={led.length > 1 ? () => hold(null) : null}
        />
      ) : (
        <Nothing led={led} comes={comes?.at ?? null} now={now} />
      )}
    </>
  );
}

/** Signs of pieces not in hand that are due, each called out once. */
function useSigns(
  led: LedPiece[],
  shown: LedPiece | null,
  later: Record<string, Instant>,
  now: Instant,
): LedPiece[] {
  const called = useRef(new Set<string>());
  const due = led.filter(
    ({ pieceId, next }) =>
      pieceId !== shown?.pieceId && standingOf(next, now).asks === 'look' && (later[pieceId] ?? 0) <= now,
  );
  useEffect(() => {
    for (const { pieceId, name, next } of due) {
      const key = `${pieceId} ${next!.planned.key} ${next!.wait!.what}`;
      if (called.current.has(key)) continue;
      called.current.add(key);
      callOut(`Look at ${name}: ${waitWords(next!.wait!.what)}?`);
    }
  });
  return due;
}

/** A sign that is due on a piece beside the one in hand, one at a time: the task itself stays in sight. */
function SignDue({
  piece: { pieceId, name, next },
  more,
  onNotYet,
}: {
  piece: LedPiece;
  /** So many more are due after it. */
  more: number;
  onNotYet: () => void;
}) {
  const log = useLog();
  const { wait } = next!;
  if (!wait) return null;
  return (
    <Box
      role="alert"
      sx={{
        background: ochre,
        color: board,
        display: 'flex',
        flexWrap: 'wrap',
        gap: 1.5,
        alignItems: 'center',
        px: { xs: 1.5, sm: 3 },
        py: 1,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 200, fontSize: '1.2rem', fontWeight: 700 }}>
        Look at {name}: {waitWords(wait.what)}?{more > 0 && ` Then ${more} more.`}
      </Box>
      <Button
        variant="contained"
        sx={{ minHeight: 60 }}
        onClick={() =>
          void log(`${name}: ${waitWords(wait.what)}`, [
            entry('piece.seen', pieceId, { refs: wait.of, what: wait.what }),
          ])
        }
      >
        Yes
      </Button>
      <Button variant="outlined" sx={{ minHeight: 60, color: board, borderColor: board }} onClick={onNotYet}>
        Not yet
      </Button>
    </Box>
  );
}

/** Nothing to do now: what comes next, and when. */
function Nothing({ led, comes, now }: { led: LedPiece[]; comes: Instant | null; now: Instant }) {
  const here = useHere();
  const next = led
    .flatMap(({ name, next: of }) =>
      of && of.opens !== null && of.opens > now ? [{ name, of, opens: of.opens }] : [],
    )
    .sort((a, b) => a.opens - b.opens)[0];
  const working = led.some(({ next: of, coming }) => of === null && coming !== null);
  return (
    <Box sx={{ p: { xs: 2, sm: 4 } }}>
      <Typography variant="h1" sx={{ fontSize: '2.6rem' }}>
        {working ? 'Being worked out …' : 'Nothing to do now'}
      </Typography>
      <Box sx={{ fontSize: '1.3rem', mt: 1 }}>
        {next
          ? `${next.name}: ${headlineOf(next.of, { ...here, now }).headline.toLowerCase()}.`
          : comes !== null
            ? `The next sign shows about ${whenNear(comes, now, here.zone)}.`
            : 'All that these pieces ask for now is done.'}
      </Box>
      <Button
        variant="contained"
        component={RouterLink}
        to="/"
        size="large"
        sx={{ mt: 3, minHeight: 72, background: ink }}
      >
        To Today
      </Button>
    </Box>
  );
}
