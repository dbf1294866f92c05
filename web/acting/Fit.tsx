import { Box } from '@mui/material';
import { FLAKES, flakeIndex, type CoatOnWall, type Cure, type FlakeIndex } from '../../core/coat/flake.ts';
import { faded, ironRed, ochre } from '../ui/theme.ts';
import type { NextStep } from '../../core/plan/next.ts';
import { formatFixed, HOUR } from '../../core/units/quantity.ts';
import { useNow } from '../asking/clock.ts';
import { useUnits, useZone } from '../asking/maker.ts';
import { span, whenNear } from '../ui/times.ts';
import type { CoatedWall } from './coatedWall.ts';

/** A step that opens within this time is not too early to be spoken of. */
const EARLY = HOUR / 2;

const cureWords: Record<Cure, string> = {
  thinner: 'lay it half as thick',
  'damper-wall': 'dampen the wall first',
  'drier-wall': 'let the wall dry on a little',
  deflocculated: 'use a deflocculated slip',
  'thicker-slip': 'use a slip with less water',
};

/** What the difference in shrinkage does to the coat. */
function signWords(sign: FlakeIndex['sign'], index: number): string {
  if (sign === 'little') return '';
  const way = sign === 'tension' ? 'drawn apart' : 'pressed together';
  if (index <= FLAKES / 2) return `: it is ${way} no more than it bears`;
  return sign === 'tension'
    ? `: it is ${way}, cracks and lifts at its edges`
    : `: it is ${way}, buckles and lifts`;
}

/** How a coat would fit the wall as it stands, with the change that helps most. */
export function Fit({
  coat,
  wall,
  step,
}: {
  coat: Pick<CoatOnWall, 'thicknessM' | 'specificGravity' | 'grainDensity' | 'adjusted'>;
  wall: Pick<CoatedWall, 'body' | 'thicknessM' | 'meanX'>;
  /** The step that it is laid at. */
  step?: Pick<NextStep, 'opens' | 'status'>;
}) {
  const units = useUnits();
  const zone = useZone();
  const now = useNow();
  if (!(
    coat.thicknessM > 0 &&
    coat.specificGravity > 1.01 &&
    coat.specificGravity < coat.grainDensity / 1000
  ))
    return null;
  const { index, parts, sign, cure } = flakeIndex({
    ...coat,
    body: wall.body,
    wallM: wall.thicknessM,
    wallX: wall.meanX,
  });
  const percent = (share: number) => `${formatFixed(100 * share, 1, units)} %`;
  const early = step?.opens != null && step.status !== 'now' && step.opens - now > EARLY ? step.opens : null;
  const verdict = index > FLAKES ? 'Likely to flake' : index > FLAKES / 2 ? 'Strained' : 'Fits this wall';
  const colour = index > FLAKES ? ironRed : index > FLAKES / 2 ? ochre : faded;
  return (
    <Box aria-live="polite">
      {early !== null && (
        <Box sx={{ fontWeight: 700, color: ironRed }}>
          Too early: the wall is ready for this about {whenNear(early, now, zone)}, in {span(early - now)}. On
          a wall this wet the slip slides.
        </Box>
      )}
      <Box sx={{ fontWeight: 700, color: colour }}>
        {verdict}: flake index {formatFixed(index, 1, units)} (1 is a coat known to hold)
      </Box>
      <Box>
        Once set the coat shrinks {percent(parts.coat)}, the wall {percent(parts.wall)}
        {signWords(sign, index)}.
      </Box>
      {cure && index > FLAKES / 2 && (
        <Box>
          What helps most: {cureWords[cure.change]} (index {formatFixed(cure.index, 1, units)}).
        </Box>
      )}
    </Box>
  );
}
