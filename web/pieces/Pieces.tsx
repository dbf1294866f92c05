import { useState } from 'react';
import useSWR from 'swr';
import { Link as RouterLink } from 'react-router';
import { Box, Button, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import { coverNamed } from '../../core/drying/face.ts';
import { useZone } from '../frame/maker.ts';
import { Empty, Trouble } from '../frame/parts.tsx';
import { ask, wordsFor } from '../frame/server.ts';
import { faded, hairline, slab } from '../frame/theme.ts';
import { shortDate } from '../frame/times.ts';

/** Every piece in the log: those on the bench, or those finished. */
export function Pieces() {
  const { data, error } = useSWR<PieceRow[]>('/api/pieces', ask);
  const [which, setWhich] = useState<'open' | 'finished'>('open');
  const [search, setSearch] = useState('');
  const zone = useZone();
  const newPiece = (
    <Button variant="contained" component={RouterLink} to="/pieces/new">
      Log a new piece
    </Button>
  );
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the pieces …</Typography>;
  if (data.length === 0) {
    return (
      <Empty title="No pieces yet" action={newPiece}>
        A piece begins when you log it as made. It takes under a minute.
      </Empty>
    );
  }
  const shown = data
    .filter(
      (row) =>
        (row.finished !== null) === (which === 'finished') &&
        row.name.toLowerCase().includes(search.trim().toLowerCase()),
    )
    .sort((a, b) => b.madeAt - a.madeAt);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center', mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Pieces
        </Typography>
        {newPiece}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', mb: 1 }}>
        <ToggleButtonGroup
          exclusive
          value={which}
          onChange={(_event, value: typeof which | null) => value && setWhich(value)}
          aria-label="Which pieces"
        >
          <ToggleButton value="open">On the bench</ToggleButton>
          <ToggleButton value="finished">Finished</ToggleButton>
        </ToggleButtonGroup>
        <TextField
          label="Find by name"
          size="small"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
      </Box>
      {shown.length === 0 && <Box sx={{ py: 3 }}>None here.</Box>}
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {shown.map((row) => (
          <Box component="li" key={row.id} sx={{ borderTop: `1px solid ${hairline}` }}>
            <Box
              component={RouterLink}
              to={`/pieces/${row.id}`}
              sx={{
                display: 'grid',
                gridTemplateColumns: { xs: '1fr auto', md: '2fr 1.2fr 1.6fr 1fr' },
                gap: 2,
                alignItems: 'center',
                minHeight: 68,
                color: 'inherit',
                textDecoration: 'none',
                '&:hover .name': { textDecoration: 'underline' },
              }}
            >
              <Box>
                <Box className="name" sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.15rem' }}>
                  {row.name}
                </Box>
                <Box sx={{ color: faded }}>
                  {row.clayName} · made {shortDate(row.madeAt, zone)}
                </Box>
              </Box>
              <Box sx={{ fontWeight: 650 }}>
                {row.finished ? `Finished: ${row.finished.outcome}` : (row.stageName ?? '')}
              </Box>
              <Box sx={{ display: { xs: 'none', md: 'block' } }}>
                {row.techniqueName}, {row.doneSteps} of {row.steps} steps
              </Box>
              <Box sx={{ display: { xs: 'none', md: 'block' }, color: faded }}>
                {row.roomName}, {coverNamed(row.cover).name.toLowerCase()}
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
    </>
  );
}
