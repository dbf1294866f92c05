import { useState } from 'react';
import { Box } from '@mui/material';
import { gravityOfBaume, letDown } from '../../../core/slip/deflocculate.ts';
import { formatNumber } from '../../../core/units/quantity.ts';
import { NumberField, typedNumber } from '../../ui/fields.tsx';
import { useUnits } from '../../asking/maker.ts';
import { Section, Trouble } from '../../ui/parts.tsx';
import { silicateBaume } from '../../../core/defaults/slip.ts';

/** Letting sodium silicate down with water, by degrees Baumé. */
export function LetDown() {
  const units = useUnits();
  const [from, setFrom] = useState(String(silicateBaume.sold));
  const [to, setTo] = useState(String(silicateBaume.brushed));
  const [strong, weak] = [typedNumber(from), typedNumber(to)];
  const holds = (degrees: number | null): degrees is number =>
    degrees !== null && degrees > 0 && degrees < 100;
  const wrong =
    !holds(strong) || !holds(weak)
      ? 'Degrees Baumé must be numbers between 0 and 100.'
      : weak >= strong
        ? 'Water only lets it down: the wanted figure must be the lower one.'
        : null;
  const water = wrong ? null : letDown(gravityOfBaume(strong!), gravityOfBaume(weak!));
  return (
    <Section title="Let silicate down">
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(180px, 240px))' }}>
        <NumberField label="As sold" unit="°Bé" text={from} onText={setFrom} />
        <NumberField label="Wanted" unit="°Bé" text={to} onText={setTo} />
      </Box>
      {wrong && <Trouble>{wrong}</Trouble>}
      {water && (
        <Box sx={{ mt: 1 }}>
          To 100 ml of solution, SG {formatNumber(gravityOfBaume(strong!), 3, units)}, add{' '}
          <b>{formatNumber(100 * water.volume, 0, units)} ml of water</b>; to 100 g, add{' '}
          {formatNumber(100 * water.mass, 0, units)} g. That makes SG{' '}
          {formatNumber(gravityOfBaume(weak!), 3, units)}.
        </Box>
      )}
    </Section>
  );
}
