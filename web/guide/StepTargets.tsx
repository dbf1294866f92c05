import { lazy, Suspense, useEffect, useRef, useState, type ReactNode } from 'react';
import { Box, Button } from '@mui/material';
import type { NextStep } from '../../core/plan/next.ts';
import { seenWords, waitWords } from '../ui/answer.ts';
import { studioNow } from '../asking/clock.ts';
import { nextAct } from '../saving/nextAct.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Trouble } from '../ui/parts.tsx';
import { copperGreen, paper } from '../ui/theme.ts';
import type { DoneForm } from '../acting/doneForm.ts';
import { verbOf } from '../acting/ForAdults.tsx';
import type { LedPiece } from './useLed.ts';

const DoneDialog = lazy(async () => ({ default: (await import('../acting/DoneDialog.tsx')).DoneDialog }));

/** How much of the view a bar lies over. */
const heightOver = (bar: HTMLElement): number =>
  getComputedStyle(bar).position === 'fixed' ? bar.offsetHeight : 0;

/** Where thumbs reach: the targets of the step. What was logged is told above them, on a phone at the head. */
export function Foot({ children }: { children: ReactNode }) {
  const bar = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const { style } = document.documentElement;
    const shown = bar.current!;
    // on a phone there is no room between targets and task: there it stands at the head
    const narrow = innerWidth < 600;
    if (narrow) style.setProperty('--notice-top', '0px');
    const observer = new ResizeObserver(() =>
      style.setProperty('--notice', narrow ? 'auto' : `${heightOver(shown) + 8}px`),
    );
    observer.observe(shown);
    return () => {
      observer.disconnect();
      style.removeProperty('--notice');
      style.removeProperty('--notice-top');
    };
  }, []);
  return (
    <Box
      ref={bar}
      sx={{
        position: 'fixed',
        // on a screen as low as this, or as near, the step itself must have room
        '@media (max-height: 560px)': { position: 'static' },
        bottom: 0,
        left: 0,
        right: 0,
        background: paper,
        borderTop: `2px solid ${copperGreen}`,
        px: { xs: 1.5, sm: 4 },
        py: 1.5,
        display: 'flex',
        gap: 1.5,
        flexWrap: 'wrap',
        zIndex: 1100,
      }}
    >
      {children}
    </Box>
  );
}

const large = { flex: '1 1 200px', minHeight: 92, fontSize: '1.6rem', whiteSpace: 'normal' } as const;

/** The sign is seen; or the step is done without it. */
export function Seen({ led, next, onDone }: { led: LedPiece; next: NextStep; onDone: () => void }) {
  const log = useLog();
  const [doing, setDoing] = useState(false);
  const { wait } = next;
  if (!wait) return null;
  return (
    <>
      <Button
        {...nextAct}
        variant="contained"
        sx={large}
        onClick={() =>
          void log(`${led.name}: ${waitWords(wait.what)}`, [
            entry('piece.seen', led.pieceId, { refs: wait.of, what: wait.what }),
          ])
        }
      >
        {seenWords(wait.what)}
      </Button>
      <Button variant="outlined" sx={{ minHeight: 92 }} onClick={() => setDoing(true)}>
        {next.verb} all the same
      </Button>
      {doing && <Otherwise led={led} next={next} onClose={() => setDoing(false)} onDone={onDone} />}
    </>
  );
}

/** Logs the step as usual with one tap, or in another way. */
export function Done({
  led,
  next,
  form,
  onDone,
}: {
  led: LedPiece;
  next: NextStep;
  form: DoneForm;
  onDone: () => void;
}) {
  const { pieceId, name } = led;
  const log = useLog();
  const [doing, setDoing] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const enough = next.enough;
  const submit = async () => {
    const made = form.act(studioNow());
    if ('wrong' in made) return setWrong(made.wrong);
    setBusy(true);
    const outcome = await log(made.words, made.entries);
    setBusy(false);
    if (outcome.kind === 'refused') setWrong(outcome.problem.detail);
    else {
      form.forget();
      onDone();
    }
  };
  return (
    <>
      {wrong && (
        <Box sx={{ flexBasis: '100%' }}>
          <Trouble>{wrong}</Trouble>
        </Box>
      )}
      <Button {...nextAct} variant="contained" sx={large} disabled={busy} onClick={() => void submit()}>
        {verbOf(next)}
      </Button>
      {enough && (
        <Button
          variant="contained"
          sx={large}
          onClick={() => void log(`${name}: ${enough.what}`, [entry('piece.seen', pieceId, enough)])}
        >
          Enough: {enough.what}
        </Button>
      )}
      <Button variant="outlined" sx={{ minHeight: 92 }} onClick={() => setDoing(true)}>
        Otherwise …
      </Button>
      {doing && <Otherwise led={led} next={next} onClose={() => setDoing(false)} onDone={onDone} />}
    </>
  );
}

function Otherwise({
  led: { pieceId, name, areaM2, wall },
  next,
  onClose,
  onDone,
}: {
  led: LedPiece;
  next: NextStep;
  onClose: () => void;
  onDone: () => void;
}) {
  return (
    <Suspense fallback={null}>
      <DoneDialog
        pieceId={pieceId}
        pieceName={name}
        areaM2={areaM2}
        wall={wall}
        step={next}
        onClose={onClose}
        onLogged={onDone}
      />
    </Suspense>
  );
}
