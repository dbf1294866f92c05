import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { Label } from '../../../api/routes.ts';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import { blendTable, cornersOf, type BlendKind, type BlendTable } from '../../../core/slip/blend.ts';
import { formatNumber, type UnitChoice } from '../../../core/units/quantity.ts';
import {
  ChoiceField,
  NumberField,
  QuantityField,
  quantityText,
  typedNumber,
  typedQuantity,
} from '../../ui/fields.tsx';
import { useScaleStep, useUnits } from '../../asking/maker.ts';
import { Empty, Section, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { Labels } from '../../tubs/Labels.tsx';
import { LineTable } from '../fields/LineTable.tsx';
import { BlendPicture } from './BlendPicture.tsx';
import { useShelf } from '../../tubs/shelf.ts';
import { newBlend } from '../../../core/defaults/slip.ts';

const kinds: { kind: BlendKind; name: string; is: string }[] = [
  {
    kind: 'increments',
    name: 'Increments',
    is: 'steps from a slip to a glaze, until one is as glossy as wanted',
  },
  { kind: 'line', name: 'Line', is: 'from one to another, both ends too' },
  { kind: 'triaxial', name: 'Triaxial', is: 'three corners, a cup for every mixture' },
  { kind: 'square', name: 'Square', is: 'four corners, two at a time' },
];

/** Blends between recipes: what goes into each cup, its label, and the back of its tile. */
export function Blend() {
  const { data, error } = useShelf();
  if (!data) return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching …</Typography>;
  if (data.catalogue.recipes.length < 2)
    return (
      <Empty
        title="Two recipes make a blend"
        action={
          <Button variant="contained" component={RouterLink} to="/slips/recipes/new">
            Write a recipe
          </Button>
        }
      >
        A blend runs between recipes of the book: write at least two, and it says what to weigh into each cup.
      </Empty>
    );
  return <BlendBench catalogue={data.catalogue} />;
}

function BlendBench({ catalogue }: { catalogue: SlipCatalogue }) {
  const units = useUnits();
  const { recipes, materials } = catalogue;
  const [kind, setKind] = useState<BlendKind>('line');
  const [steps, setSteps] = useState(String(newBlend.steps));
  const [cup, setCup] = useState(() => quantityText(newBlend.cupKg, 'mass', units));
  const [corners, setCorners] = useState(() => [0, 1, 2, 3].map((i) => recipes[i % recipes.length]!.id));
  const count = typedNumber(steps);
  const cupKg = typedQuantity(cup, 'mass', units);
  const used = corners.slice(0, cornersOf[kind]);
  const wrong = !(Number.isInteger(count) && count! >= 1 && count! <= newBlend.mostSteps)
    ? `Steps must be a whole number from 1 to ${newBlend.mostSteps}.`
    : !(cupKg! > 0)
      ? 'Dry mass in a cup must be a number above zero.'
      : null;
  const chosen = used.map((id) => recipes.find((r) => r.id === id)!.recipe);
  const table = wrong ? null : blendTable(kind, count!, chosen, materials, cupKg!);
  const name = chosen.map((r) => r.name).join(' – ');
  return (
    <>
      <Typography variant="h1" gutterBottom>
        Blend
      </Typography>
      <ToggleButtonGroup
        exclusive
        value={kind}
        onChange={(_event, value: BlendKind | null) => value && setKind(value)}
        aria-label="Kind of blend"
        sx={{ flexWrap: 'wrap' }}
      >
        {kinds.map((k) => (
          <ToggleButton key={k.kind} value={k.kind}>
            {k.name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Box sx={{ my: 1 }}>{kinds.find((k) => k.kind === kind)!.is}.</Box>
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(220px, 1fr))' }}>
        {used.map((id, i) => (
          <ChoiceField
            key={i}
            label={`Corner ${'ABCD'[i]}`}
            value={id}
            onChoose={(value) => setCorners(corners.map((c, k) => (k === i ? value : c)))}
            options={recipes.map((r) => ({ value: r.id, label: r.recipe.name }))}
          />
        ))}
        <NumberField label="Steps along an edge" text={steps} onText={setSteps} />
        <QuantityField label="Dry mass in a cup" text={cup} onText={setCup} dimension="mass" />
      </Box>
      {wrong && <Trouble>{wrong}</Trouble>}
      {table && (
        <BlendSheet
          table={table}
          catalogue={catalogue}
          name={name}
          kind={kind}
          cupKg={cupKg!}
          units={units}
        />
      )}
    </>
  );
}

interface BlendSheetProps {
  table: BlendTable;
  catalogue: SlipCatalogue;
  name: string;
  kind: BlendKind;
  cupKg: number;
  units: UnitChoice;
}

function BlendSheet({ table, catalogue: { materials }, name, kind, cupKg, units }: BlendSheetProps) {
  const stepKg = useScaleStep();
  const decimals = Math.max(0, Math.ceil(-Math.log10(stepKg * 1000) - 1e-9));
  const grams = (kg: number) => formatNumber(kg * 1000, decimals, units);
  const names = table.materialIds.map((id) => materials[id]!.name);
  const small = table.rows.flatMap(({ kg }) => kg).filter((kg) => kg > 0 && kg < 10 * stepKg).length;
  const lines = (kg: number[]) =>
    kg.flatMap((amount, m) => (amount > 0 ? [`${names[m]} ${grams(amount)} g`] : []));
  const shares = (row: BlendTable['rows'][number]) =>
    row.cup.shares.flatMap((share, c) => (share > 0 ? [`${'ABCD'[c]} ${Math.round(100 * share)} %`] : []));
  const cups: Label[] = table.rows.map((row) => ({
    title: row.cup.label,
    lines: [name, shares(row).join(', '), ...lines(row.kg)].slice(0, 10),
    path: null,
  }));
  const tiles: Label[] = table.rows.map((row) => ({
    title: row.cup.label,
    lines: [shares(row).join(', '), 'Body:', 'Coats:', 'Glaze: over / under / none', 'Cone and place:'],
    path: null,
  }));
  return (
    <>
      <Section title={`${table.rows.length} cups`}>
        <BlendPicture rows={table.rows} kind={kind} />
      </Section>
      <Section title="What to weigh, dry, in grams">
        <LineTable
          caption="What to weigh into each cup"
          headers={['Cup', ...names]}
          rows={table.rows.map(({ cup, kg }) => [
            `${cup.label} (${cup.shares.map((s) => Math.round(100 * s)).join('/')})`,
            ...kg.map((amount) => (amount > 0 ? grams(amount) : '–')),
          ])}
        />
        {small > 0 && (
          <Trouble>
            {small} amounts are under ten steps of the scale and cannot be weighed true: make the cups larger
            than {formatNumber(cupKg * 1000, 1, units)} g, or mix the corners wet and blend them by volume.
          </Trouble>
        )}
        <Box sx={{ mt: 1 }}>
          Write the cup’s letter and number in oxide on the back of its tile before it is coated.
        </Box>
      </Section>
      <Section title="To print">
        <Box sx={{ display: 'grid', gap: 1 }}>
          <Labels name="Cup labels" labels={cups} file="cup-labels" />
          <Labels name="Tile backs" labels={tiles} file="tile-backs" />
        </Box>
      </Section>
    </>
  );
}
