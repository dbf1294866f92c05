import { useState } from 'react';
import { Box, Button, TextField } from '@mui/material';
import { to } from '../../api/answers.ts';
import { ask, wordsFor } from '../asking/server.ts';
import { useAnswer } from '../asking/useAnswer.ts';
import { lastPaper } from '../ui/paper.ts';
import { Fold } from '../ui/Fold.tsx';
import { Trouble } from '../ui/parts.tsx';

/** The plan to print, and in a calendar: once as a file, or under an address that a calendar follows until it is withdrawn. */
export function InCalendar() {
  const { data, mutate } = useAnswer(to('/api/feed'));
  const [trouble, setTrouble] = useState<string | null>(null);
  const set = async (method: 'POST' | 'DELETE') => {
    try {
      await mutate(await ask(to('/api/feed'), { method }), { revalidate: false });
      setTrouble(null);
    } catch (error) {
      setTrouble(wordsFor(error));
    }
  };
  const path = data?.path ?? null;
  return (
    <Fold name="On paper, and in your calendar" level="h2">
      <Box sx={{ display: 'grid', gap: 1.5, maxWidth: 720, pb: 2 }}>
        <Box>
          Each session stands with its tasks and covers, on a sheet to tick off or as an entry of your
          calendar. A file holds the plan as it is now; a calendar that follows an address has it as it will
          be.
        </Box>
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
          <Button
            variant="outlined"
            href={`/api/week/run-sheet?paper=${lastPaper()}`}
            download="run-sheet.pdf"
          >
            Print a run sheet (PDF)
          </Button>
          <Button variant="outlined" href="/api/week/calendar" download="plan.ics">
            Take it as a file
          </Button>
          {path === null ? (
            <Button variant="outlined" onClick={() => void set('POST')}>
              Make an address to follow
            </Button>
          ) : (
            <Button variant="outlined" onClick={() => void set('DELETE')}>
              Withdraw the address
            </Button>
          )}
        </Box>
        {path !== null && (
          <TextField
            label="Address to follow"
            value={`${location.origin}${path}`}
            helperText="Whoever knows it can read the plan, and nothing else. Once it is withdrawn it leads nowhere."
            slotProps={{ htmlInput: { readOnly: true, onFocus: selectAll } }}
          />
        )}
        {trouble && <Trouble>{trouble}</Trouble>}
      </Box>
    </Fold>
  );
}

const selectAll = ({ target }: { target: EventTarget }) => {
  if (target instanceof HTMLInputElement) target.select();
};
