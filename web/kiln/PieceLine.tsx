import { Link as RouterLink } from 'react-router';
import { Box } from '@mui/material';
import type { KilnRow } from '../../api/routes.ts';
import { HOUR } from '../../core/units/quantity.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { useNow } from '../asking/clock.ts';
import { useZone } from '../asking/maker.ts';
import { copperGreen, faded, hairline, ironRed } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';

/** Whether it is dry sooner if it is uncovered. */
const sooner = ({ kiln, openDryAt }: KilnRow): boolean =>
  openDryAt !== null && (!kiln?.dryAt || openDryAt < kiln.dryAt - HOUR);

/** A piece on its way through the kiln: its code, whether it is dry, what it still asks for. */
export function PieceLine({ row, bare = false }: { row: KilnRow; bare?: boolean }) {
  const now = useNow(60_000);
  const zone = useZone();
  const { kiln, asks, name, code } = row;
  const other = asks && !['load', 'bisque', 'glost'].includes(asks.shared ?? '');
  return (
    <Box
      sx={{
        display: 'flex',
        gap: 1.5,
        alignItems: 'center',
        flex: 1,
        py: 0.5,
        ...(!bare && { borderTop: `1px solid ${hairline}` }),
      }}
    >
      <PiecePicture look={row.look} clay={row.clay} wet={null} height={52} width={52} />
      {code && <Box sx={{ fontWeight: 800, fontSize: '1.2rem', minWidth: 48 }}>{code}</Box>}
      <Box sx={{ flex: 1 }}>
        {bare ? (
          <b>{name}</b>
        ) : (
          <Box component={RouterLink} to={`/pieces/${row.id}`} sx={{ color: 'inherit', fontWeight: 700 }}>
            {name}
          </Box>
        )}
        {other && <Box sx={{ color: faded }}>first: {asks.name.toLowerCase()}</Box>}
      </Box>
      {!kiln && row.look.fired === 'raw' && <Box sx={{ color: faded }}>being worked out …</Box>}
      {kiln && (
        <Box sx={{ color: kiln.dry ? copperGreen : ironRed, fontWeight: 700, textAlign: 'right' }}>
          {kiln.dry
            ? 'kiln-dry'
            : `not dry${kiln.dryAt === null ? ' as it stands' : `, about ${whenNear(kiln.dryAt, now, zone)}`}${sooner(row) ? `; uncovered now: ${whenNear(row.openDryAt!, now, zone)}` : ''}`}
        </Box>
      )}
    </Box>
  );
}
