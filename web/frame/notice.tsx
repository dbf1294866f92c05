import { createContext, use, useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { Box, Button } from '@mui/material';
import { useSWRConfig } from 'swr';
import type { Entry } from '../../core/log/entry.ts';
import { focusNextAct } from './nextAct.ts';
import { forTheOthers, log, onSent, retract, type Outcome } from './outbox.ts';
import { board, ink } from './theme.ts';

interface Notice {
  words: string;
  /** The act that undo takes back. */
  actId: string | null;
  /** It says what was not done: it stays until it is closed. */
  stays?: boolean;
}

type LogAct = (words: string, entries: Entry[]) => Promise<Outcome>;

const LoggingContext = createContext<LogAct | null>(null);
const SHOWN_MS = 12_000;

/** Gives every view `useLog`, and shows what was logged with its undo. */
export function Logging({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);

  const { mutate } = useSWRConfig();

  useEffect(() => onSent(() => void mutate(() => true)), [mutate]);

  const logAct = useCallback<LogAct>(async (words, entries) => {
    let outcome = await log(words, entries);
    let left = '';
    const others = outcome.kind === 'refused' ? forTheOthers(entries, outcome.problem) : null;
    if (outcome.kind === 'refused' && others) {
      left = ` Not for ${others.left}: ${[...new Set(outcome.problem.problems!.map(({ message }) => message))].join(' ')}`;
      const again = await log(words, others.entries);
      if (again.kind !== 'refused') outcome = again;
    }
    if (outcome.kind === 'refused') setNotice({ words: outcome.problem.detail, actId: null, stays: true });
    else
      setNotice({
        words: `${outcome.kind === 'saved' ? 'Logged' : 'On this tablet'}: ${words}${left && `.${left}`}`,
        actId: outcome.actId,
        ...(left && { stays: true }),
      });
    return outcome;
  }, []);

  useEffect(() => {
    if (!notice || notice.stays) return;
    const timer = setTimeout(() => setNotice(null), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [notice]);

  const logged = notice?.actId;
  useEffect(() => (logged ? focusNextAct() : undefined), [logged]);

  const undo = useMemo(() => {
    const actId = notice?.actId;
    if (!actId) return null;
    return async () => {
      const outcome = await retract(actId, `undo ${notice.words}`);
      setNotice({
        words: outcome.kind === 'refused' ? outcome.problem.detail : 'Undone',
        actId: outcome.kind === 'refused' ? null : outcome.actId,
      });
    };
  }, [notice]);

  return (
    <LoggingContext value={logAct}>
      {children}
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
            {undo && (
              <Button
                variant="outlined"
                onClick={() => void undo()}
                sx={{ color: board, borderColor: board }}
              >
                {notice.words === 'Undone' ? 'Redo' : 'Undo'}
              </Button>
            )}
            <Button onClick={() => setNotice(null)} sx={{ color: board }}>
              Close
            </Button>
          </Box>
        )}
      </Box>
    </LoggingContext>
  );
}

export function useLog(): LogAct {
  const logAct = use(LoggingContext);
  if (!logAct) throw new Error('useLog outside Logging');
  return logAct;
}
