import { Box } from '@mui/material';
import { doneBefore, type DoneBefore } from '../../core/fault/asBefore.ts';
import type { PieceHistory } from '../../core/fault/history.ts';
import type { Planned } from '../../core/technique/layer.ts';
import { formatFixed, formatQuantity, type UnitChoice } from '../../core/units/quantity.ts';
import { useUnits } from '../asking/maker.ts';
import { cobalt } from '../ui/theme.ts';
import { span } from '../ui/times.ts';

/** How the piece that this one is made by was done at this step: the stage, the minutes, the slip. */
export function AsBefore({ history, planned }: { history: PieceHistory | null; planned: Planned }) {
  const units = useUnits();
  const before = history && doneBefore(history, planned);
  if (!before) return null;
  return (
    <Box sx={{ borderLeft: `4px solid ${cobalt}`, pl: 1, my: 0.5 }}>
      As {history.name}: {beforeWords(before, units)}.
    </Box>
  );
}

/** @example 'surface at 68, 4 h 10 min after it was made, 0.15 mm at SG 1.38' */
export function beforeWords(
  { skin, sinceMade, sinceSlip, effects, slip }: DoneBefore,
  units: UnitChoice,
): string {
  const coat = effects.find((effect) => effect.does === 'coat');
  return [
    `surface at ${Math.round(skin)}`,
    sinceSlip === null ? `${span(sinceMade)} after it was made` : `${span(sinceSlip)} after the slip before`,
    ...(coat?.does === 'coat' ? [formatQuantity('length', coat.thicknessM, units)] : []),
    ...(slip ? [`SG ${formatFixed(slip.specificGravity, 2, units)}`] : []),
  ].join(', ');
}
