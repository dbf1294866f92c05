import { Box, Button } from '@mui/material';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import { useLastLogged } from './notice.tsx';
import { faded, hairline } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';

/** An act is so long beside the work, with its undo. */
const KEPT = 12 * HOUR;

/** What was logged last on this tablet, with its undo. */
export function LastLogged({ now, zone }: { now: Instant; zone: string }) {
  const { last, undo } = useLastLogged();
  if (!last || now - last.at > KEPT) return null;
  return (
    <Box
      component="section"
      aria-label="Logged last"
      sx={{
        display: 'flex',
        gap: 2,
        alignItems: 'center',
        borderTop: `1px solid ${hairline}`,
        minHeight: 52,
        mt: 1,
      }}
    >
      <Box sx={{ flex: 1, color: faded }}>
        {whenNear(last.at, now, zone)} {last.words}
      </Box>
      <Button variant="outlined" onClick={() => void undo(last)}>
        {last.undone ? 'Redo' : 'Undo'}
      </Button>
    </Box>
  );
}
