import { createContext, use, useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { Box, Button } from '@mui/material';
import { useSWRConfig } from 'swr';
import type { Entry } from '../../core/log/entry.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { studioNow } from '../asking/clock.ts';
import { focusNextAct } from './nextAct.ts';
import { forTheOthers, log, onSent, retract, type Outcome } from './outbox.ts';
import { board, ink } from '../ui/theme.ts';

/** An act with the words it was logged by. */
interface Logged {
  words: string;
  /** The act that undo takes back. */
  actId: string;
  at: Instant;
  /** It was taken back itself: what undoes it does it again. */
  undone?: boolean;
}

interface Notice extends Omit<Logged, 'actId'> {
  actId: string | null;
  /** It says what was not done: it stays until it is closed. */
  stays?: boolean;
}

/** What was logged last on this tablet outlives a reload. */
const LAST = 'kosmema-last-logged';
function lastKept(): Logged | null {
  try {
    return JSON.parse(localStorage.getItem(LAST) ?? 'null') as Logged | null;
  } catch {
    return null;
  }
}

type LogAct = (words: string, entries: Entry[]) => Promise<Outcome>;

interface LoggingValue {
  log: LogAct;
  last: Logged | null;
  /** Takes an act back, or does one again that was taken back. */
  undo: (of: Logged) => Promise<void>;
}
const LoggingContext = createContext<LoggingValue | null>(null);
const SHOWN_MS = 12_000;
/** How the words of a notice begin. */
const BEGUN = /^(Logged|On this tablet|Undone|Logged again): /;

/** Gives every view `useLog`, and shows what was logged with its undo. */
export function Logging({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);

  const [last, setLast] = useState(lastKept);
  const { mutate } = useSWRConfig();

  const tell = useCallback((told: Notice) => {
    setNotice(told);
    const { actId } = told;
    if (!actId) return;
    const logged = { ...told, actId };
    localStorage.setItem(LAST, JSON.stringify(logged));
    setLast(logged);
  }, []);

  useEffect(() => onSent(() => void mutate(() => true)), [mutate]);

  const logAct = useCallback<LogAct>(
    async (words, entries) => {
      const { outcome, left } = await logForAll(words, entries);
      const at = studioNow();
      if (outcome.kind === 'refused') tell({ words: outcome.problem.detail, actId: null, at, stays: true });
      // a guide is begun or ended, no work is done: that is seen
      else if (entries.some(({ kind }) => kind !== 'guide.set'))
        tell({
          at,
          words: `${outcome.kind === 'saved' ? 'Logged' : 'On this tablet'}: ${words}${left && `.${left}`}`,
          actId: outcome.actId,
          ...(left && { stays: true }),
        });
      return outcome;
    },
    [tell],
  );

  useEffect(() => {
    if (!notice || notice.stays) return;
    const timer = setTimeout(() => setNotice(null), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [notice]);

  const logged = notice?.actId;
  useEffect(() => (logged ? focusNextAct() : undefined), [logged]);

  const undo = useCallback(
    async ({ actId, words, undone }: Logged) => {
      const what = words.replace(BEGUN, '');
      const outcome = await retract(actId, `${undone ? 'redo' : 'undo'} ${what}`);
      const at = studioNow();
      if (outcome.kind === 'refused') tell({ words: outcome.problem.detail, actId: null, at, stays: true });
      else
        tell({
          words: `${undone ? 'Logged again' : 'Undone'}: ${what}`,
          actId: outcome.actId,
          at,
          undone: !undone,
        });
    },
    [tell],
  );
  // what the notice says is not said twice
  const beside = notice?.actId === last?.actId ? null : last;
  const value = useMemo(() => ({ log: logAct, last: beside, undo }), [logAct, beside, undo]);

  return (
    <LoggingContext value={value}>
      {children}
      <NoticeBar notice={notice} onUndo={(of) => void undo(of)} onClose={() => setNotice(null)} />
    </LoggingContext>
  );
}

/** Logs an act for all it can be logged for. @returns also for whom it was not, in words */
async function logForAll(words: string, entries: Entry[]): Promise<{ outcome: Outcome; left: string }> {
  const outcome = await log(words, entries);
  const others = outcome.kind === 'refused' ? forTheOthers(entries, outcome.problem) : null;
  if (outcome.kind !== 'refused' || !others) return { outcome, left: '' };
  const why = [...new Set(outcome.problem.problems!.map(({ message }) => message))].join(' ');
  const again = await log(words, others.entries);
  return { outcome: again.kind === 'refused' ? outcome : again, left: ` Not for ${others.left}: ${why}` };
}

/** What was logged, with its undo, at the foot of every view. */
function NoticeBar({
  notice,
  onUndo,
  onClose,
}: {
  notice: Notice | null;
  onUndo: (of: Logged) => void;
  onClose: () => void;
}) {
  return (
    <Box
      role="status"
      aria-live="polite"
      sx={{
        position: 'fixed',
        left: 0,
        right: 0,
        // a view with targets at its foot has it above them
        bottom: { xs: 'var(--notice, 72px)', md: 'var(--notice, 0px)' },
        // above the page, under a dialog: it must not lie over the buttons of one
        zIndex: 1250,
        display: 'flex',
        justifyContent: 'center',
        pointerEvents: 'none',
      }}
    >
      {notice && (
        <Box
          sx={{
            pointerEvents: 'auto',
            background: ink,
            color: board,
            display: 'flex',
            alignItems: 'center',
            gap: 2,
            px: 3,
            py: 1,
            maxWidth: 720,
            width: '100%',
          }}
        >
          <Box sx={{ flex: 1 }}>{notice.words}</Box>
          {notice.actId && (
            <Button
              variant="outlined"
              onClick={() => onUndo({ ...notice, actId: notice.actId! })}
              sx={{ color: board, borderColor: board }}
            >
              {notice.undone ? 'Redo' : 'Undo'}
            </Button>
          )}
          <Button onClick={onClose} sx={{ color: board }}>
            Close
          </Button>
        </Box>
      )}
    </Box>
  );
}

export function useLog(): LogAct {
  return useLogging().log;
}

/** What was logged last on this tablet, and its undo. */
export function useLastLogged(): Omit<LoggingValue, 'log'> {
  return useLogging();
}

function useLogging(): LoggingValue {
  const value = use(LoggingContext);
  if (!value) throw new Error('useLog outside Logging');
  return value;
}
