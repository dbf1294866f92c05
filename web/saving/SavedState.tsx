import { useState } from 'react';
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { asFurtherCoat, drop, flush, forTheOthers, logOtherwise, useOutbox } from './outbox.ts';
import { cobalt, faded, hairline, ironRed } from '../ui/theme.ts';

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
      <Dialog open={open} onClose={() => setOpen(false)}>
        <DialogTitle>Not yet with the studio</DialogTitle>
        <DialogContent>
          {waiting.map((w) => (
            <Box
              key={w.order}
              sx={{
                borderTop: `1px solid ${hairline}`,
                py: 1.5,
                display: 'flex',
                gap: 2,
                alignItems: 'center',
              }}
            >
              <Box sx={{ flex: 1 }}>
                <b>{w.words}</b>
                <br />
                {w.refused
                  ? `Not taken: ${w.refused.detail}`
                  : 'Kept on this tablet; sent as soon as the studio’s computer answers.'}
              </Box>
              {w.refused?.code === 'coated-already' && (
                <Button
                  variant="outlined"
                  onClick={() => void logOtherwise(w, w.act.entries.map(asFurtherCoat))}
                >
                  Log it as a further coat
                </Button>
              )}
              {w.refused && forTheOthers(w.act.entries, w.refused) && (
                <Button
                  variant="outlined"
                  onClick={() => void logOtherwise(w, forTheOthers(w.act.entries, w.refused!)!.entries)}
                >
                  Log it for the others
                </Button>
              )}
              {w.refused && (
                <Button variant="outlined" onClick={() => void drop(w.order)}>
                  Leave it
                </Button>
              )}
            </Box>
          ))}
        </DialogContent>
        <DialogActions>
          <Button onClick={() => void flush()}>Send again</Button>
          <Button variant="contained" onClick={() => setOpen(false)}>
            Close
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
