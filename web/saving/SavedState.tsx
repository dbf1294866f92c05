import { lazy, Suspense, useState } from 'react';
import { Box, Button } from '@mui/material';
import { useOutbox } from './outbox.ts';
import { cobalt, faded, ironRed } from '../ui/theme.ts';

const NotSaved = lazy(async () => ({ default: (await import('./NotSaved.tsx')).NotSaved }));

/** Whether all is with the studio; what is not, and what needs the maker. */
export function SavedState({ reachable }: { reachable: boolean }) {
  const waiting = useOutbox();
  const [open, setOpen] = useState(false);
  const refused = waiting.filter((w) => w.refused);
  if (waiting.length === 0)
    return (
      <Box data-testid="saved-state" sx={{ color: reachable ? faded : ironRed }}>
        {reachable ? 'All saved' : 'Studio’s computer not reached'}
      </Box>
    );
  return (
    <>
      <Button
        data-testid="saved-state"
        size="small"
        onClick={() => setOpen(true)}
        sx={{ color: refused.length > 0 ? ironRed : cobalt }}
      >
        {refused.length > 0
          ? `${refused.length} ${refused.length === 1 ? 'needs' : 'need'} you`
          : `${waiting.length} on this tablet`}
      </Button>
      {open && (
        <Suspense fallback={null}>
          <NotSaved waiting={waiting} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
