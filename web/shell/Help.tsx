import type { ReactNode } from 'react';
import { Link as RouterLink, useLocation } from 'react-router';
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { Fold } from '../ui/Fold.tsx';
import { howDoIAt } from './howDoI.ts';
import { hairline } from '../ui/theme.ts';

/** Answers “How do I …”, the questions of the place that is open first, and lists the keys. */
export function Help({ keys, onClose }: { keys: [string, string][]; onClose: () => void }) {
  const { pathname } = useLocation();
  return (
    <Dialog open onClose={onClose} maxWidth="sm" aria-labelledby="help-title">
      <DialogTitle id="help-title">How do I …</DialogTitle>
      <DialogContent>
        {howDoIAt(pathname).map(({ ask, answer, to, go }) => (
          <Box key={ask} sx={{ borderTop: `1px solid ${hairline}` }}>
            <Fold name={`… ${ask}`}>
              <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start', pb: 1.5 }}>
                {answer}
                <Button component={RouterLink} to={to} onClick={onClose} variant="outlined">
                  Go to {go}
                </Button>
              </Box>
            </Fold>
          </Box>
        ))}
        <Box sx={{ '@media (hover: none)': { display: 'none' } }}>
          <Typography variant="h3" component="h2" sx={{ mt: 2 }}>
            Keys
          </Typography>
          {keys.map(([key, does]) => (
            <Row key={key} left={<kbd>{key}</kbd>}>
              {does}
            </Row>
          ))}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Row({ left, children }: { left: ReactNode; children: ReactNode }) {
  return (
    <Box
      sx={{ display: 'grid', gridTemplateColumns: '140px 1fr', py: 1, borderTop: `1px solid ${hairline}` }}
    >
      <Box>{left}</Box>
      <Box>{children}</Box>
    </Box>
  );
}
