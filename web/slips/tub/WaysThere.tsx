import { Box, Button } from '@mui/material';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import type { TubOnShelf } from '../../../core/shelf/tubOnShelf.ts';
import { consistencyFor } from '../../../core/slip/consistency.ts';
import type { DryingOfSlip, Road } from '../../../core/slip/correct.ts';
import { formatFixed, formatQuantity, type UnitChoice } from '../../../core/units/quantity.ts';
import { useUnits } from '../../asking/maker.ts';
import { Section } from '../../ui/parts.tsx';
import { hairline } from '../../ui/theme.ts';
import type { TubAct } from './tubAct.ts';
import { roadWords } from '../../tubs/tubWords.ts';

interface WaysThereProps {
  shelf: TubOnShelf;
  catalogue: SlipCatalogue;
  onAct: (act: TubAct) => void;
}

/** Every road to the wanted consistency, in thirds, with the days each takes and what it does to drying. */
export function WaysThere({ shelf, catalogue, onAct }: WaysThereProps) {
  const { correction, fitFor, trimmingsKg, tub } = shelf;
  const units = useUnits();
  if (!correction) return null;
  const other = fitFor.map((use) => consistencyFor(use, catalogue.wanted).name.toLowerCase()).join('; ');
  return (
    <Section title="Ways there">
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {correction.roads.map((road) => (
          <Box
            component="li"
            key={road.road}
            sx={{
              borderTop: `1px solid ${hairline}`,
              py: 1,
              display: 'grid',
              gap: 1,
              alignItems: 'center',
              gridTemplateColumns: { xs: '1fr auto', md: 'minmax(0, 4fr) minmax(0, 4fr) auto' },
            }}
          >
            <Box sx={{ fontWeight: 700, '&::first-letter': { textTransform: 'uppercase' } }}>
              {roadWords(road, units)}
            </Box>
            <Box>{howToGo(road, units)}</Box>
            <Button
              variant="outlined"
              onClick={() => onAct(actOf(road))}
              aria-label={`${logName(road)}: ${roadWords(road, units)}`}
            >
              {logName(road)}
            </Button>
          </Box>
        ))}
      </Box>
      <Box sx={{ mt: 1 }}>
        {other === '' ? 'As it stands it is right for nothing listed.' : `Or use it as it is for ${other}.`}
      </Box>
      {trimmingsKg > 0 && tub.made.use === 'texture' && (
        <Box>
          To make it stand after it flows again: {formatQuantity('mass', trimmingsKg, units)} of crushed dry
          trimmings; the deflocculation bench goes through it.
        </Box>
      )}
      <Box sx={{ mt: 1 }}>
        As it is, {dryingWords(correction.now, units)}. With water or powder to SG{' '}
        {formatFixed(correction.target, 2, units)}, {dryingWords(correction.then, units)}.
      </Box>
    </Section>
  );
}

const dryingWords = ({ thicknessLeft, shrinkageAfterSet }: DryingOfSlip, units: UnitChoice): string =>
  `a wet coat dries to ${Math.round(100 * thicknessLeft)} % of its thickness and shrinks ${formatFixed(100 * shrinkageAfterSet, 1, units)} % once it has set`;

function howToGo(road: Road, units: UnitChoice): string {
  const days =
    road.days < 0.5 ? 'at once' : `about ${Math.ceil(road.days)} ${road.days > 1 ? 'days' : 'day'}`;
  switch (road.road) {
    case 'water':
      return `${formatQuantity('volume', road.volumeM3 / 3, units)} at a time, stir, measure; ${days}`;
    case 'powder':
      return `${formatQuantity('mass', road.dryKg / 3, units)} at a time, slake and blend; ${days}`;
    case 'decant':
      return `${formatQuantity('volume', road.volumeM3 / 3, units)} at a time once it is clear; ${days}`;
    case 'evaporate':
      return `Uncovered in this room, ${days}; cover it each night`;
    case 'deflocculate':
    case 'flocculate':
      return `A drop at a time: usually ${formatQuantity('mass', road.fromKg, units)} to ${formatQuantity('mass', road.toKg, units)} in all as sold; ${days}`;
  }
}

const logName = ({ road }: Road): string =>
  road === 'deflocculate' || road === 'flocculate' ? 'Log a dose' : 'Log a third';

function actOf(road: Road): TubAct {
  switch (road.road) {
    case 'water':
      return { kind: 'water', si: road.volumeM3 / 3 };
    case 'powder':
      return { kind: 'powder', si: road.dryKg / 3 };
    case 'decant':
    case 'evaporate':
      return { kind: 'decant', si: road.volumeM3 / 3 };
    case 'deflocculate':
    case 'flocculate':
      return { kind: 'dose', does: road.road };
  }
}
