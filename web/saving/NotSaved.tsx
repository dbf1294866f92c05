import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { asFurtherCoat, drop, flush, forTheOthers, logOtherwise, type Waiting } from './outbox.ts';
import { hairline } from '../ui/theme.ts';

/** What is not with the studio yet, and what can be done with what it did not take. */
export function NotSaved({ waiting, onClose }: { waiting: readonly Waiting[]; onClose: () => void }) {
  return (
    <Dialog open onClose={onClose}>
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
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
