import { Box } from '@mui/material';
import { runOf } from '../../core/shelf/run.ts';
import type { TubOnShelf } from '../../core/shelf/tubOnShelf.ts';
import type { Consistency } from '../../core/slip/consistency.ts';
import { feelPlace, feelWords } from '../../core/slip/feel.ts';
import { board, faded, ink, sans } from '../ui/theme.ts';

const WIDTH = 150;
const HEIGHT = 170;
const RIM = 22;
const FLOOR = 148;
const LEFT = 8;
const RIGHT = 88;
/** The scale beside the tub shows SG from 1.0 to 1.9, or the words of feel. */
const GRAVITIES = { from: 1, to: 1.9 };

interface JarProps {
  shelf: TubOnShelf;
  wanted: Consistency;
  scale?: number;
}

/**
 * A tub from the side: its level, its wet colour with the fired colour as a patch, a run of slip down its outside (long
 * and thin, or short and thick), and a scale with the notch it is wanted at and where it is.
 */
export function Jar({ shelf, wanted, scale = 1 }: JarProps) {
  const { tub, judgement } = shelf;
  const { made, volumeM3 } = tub;
  const level = Math.min(1, volumeM3 / Math.max(made.capacityM3, 1e-9));
  const slipTop = FLOOR - level * (FLOOR - RIM - 8);
  const run = runOf(tub, judgement, wanted);
  const byGravity = run === null || run.by === 'gravity';
  const share = byGravity ? gravityShare : placeShare;
  const range = byGravity
    ? wanted.gravity
    : { from: feelPlace(wanted.feel.from) - 0.4, to: feelPlace(wanted.feel.to) + 0.4 };
  const y = (value: number) => FLOOR - share(value) * (FLOOR - RIM);
  const at = byGravity ? judgement.gravity : run.place;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={words(shelf, wanted, level)}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      sx={{ width: WIDTH * scale, height: HEIGHT * scale, flexShrink: 0 }}
    >
      <path d={`M${LEFT} ${RIM} V${FLOOR} H${RIGHT} V${RIM}`} fill={board} />
      <rect
        x={LEFT + 1}
        y={slipTop}
        width={RIGHT - LEFT - 2}
        height={FLOOR - slipTop}
        fill={made.wetColour}
      />
      <rect
        x={LEFT + 12}
        y={FLOOR - 32}
        width={30}
        height={20}
        fill={made.firedColour}
        stroke={ink}
        strokeWidth={1}
      />
      <path
        d={`M${LEFT - 4} ${RIM - 7} H${LEFT} V${FLOOR} H${RIGHT} V${RIM - 7} H${RIGHT + 4}`}
        fill="none"
        stroke={ink}
        strokeWidth={3}
      />
      {run && <RunOfSlip place={run.place} colour={made.wetColour} />}
      <line x1={118} x2={118} y1={RIM} y2={FLOOR} stroke={faded} strokeWidth={1} />
      <path
        d={`M112 ${y(range.to)} H126 V${y(range.from)} H112`}
        fill="none"
        stroke={ink}
        strokeWidth={3.5}
      />
      {at !== null && <path d={`M129 ${y(at)} l17 -9 v18 z`} fill={ink} />}
      <text x={126} y={HEIGHT - 4} textAnchor="middle" fontFamily={sans} fontSize={14} fill={ink}>
        {byGravity ? 'SG' : 'feel'}
      </text>
    </Box>
  );
}

const gravityShare = (gravity: number): number =>
  Math.min(1, Math.max(0, (gravity - GRAVITIES.from) / (GRAVITIES.to - GRAVITIES.from)));
const placeShare = (place: number): number => Math.min(1, Math.max(0, place / (feelWords.length - 1)));

/** Down the right-hand wall from the rim: thin slip runs far and narrow, thick slip stops soon and stands proud. */
function RunOfSlip({ place, colour }: { place: number; colour: string }) {
  const thick = placeShare(place);
  const length = 112 - 92 * thick;
  const half = 2.5 + 6 * thick;
  const x = RIGHT + 2;
  const end = RIM - 6 + length;
  return (
    <path
      d={`M${x - 8} ${RIM - 10} q4 -5 9 -1 C${x + half} ${RIM - 4}, ${x + half} ${end - half * 2}, ${x + half * 1.5} ${end - half} a${half} ${half} 0 1 1 ${-2 * half} 0 C${x} ${end - half * 3}, ${x} ${RIM}, ${x - 8} ${RIM - 10} z`}
      fill={colour}
      stroke={ink}
      strokeWidth={1.2}
    />
  );
}

function words({ tub, judgement }: TubOnShelf, wanted: Consistency, level: number): string {
  const run = runOf(tub, judgement, wanted);
  const gravity = judgement.gravity;
  const { from, to } = wanted.gravity;
  const now =
    run === null
      ? 'never measured'
      : run.by === 'gravity'
        ? `SG ${gravity?.toFixed(2)}, wanted ${from.toFixed(2)} to ${to.toFixed(2)}`
        : `feels like ${feelWords[Math.round(run.place)]!.name}`;
  return `${Math.round(level * 100)} % full, ${now}`;
}
