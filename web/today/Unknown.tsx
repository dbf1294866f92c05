import { Link as RouterLink } from 'react-router';
import { Box } from '@mui/material';
import type { TodayUnknown } from '../../api/routes.ts';
import { coverNamed } from '../../core/drying/face.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { Trouble } from '../ui/parts.tsx';
import { board, faded, hairline, reachable } from '../ui/theme.ts';
import { shortDate, whenNear } from '../ui/times.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { ROW } from './DayStrip.tsx';
import { columns } from './TodayRow.tsx';

/** Clay whose wetness is not known yet is drawn as paper. */
const unknownClay = { wetColour: board, dryColour: board };

/** Pieces without an answer: it is on its way, no plan can be made of the log, or they were left alone for long. */
export function Unknown({ rows, now, zone }: { rows: TodayUnknown[]; now: Instant; zone: string }) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, mt: 3 }} aria-label="Without an answer yet">
      {rows.map((row) => (
        <Box
          component="li"
          key={row.pieceId}
          sx={{ ...columns, borderTop: `1px solid ${hairline}`, minHeight: ROW }}
        >
          <PiecePicture look={row.look} clay={unknownClay} wet={null} height={46} width={46} />
          <Box sx={{ minWidth: 0, lineHeight: 1.2 }}>
            <Box
              component={RouterLink}
              to={`/pieces/${row.pieceId}`}
              sx={{ ...reachable, fontWeight: 700, color: 'inherit' }}
            >
              {row.name}
            </Box>
            <Box sx={{ color: faded }}>
              {coverNamed(row.cover).name.toLowerCase()} · {row.roomName}
            </Box>
          </Box>
          <Box sx={{ gridColumn: { xs: '1 / -1', sm: '3 / -1' } }}>
            {row.state === 'working' && (
              <Box role="status">
                {row.asOf === null
                  ? 'Being worked out …'
                  : `As of ${whenNear(row.asOf, now, zone)}, being worked out …`}
              </Box>
            )}
            {row.state === 'unplanned' && <Trouble>{row.message} Open it to see its log.</Trouble>}
            {row.state === 'resting' && (
              <Box>
                Nothing was logged of it since {shortDate(row.lastAt, zone)}. Is it still there? Check the
                clay, or finish it.
              </Box>
            )}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
