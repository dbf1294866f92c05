import { Box } from '@mui/material';
import type { TubState } from '../../core/log/tub.ts';
import { consistencyFor } from '../../core/slip/consistency.ts';
import { board, faded, ink } from '../frame/theme.ts';

const WIDTH = 120;
const HEIGHT = 150;
const SCALE_FROM = 1.0;
const SCALE_TO = 1.9;

/** A tub from the side: its level, its wet colour with the fired colour as a patch, and on a scale beside it the
 * SG it is at against the range it is wanted at. */
export function Jar({ tub }: { tub: TubState }) {
  const { made, volumeM3, specificGravity } = tub;
  const wanted = consistencyFor(made.use).gravity;
  const top = 14;
  const bottom = HEIGHT - 6;
  const level = Math.min(1, volumeM3 / Math.max(made.capacityM3, 1e-9));
  const y = (gravity: number) =>
    bottom - ((Math.min(SCALE_TO, gravity) - SCALE_FROM) / (SCALE_TO - SCALE_FROM)) * (bottom - top);
  const slipTop = bottom - level * (bottom - top - 8);
  const words = `${Math.round(level * 100)} % full${specificGravity === null ? ', never measured' : `, SG ${specificGravity.toFixed(2)}`}, wanted ${wanted.from.toFixed(2)} to ${wanted.to.toFixed(2)}`;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={words}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      sx={{ width: WIDTH, height: HEIGHT, flexShrink: 0 }}
    >
      <path d={`M6 ${top} V${bottom} H74 V${top}`} fill={board} stroke="none" />
      <rect x={7} y={slipTop} width={66} height={bottom - slipTop} fill={made.wetColour} />
      <rect
        x={18}
        y={bottom - 30}
        width={26}
        height={18}
        fill={made.firedColour}
        stroke={ink}
        strokeWidth={1}
      />
      <path d={`M2 ${top - 6} H6 V${bottom} H74 V${top - 6} H78`} fill="none" stroke={ink} strokeWidth={3} />
      <line x1={92} x2={92} y1={top} y2={bottom} stroke={faded} strokeWidth={1} />
      <path d={`M88 ${y(wanted.to)} H100 V${y(wanted.from)} H88`} fill="none" stroke={ink} strokeWidth={3} />
      {specificGravity !== null && <path d={`M104 ${y(specificGravity)} l14 -7 v14 z`} fill={ink} />}
    </Box>
  );
}
