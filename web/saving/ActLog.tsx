import type { ReactNode } from 'react';
import { Box, Button } from '@mui/material';
import type { Entry } from '../../core/log/entry.ts';
import type { ShownAct } from '../../core/log/ledger.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { entry } from './outbox.ts';
import { useRemembered } from '../ui/remembered.ts';
import { useLog } from './notice.tsx';
import { faded, hairline } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';

/** So many lines are shown at first. */
const LATEST = 5;

interface ActLogProps {
  acts: ShownAct[];
  subject: string;
  words: (entry: Entry) => string;
  /** What is shown beside the words of an entry, if anything. */
  beside?: (entry: Entry) => ReactNode;
  now: Instant;
  zone: string;
}

/** What was logged about a piece or a tub, newest first; each act can be undone, and what was undone is shown struck out. */
export function ActLog({ acts, subject, words, beside, now, zone }: ActLogProps) {
  const log = useLog();
  const [all, setAll] = useRemembered('all-log', false);
  const rows = acts
    .flatMap((act) =>
      act.entries.filter((e) => e.subject === subject).map((e) => ({ act, entry: e, at: Date.parse(e.at) })),
    )
    .sort((a, b) => b.at - a.at || b.act.n - a.act.n);
  const older = rows.length - LATEST;
  return (
    <>
      <Box component="ol" reversed sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {(all ? rows : rows.slice(0, LATEST)).map(({ act, entry: e, at }) => (
          <Box
            component="li"
            key={e.id}
            sx={{
              display: 'flex',
              gap: 2,
              alignItems: 'center',
              borderTop: `1px solid ${hairline}`,
              minHeight: 52,
            }}
          >
            <Box sx={{ width: 150, color: faded, flexShrink: 0 }}>{whenNear(at, now, zone)}</Box>
            {beside?.(e)}
            <Box sx={{ flex: 1, textDecoration: act.standing ? 'none' : 'line-through' }}>{words(e)}</Box>
            {act.standing ? (
              <Button
                aria-label={`Undo ${words(e)}`}
                onClick={() =>
                  void log(`undo of ${words(e).toLowerCase()}`, [
                    entry('act.retracted', act.id, { reason: '' }),
                  ])
                }
              >
                Undo
              </Button>
            ) : (
              <>
                <Box sx={{ color: faded }}>undone</Box>
                {act.undoneBy && (
                  <Button
                    aria-label={`Redo ${words(e)}`}
                    onClick={() =>
                      void log(`${words(e).toLowerCase()} again`, [
                        entry('act.retracted', act.undoneBy!, { reason: '' }),
                      ])
                    }
                  >
                    Redo
                  </Button>
                )}
              </>
            )}
          </Box>
        ))}
      </Box>
      {older > 0 && (
        <Button sx={{ px: 0 }} aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Only the latest' : `${older} older`}
        </Button>
      )}
    </>
  );
}
