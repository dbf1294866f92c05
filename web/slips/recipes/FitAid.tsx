import { Box } from '@mui/material';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import type { Oxide } from '../../../core/slip/oxide.ts';
import type { Recipe } from '../../../core/slip/recipe.ts';
import { expansionEstimate, unityFormula } from '../../../core/slip/unity.ts';
import { formatNumber } from '../../../core/units/quantity.ts';
import { useUnits } from '../../asking/maker.ts';
import { Section } from '../../ui/parts.tsx';
import { faded } from '../../ui/theme.ts';
import { LineTable } from '../fields/LineTable.tsx';

/** Unity formula and expansion, as an aid to compare one engobe with another. */
export function FitAid({ recipe, catalogue: { materials } }: { recipe: Recipe; catalogue: SlipCatalogue }) {
  const units = useUnits();
  const lines = [...recipe.base, ...recipe.additions].map(({ materialId, percent }) => ({
    materialId,
    parts: percent,
  }));
  const formula = unityFormula(lines, materials);
  if (!formula)
    return (
      <Section title="Unity formula">
        Nothing in it is a flux with a known make-up, so there is no unity formula to give.
      </Section>
    );
  const expansion = expansionEstimate(formula);
  const names = (ids: string[]) => ids.map((id) => materials[id]!.name).join(', ');
  return (
    <Section title="Unity formula">
      <LineTable
        caption="Unity formula"
        headers={['Oxide', 'Moles to one of flux', 'Percent, fired']}
        rows={(Object.keys(formula.moles) as Oxide[]).map((oxide) => [
          oxide,
          formatNumber(formula.moles[oxide]!, 3, units),
          formatNumber(formula.percent[oxide]!, 1, units),
        ])}
      />
      <Box sx={{ mt: 1 }}>
        {formatNumber(formula.lossPercent, 1, units)} % burns off.
        {formula.unknown.length > 0 && ` Left out, make-up not known: ${names(formula.unknown)}.`}
      </Box>
      <Box>
        Expansion by additive factors: {formatNumber(expansion.perKelvin * 1e6, 2, units)} ·10⁻⁶/K
        {expansion.uncounted.length > 0 && `, without ${expansion.uncounted.join(', ')}`}.{' '}
        {expansion.holds
          ? 'It holds for a glassy mix that melts wholly.'
          : 'This mix does not melt wholly: the figure only compares it with one like it.'}
      </Box>
      <Box sx={{ color: faded }}>
        Molar masses as IUPAC has them; factors of English and Turner (1927), 25 to 90 °C, quoted from memory.
        A firing-shrinkage bar of coat and body tells more about fit.
      </Box>
    </Section>
  );
}
