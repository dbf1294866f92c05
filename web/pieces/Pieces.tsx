import { useDeferredValue, useState } from 'react';
import useSWR from 'swr';
import { Link as RouterLink } from 'react-router';
import { Box, Button, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { PiecesAnswer, PiecesQuery } from '../../api/routes.ts';
import { coverNamed } from '../../core/drying/face.ts';
import { useZone } from '../frame/maker.ts';
import { Empty, Trouble } from '../frame/parts.tsx';
import { ask, wordsFor } from '../frame/server.ts';
import { faded, hairline, slab } from '../frame/theme.ts';
import { shortDate } from '../frame/times.ts';

/** Every piece in the log: those on the bench, or those finished. */
export function Pieces() {
  const [which, setWhich] = useState<PiecesQuery['which']>('open');
  const [search, setSearch] = useState('');
  const [page, setPage] = useState(0);
  const asked = useDeferredValue(search.trim());
  const query = new URLSearchParams({ which, search: asked, page: String(page) });
  const { data, error } = useSWR<PiecesAnswer>(
    which === 'open' && asked === '' && page === 0 ? '/api/pieces' : `/api/pieces?${query}`,
    ask,
  );
  const zone = useZone();
  const newPiece = (
    <Button variant="contained" component={RouterLink} to="/pieces/new">
      Log a new piece
    </Button>
  );
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the pieces …</Typography>;
  if (data.unfinished + data.finished === 0) {
    return (
      <Empty title="No pieces yet" action={newPiece}>
        A piece begins when you log it as made. It takes under a minute.
      </Empty>
    );
  }
  const shown = data.rows;
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
          onChange={(_event, value: typeof which | null) => {
            if (!value) return;
            setWhich(value);
            setPage(0);
          }}
          aria-label="Which pieces"
        >
          <ToggleButton value="open">On the bench ({data.unfinished})</ToggleButton>
          <ToggleButton value="finished">Finished ({data.finished})</ToggleButton>
        </ToggleButtonGroup>
        <TextField
          label="Find by name, clay or room"
          value={search}
          onChange={(event) => {
            setSearch(event.target.value);
            setPage(0);
          }}
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
                py: 1,
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
      {data.pages > 1 && (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mt: 2 }}>
          <Button variant="outlined" disabled={page === 0} onClick={() => setPage(page - 1)}>
            Newer
          </Button>
          <Box>
            Page {page + 1} of {data.pages}, {data.found} pieces
          </Box>
          <Button variant="outlined" disabled={page + 1 >= data.pages} onClick={() => setPage(page + 1)}>
            Older
          </Button>
        </Box>
      )}
    </>
  );
}
