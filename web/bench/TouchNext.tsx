import { Link as RouterLink } from 'react-router';
import { Box, Button } from '@mui/material';
import type { BenchPiece } from '../../api/routes.ts';
import { DAY, MINUTE } from '../../core/units/quantity.ts';
import { cobalt } from '../frame/theme.ts';
import { span } from '../frame/times.ts';

/** A gain smaller than this is not worth lifting the plastic for. */
const WORTH_MIN = 20;
/** Nor one that leaves more than this of the width: that is as much as the forecast itself wavers. */
const WORTH_SHARE = 0.25;

/** The piece that one touch check would tell most about: the window it narrows, and by how much. */
export function TouchNext({ pieces }: { pieces: BenchPiece[] }) {
  const worth = pieces
    .flatMap((piece) =>
      piece.check && (piece.next?.opens ?? 0) - piece.ribbon.at[0]! < DAY
        ? [{ piece, check: piece.check, gain: piece.check.widthNow - piece.check.widthAfter }]
        : [],
    )
    .sort((a, b) => b.gain - a.gain)[0];
  if (!worth || worth.gain < Math.max(WORTH_MIN, WORTH_SHARE * worth.check.widthNow)) return null;
  const { piece, check } = worth;
  return (
    <Box
      sx={{
        display: 'flex',
        gap: 2,
        alignItems: 'center',
        flexWrap: 'wrap',
        borderLeft: `8px solid ${cobalt}`,
        pl: 1.5,
        mt: 3,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 280 }}>
        <Box sx={{ fontWeight: 700 }}>Touch this one next: {piece.name}</Box>
        <Box>
          One check would narrow “{piece.next?.name}” from {span(check.widthNow * MINUTE)} to about{' '}
          {span(check.widthAfter * MINUTE)}.
        </Box>
      </Box>
      <Button
        variant="outlined"
        component={RouterLink}
        to={`/pieces/${piece.pieceId}`}
        aria-label={`Go and check ${piece.name}`}
      >
        Check it
      </Button>
    </Box>
  );
}
