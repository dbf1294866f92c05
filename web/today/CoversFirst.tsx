import type { ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import { useLogCovers } from './logCovers.ts';
import type { Here } from '../ui/answer.ts';
import { cobalt, reachable, slab } from '../ui/theme.ts';
import { coverActWords, coverDone, type CoverAct } from './otherRows.tsx';
import { Picture } from './TodayRow.tsx';

export function useLogCoverAct(): (act: CoverAct) => void {
  const log = useLogCovers();
  return ({ cover, pieces }) =>
    void log(
      cover,
      pieces.map((piece) => ({ ...piece, id: piece.pieceId })),
    );
}

/** Covers as the act at hand, large: no step of any piece can be done now. */
export function CoversFirst({
  acts,
  here,
  onLog,
  children,
}: {
  acts: readonly CoverAct[];
  here: Here;
  onLog: (act: CoverAct) => void;
  children: ReactNode;
}) {
  return (
    <Box component="section" aria-label="The act at hand" data-row>
      {acts.map((act) => (
        <Box
          key={`${act.cover} ${act.at}`}
          sx={{ borderLeft: `12px solid ${cobalt}`, pl: 2, '& + &': { mt: 2 } }}
        >
          <Box sx={{ color: cobalt, fontWeight: 700, fontFamily: slab }}>Now, as planned</Box>
          <Typography variant="h1" component="p" sx={{ fontSize: { xs: '1.7rem', sm: '2.3rem' } }}>
            {coverActWords(act)}
          </Typography>
          <Box
            component="ul"
            sx={{ listStyle: 'none', m: 0, p: 0, display: 'flex', flexWrap: 'wrap', columnGap: 3 }}
          >
            {act.pieces.map((piece) => (
              <Box component="li" key={piece.pieceId} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
                <Picture piece={piece} here={here} size={46} />
                <Box
                  component={RouterLink}
                  to={`/pieces/${piece.pieceId}`}
                  sx={{ ...reachable, color: 'inherit' }}
                >
                  {piece.name}
                </Box>
              </Box>
            ))}
          </Box>
          <Button
            variant="contained"
            size="large"
            aria-label={`${coverDone(act)}: ${act.pieces.map(({ name }) => name).join(', ')}`}
            onClick={() => onLog(act)}
            sx={{ mt: 1 }}
          >
            {coverDone(act)}
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mt: 1 }}>{children}</Box>
    </Box>
  );
}
