import { Link as RouterLink } from 'react-router';
import { Box } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { useZone } from '../asking/maker.ts';
import { faded, hairline, slab } from '../ui/theme.ts';
import { shortDate } from '../ui/times.ts';

const outcomes = { good: 'Good', mixed: 'Mixed', bad: 'Lost or bad' };

/** Pieces that are off the bench, the newest first, with how they came out. */
export function FinishedPieces({ rows }: { rows: PieceRow[] }) {
  const zone = useZone();
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {rows.map((row) => (
        <Box component="li" key={row.id} sx={{ borderTop: `1px solid ${hairline}` }}>
          <Box
            component={RouterLink}
            to={`/pieces/${row.id}`}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '80px 1fr auto', md: '96px 2fr 1.2fr 1.6fr 1fr' },
              gap: 2,
              alignItems: 'center',
              minHeight: 84,
              py: 1,
              color: 'inherit',
              textDecoration: 'none',
              '&:hover .name': { textDecoration: 'underline' },
            }}
          >
            <PiecePicture
              look={row.look}
              clay={row.clay}
              wet={row.look.fired === 'raw' ? dry : null}
              height={72}
              width={80}
            />
            <Box>
              <Box className="name" sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.15rem' }}>
                {row.name}
              </Box>
              <Box sx={{ color: faded }}>
                {row.clayName} · made {shortDate(row.madeAt, zone)}
              </Box>
            </Box>
            <Box sx={{ fontWeight: 650 }}>{row.finished && outcomes[row.finished.outcome]}</Box>
            <Box sx={{ display: { xs: 'none', md: 'block' } }}>
              {row.techniqueName}, {row.doneSteps} of {row.steps} steps
            </Box>
            <Box sx={{ display: { xs: 'none', md: 'block' }, color: faded }}>
              {row.finished?.faults.join(', ')}
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}

const dry = { wall: 0, rim: 0, foot: 0 };
