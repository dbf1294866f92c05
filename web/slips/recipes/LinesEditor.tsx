import { Box, Button } from '@mui/material';
import type { MaterialKind } from '../../../core/slip/material.ts';
import type { Materials } from '../../../core/slip/recipe.ts';
import { formatNumber, type UnitChoice } from '../../../core/units/quantity.ts';
import { NumberField, typedNumber } from '../../ui/fields.tsx';
import { slab } from '../../ui/theme.ts';
import { MaterialField } from '../fields/MaterialField.tsx';
import type { TypedLine, TypedRecipe } from './typedRecipe.ts';

type Part = 'base' | 'additions' | 'electrolyte';

const parts: { part: Part; name: string; is: string; first: string; adds: string }[] = [
  { part: 'base', name: 'Base', is: 'brought to 100 %', first: 'china-clay', adds: 'Add to the base' },
  {
    part: 'additions',
    name: 'Additions',
    is: 'over 100 %, by the dry base',
    first: 'red-iron',
    adds: 'Add an addition',
  },
  {
    part: 'electrolyte',
    name: 'Deflocculant or flocculant',
    is: 'by all dry mass, as sold',
    first: 'silicate-42',
    adds: 'Add one',
  },
];

const electrolytes: MaterialKind[] = ['deflocculant', 'flocculant'];
/** Dry materials: what is dropped in as a solution has a part of its own. */
const powders: MaterialKind[] = [
  'clay',
  'filler',
  'flux',
  'frit',
  'opacifier',
  'colourant',
  'stain',
  'binder',
];

interface LinesEditorProps {
  typed: TypedRecipe;
  onTyped: (typed: TypedRecipe) => void;
  materials: Materials;
  wrong: Record<string, string>;
  units: UnitChoice;
}

/** The lines of a recipe: base, additions, electrolyte. */
export function LinesEditor({ typed, onTyped, materials, wrong, units }: LinesEditorProps) {
  const change = (part: Part, lines: TypedLine[], nextKey = typed.nextKey) =>
    onTyped({ ...typed, [part]: lines, nextKey });
  return parts.map(({ part, name, is, first, adds }) => {
    const lines = typed[part];
    const full = part === 'electrolyte' && lines.length > 0;
    const without = (line: TypedLine) => lines.filter((l) => l.key !== line.key);
    return (
      <Box
        key={part}
        component="fieldset"
        sx={{ border: 0, p: 0, m: 0, minWidth: 0, display: 'grid', gap: 1.5 }}
      >
        <Box component="legend" sx={{ fontFamily: slab, fontWeight: 650, mb: 0.5 }}>
          {name}, {is}
          {part === 'base' && `: ${formatNumber(sumOf(lines), 2, units)} % so far`}
        </Box>
        {lines.map((line, i) => {
          const field = part === 'electrolyte' ? part : `${part}.${i}`;
          return (
            <LineFields
              key={line.key}
              line={line}
              label={`${name}, material ${i + 1}`}
              kinds={part === 'electrolyte' ? electrolytes : powders}
              materials={materials}
              wrong={{ material: wrong[`${field}.materialId`], share: wrong[`${field}.percent`] }}
              onLine={(next) =>
                change(part, next ? lines.map((l) => (l.key === line.key ? next : l)) : without(line))
              }
            />
          );
        })}
        {!full && (
          <Button
            sx={{ justifySelf: 'start', px: 0 }}
            onClick={() =>
              change(
                part,
                [...lines, { key: typed.nextKey, materialId: first, percent: '' }],
                typed.nextKey + 1,
              )
            }
          >
            {adds}
          </Button>
        )}
      </Box>
    );
  });
}

/** One line of a recipe; it is taken out by null. */
function LineFields({
  line,
  label,
  kinds,
  materials,
  wrong,
  onLine,
}: {
  line: TypedLine;
  label: string;
  kinds: MaterialKind[];
  materials: Materials;
  wrong: { material: string | undefined; share: string | undefined };
  onLine: (line: TypedLine | null) => void;
}) {
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 1.5,
        gridTemplateColumns: { xs: 'minmax(0, 1fr) auto', sm: 'minmax(0, 1fr) 130px auto' },
        '& > :first-of-type': { gridColumn: { xs: '1 / -1', sm: 'auto' } },
        alignItems: 'start',
      }}
    >
      <MaterialField
        label={label}
        materials={materials}
        value={line.materialId}
        onChoose={(materialId) => onLine({ ...line, materialId })}
        kinds={kinds}
        error={wrong.material}
      />
      <NumberField
        label="Share"
        unit="%"
        text={line.percent}
        onText={(percent) => onLine({ ...line, percent })}
        error={wrong.share}
      />
      <Button
        onClick={() => onLine(null)}
        aria-label={`Take ${materials[line.materialId]?.name ?? 'it'} out`}
      >
        Take out
      </Button>
    </Box>
  );
}

const sumOf = (lines: TypedLine[]): number =>
  lines.reduce((sum, { percent }) => sum + (typedNumber(percent) || 0), 0);
