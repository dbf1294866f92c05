import { Box } from '@mui/material';
import type { KilnRow } from '../../api/routes.ts';
import { hairline } from '../ui/theme.ts';
import { PieceLine } from './PieceLine.tsx';

/** A piece with a tick before it: the whole line is the target. */
export const TickedLine = ({
  row,
  ticked,
  onTick,
}: {
  row: KilnRow;
  ticked: boolean;
  onTick: () => void;
}) => (
  <Box
    component="label"
    sx={{
      display: 'flex',
      gap: 1.5,
      alignItems: 'center',
      minHeight: 56,
      borderTop: `1px solid ${hairline}`,
    }}
  >
    <input type="checkbox" checked={ticked} onChange={onTick} style={{ width: 26, height: 26 }} />
    <PieceLine row={row} bare />
  </Box>
);

/** The set with one more, or without it. */
export function toggled<T>(set: ReadonlySet<T>, one: T): Set<T> {
  const next = new Set(set);
  if (!next.delete(one)) next.add(one);
  return next;
}
