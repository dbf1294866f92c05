import { useDeferredValue, useState, type ReactNode } from 'react';
import { Link as RouterLink, useSearchParams } from 'react-router';
import { Box, Button, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { PiecesAnswer, PiecesQuery } from '../../api/routes.ts';
import { chosenOf, useChoosing } from '../class/chosen.ts';
import { GroupLine } from '../class/GroupLine.tsx';
import { ManyBar } from '../class/ManyBar.tsx';
import { useNow } from '../asking/clock.ts';
import { Empty, Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { rowsWorking, usePollWhile } from '../asking/pollWhile.ts';
import { asNow } from '../ui/asNow.ts';
import { DryingRoom } from './DryingRoom.tsx';
import { FinishedPieces } from './FinishedPieces.tsx';
import { PieceFilters, filtersOf, type Filters } from './PieceFilters.tsx';
import { to } from '../../api/answers.ts';

/** Every piece in the log: the drying room of those on the bench, or those finished. */
export function Pieces() {
  const [at, setAt] = useSearchParams();
  const which: PiecesQuery['which'] = at.get('which') === 'finished' ? 'finished' : 'open';
  const [search, setSearch] = useState('');
  const [page, setPage] = useState(0);
  const filters = filtersOf(at);
  const asked = useDeferredValue(search.trim());
  const query = new URLSearchParams({ which, search: asked, page: String(page), ...filters });
  const plain = which === 'open' && asked === '' && page === 0 && Object.keys(filters).length === 0;
  const { data, error } = usePollWhile(
    plain ? to('/api/pieces') : to('/api/pieces', {}, String(query)),
    rowsWorking,
  );
  const choosing = useChoosing();
  const now = useNow(60_000);
  const change = (to: Filters) => {
    setAt({ ...(which === 'finished' && { which }), ...to }, { replace: true });
    setPage(0);
  };
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the pieces …</Typography>;
  const rows = data.rows.map((row) => asNow(row, now));
  const group = data.groups.find(({ id }) => id === filters.group);
  const newPiece = (
    <Button variant="contained" component={RouterLink} to="/pieces/new">
      Log a new piece
    </Button>
  );
  if (data.unfinished + data.finished === 0) return <NoPieces action={newPiece} />;
  return (
    <>
      <Heading first={newPiece}>
        {which === 'open' && !choosing.on && (
          <Button
            variant="outlined"
            onClick={() => choosing.begin(filters.group ? rows.map(({ id }) => id) : [])}
          >
            {filters.group ? 'Choose them all' : 'Choose several'}
          </Button>
        )}
        <Elsewhere />
      </Heading>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', mb: 1, displayPrint: 'none' }}>
        <WhichPieces
          which={which}
          of={data}
          onWhich={(value) => {
            choosing.leave();
            setAt(value === 'finished' ? { which: value } : {}, { replace: true });
            setPage(0);
          }}
        />
        <FindPieces
          begun={Object.keys(filters).length > 0}
          search={search}
          onSearch={(text) => {
            setSearch(text);
            setPage(0);
          }}
        >
          <PieceFilters filters={filters} groups={data.groups} onChange={change} />
        </FindPieces>
      </Box>
      {group && <GroupLine group={group} rows={rows} tally={data.tally} onClosed={() => change({})} />}
      {rows.length === 0 && <Box sx={{ py: 3 }}>None here.</Box>}
      {which === 'finished' ? (
        <FinishedPieces rows={rows} />
      ) : (
        <DryingRoom rows={rows} groups={data.groups} choosing={choosing} />
      )}
      {data.pages > 1 && <PageTurner page={page} of={data} onPage={setPage} />}
      {choosing.on && <ManyBar chosen={chosenOf(rows, choosing)} choosing={choosing} />}
    </>
  );
}

function WhichPieces({
  which,
  of: { unfinished, finished },
  onWhich,
}: {
  which: PiecesQuery['which'];
  of: Pick<PiecesAnswer, 'unfinished' | 'finished'>;
  onWhich: (which: PiecesQuery['which']) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      value={which}
      onChange={(_event, value: typeof which | null) => value && onWhich(value)}
      aria-label="Which pieces"
    >
      <ToggleButton value="open">On the bench ({unfinished})</ToggleButton>
      <ToggleButton value="finished">Finished ({finished})</ToggleButton>
    </ToggleButtonGroup>
  );
}

/** On a phone the shelf comes first, and what finds in it when it is asked for. */
function FindPieces({
  begun,
  search,
  onSearch,
  children,
}: {
  begun: boolean;
  search: string;
  onSearch: (text: string) => void;
  children: ReactNode;
}) {
  const [finding, setFinding] = useState(begun);
  const shown = (display: string) => ({ display: { xs: finding ? display : 'none', sm: display } });
  return (
    <>
      <Button
        variant="outlined"
        aria-expanded={finding}
        onClick={() => setFinding(!finding)}
        sx={{ display: { sm: 'none' } }}
      >
        Find
      </Button>
      <TextField
        label="Find by name, clay, room or group"
        value={search}
        onChange={(event) => onSearch(event.target.value)}
        sx={{ minWidth: 250, flex: 1, ...shown('inline-flex') }}
      />
      <Box sx={shown('contents')}>{children}</Box>
    </>
  );
}

const NoPieces = ({ action }: { action: ReactNode }) => (
  <Empty title="No pieces yet" action={action}>
    A piece begins when you log it as made. It takes under a minute.
  </Empty>
);

function PageTurner({
  page,
  of: { pages, found },
  onPage,
}: {
  page: number;
  of: Pick<PiecesAnswer, 'pages' | 'found'>;
  onPage: (page: number) => void;
}) {
  return (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mt: 2 }}>
      <Button variant="outlined" disabled={page === 0} onClick={() => onPage(page - 1)}>
        Newer
      </Button>
      <Box>
        Page {page + 1} of {pages}, {found} pieces
      </Box>
      <Button variant="outlined" disabled={page + 1 >= pages} onClick={() => onPage(page + 1)}>
        Older
      </Button>
    </Box>
  );
}

/** What is done with pieces in other places. */
const Elsewhere = () => (
  <>
    <Button variant="outlined" component={RouterLink} to="/tonight">
      Tonight
    </Button>
    <Button variant="outlined" component={RouterLink} to="/hand-in">
      Hand in
    </Button>
    <Button variant="outlined" component={RouterLink} to="/kiln">
      Kiln
    </Button>
  </>
);

/** @param first the act that most come for */
const Heading = ({ first, children }: { first: ReactNode; children: ReactNode }) => (
  <Box
    sx={{
      display: 'grid',
      gridTemplateColumns: { xs: '1fr auto', sm: '1fr auto auto' },
      gap: 1.5,
      alignItems: 'center',
      mb: { xs: 1, sm: 2 },
    }}
  >
    <Typography variant="h1">Pieces</Typography>
    <Box sx={{ displayPrint: 'none', order: { sm: 1 } }}>{first}</Box>
    <Box
      sx={{
        display: 'flex',
        gap: { xs: 1, sm: 1.5 },
        gridColumn: { xs: '1 / -1', sm: 'auto' },
        flexWrap: 'wrap',
        '& > *': { px: { xs: 1.25, sm: 2.5 } },
        displayPrint: 'none',
      }}
    >
      {children}
    </Box>
  </Box>
);
