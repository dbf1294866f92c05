import useSWR from 'swr';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { TubRow } from '../../api/routes.ts';
import { Jar } from '../draw/Jar.tsx';
import { useUnits } from '../frame/maker.ts';
import { Empty, Trouble } from '../frame/parts.tsx';
import { ask, wordsFor } from '../frame/server.ts';
import { hairline, slab, tones } from '../frame/theme.ts';
import { tubAnswer } from './tubWords.ts';

/** The shelf: every tub, what it is right for, and what it needs. */
export function Slips() {
  const { data, error } = useSWR<TubRow[]>('/api/tubs', ask);
  const units = useUnits();
  const newTub = (
    <Button variant="contained" component={RouterLink} to="/slips/new">
      Put a tub on the shelf
    </Button>
  );
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Looking along the shelf …</Typography>;
  const tubs = data.filter((tub) => !tub.discardedAt);
  if (tubs.length === 0) {
    return (
      <Empty title="The shelf is empty" action={newTub}>
        Put a tub on it: what it is for, and how much there is. Then weigh a known volume, and it says what to
        add.
      </Empty>
    );
  }
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center', mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Slips
        </Typography>
        {newTub}
      </Box>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          p: 0,
          m: 0,
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(340px, 1fr))',
          columnGap: 4,
        }}
      >
        {tubs.map((tub) => {
          const answer = tubAnswer(tub, units);
          return (
            <Box component="li" key={tub.id} sx={{ borderTop: `1px solid ${hairline}`, py: 2 }}>
              <Box
                component={RouterLink}
                to={`/slips/${tub.id}`}
                sx={{
                  display: 'flex',
                  gap: 2,
                  alignItems: 'flex-end',
                  color: 'inherit',
                  textDecoration: 'none',
                }}
              >
                <Jar tub={tub} />
                <Box>
                  <Box sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.15rem' }}>{tub.made.name}</Box>
                  <Box sx={{ color: tones[answer.tone].colour, fontWeight: 700 }}>{answer.headline}</Box>
                  <Box>{answer.detail}</Box>
                </Box>
              </Box>
            </Box>
          );
        })}
      </Box>
    </>
  );
}
