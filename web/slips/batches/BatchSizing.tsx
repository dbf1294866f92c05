import { useToday } from '../../asking/useToday.ts';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import {
  batchOf,
  roundedBatch,
  type Batch,
  type BatchSize,
  type Recipe,
  type RoundedBatch,
} from '../../../core/slip/recipe.ts';
import {
  formatFixed,
  formatNumber,
  formatQuantity,
  unitLabel,
  type UnitChoice,
} from '../../../core/units/quantity.ts';
import { useDraft } from '../../ui/draft.ts';
import { ChoiceField, NumberField, quantityText, typedNumber, typedQuantity } from '../../ui/fields.tsx';
import { useScaleStep, useUnits } from '../../asking/maker.ts';
import { useLog } from '../../saving/notice.tsx';
import { entry } from '../../saving/outbox.ts';
import { Section, Trouble } from '../../ui/parts.tsx';
import { LineTable } from '../fields/LineTable.tsx';
import { newBatch } from '../../../core/defaults/slip.ts';

type By = BatchSize['by'];
const ways: { by: By; name: string }[] = [
  { by: 'dry', name: 'By dry mass' },
  { by: 'volume', name: 'By finished volume' },
  { by: 'area', name: 'By area to coat' },
  { by: 'ingredient', name: 'By what is left of one' },
];

/** What is typed of a size; each way uses its own. */
interface TypedSize {
  dry: string;
  volume: string;
  area: string;
  thickness: string;
  coats: string;
  waste: string;
  materialId: string;
  left: string;
}

interface BatchSizingProps {
  recipe: Recipe;
  recipeId: string | null;
  catalogue: SlipCatalogue;
}

/** Scales a recipe to what is needed, rounded to the maker's scale, and begins its batch. */
export function BatchSizing({ recipe, recipeId, catalogue }: BatchSizingProps) {
  const units = useUnits();
  const stepKg = useScaleStep();
  const log = useLog();
  const navigate = useNavigate();
  const [by, setBy] = useState<By>('volume');
  const [typed, setTyped, forget] = useDraft<TypedSize>(`batch of ${recipeId ?? 'new'}`, () => ({
    dry: quantityText(newBatch.dryKg, 'mass', units),
    volume: quantityText(newBatch.volumeM3, 'volume', units),
    area: formatNumber(newBatch.areaM2, 2, units),
    thickness: quantityText(newBatch.coatM, 'length', units),
    coats: String(newBatch.coats),
    waste: String(newBatch.waste * 100),
    materialId: recipe.base[0]!.materialId,
    left: quantityText(newBatch.leftKg, 'mass', units),
  }));
  const size = sizeTyped(by, typed, units);
  const batch = 'wrong' in size ? null : batchOf(recipe, catalogue.materials, size, catalogue.wanted);
  const rounded =
    batch && batch.dryKg > 0 ? roundedBatch(batch, stepKg, by === 'ingredient' ? 'less' : 'more') : null;

  const begin = async () => {
    if (!batch || !rounded) return;
    const id = uuid();
    const outcome = await log(`${recipe.name} begun`, [
      entry('batch.begun', id, {
        name: recipe.name,
        recipeId,
        source: 'powders',
        road: 'scale',
        use: recipe.use,
        clayId: null,
        lines: rounded.lines.map(({ materialId, weighKg }) => ({ materialId, kg: weighKg })),
        colourants: [],
        waterKg: rounded.waterKg,
        grainDensity: batch.grainDensity,
      }),
    ]);
    if (outcome.kind !== 'refused') forget();
    if (outcome.kind === 'saved') void navigate(`/slips/batches/${id}`);
  };

  return (
    <Section
      title="How much"
      action={
        rounded &&
        recipe.kind !== 'coloured-clay' && (
          <Button variant="contained" onClick={() => void begin()}>
            Make this batch
          </Button>
        )
      }
    >
      <SizedBy by={by} onBy={setBy} />
      <SizeFields
        by={by}
        typed={typed}
        onTyped={setTyped}
        recipe={recipe}
        catalogue={catalogue}
        units={units}
      />
      {'wrong' in size && <Trouble>{size.wrong}</Trouble>}
      {batch && !rounded && <Trouble>There is none of that material in this recipe: pick another.</Trouble>}
      {batch && rounded && (
        <WhatToWeigh
          recipe={recipe}
          batch={batch}
          rounded={rounded}
          size={size}
          materials={catalogue.materials}
        />
      )}
    </Section>
  );
}

const SizedBy = ({ by, onBy }: { by: By; onBy: (by: By) => void }) => (
  <ToggleButtonGroup
    exclusive
    value={by}
    onChange={(_event, value: By | null) => value && onBy(value)}
    aria-label="Scale it"
    sx={{ flexWrap: 'wrap', mb: 2 }}
  >
    {ways.map((way) => (
      <ToggleButton key={way.by} value={way.by}>
        {way.name}
      </ToggleButton>
    ))}
  </ToggleButtonGroup>
);

/** What is made of each line, as the maker's scale has it. */
function WhatToWeigh({
  recipe,
  batch,
  rounded,
  size,
  materials,
}: {
  recipe: Recipe;
  batch: Batch;
  rounded: RoundedBatch;
  size: BatchSize | { wrong: string };
  materials: SlipCatalogue['materials'];
}) {
  const units = useUnits();
  const stepKg = useScaleStep();
  return (
    <>
      <Box sx={{ my: 1.5, fontSize: '1.15rem' }}>
        {recipe.kind === 'coloured-clay' ? (
          <>Of dry clay and colourant {formatQuantity('mass', batch.dryKg * rounded.factor, units)}.</>
        ) : (
          <>
            Makes <b>{formatQuantity('volume', batch.volumeM3 * rounded.factor, units)}</b> at SG{' '}
            {formatNumber(batch.gravity, 3, units)}, of{' '}
            {formatQuantity('mass', batch.dryKg * rounded.factor, units)} dry and{' '}
            <b>{formatQuantity('mass', rounded.waterKg, units)} of water</b>.
          </>
        )}
      </Box>
      <LineTable
        caption={`${recipe.name}: what to weigh`}
        rows={rounded.lines.map((line) => [
          materials[line.materialId]!.name,
          line.weighKg === 0 && line.kg > 0
            ? `under ${formatQuantity('mass', stepKg, units)}`
            : formatQuantity('mass', line.weighKg, units),
          `${formatFixed(line.truePercent, rounded.decimals, units)} %`,
          `${formatNumber(line.percent, 3, units)} %`,
        ])}
        headers={['Material', 'Weigh', 'Truly', 'In the recipe']}
      />
      <Box sx={{ mt: 1 }}>
        {askedWords(size, batch, rounded.factor, units)}
        {tooSmall(rounded, batch, stepKg, units)}
        Rounded to steps of {formatQuantity('mass', stepKg, units)}; the worst line is{' '}
        {formatNumber(rounded.worst * 100, 1, units)} % off.
        {rounded.betterDryKg !== null &&
          ` From ${formatQuantity('mass', rounded.betterDryKg, units)} dry on, every line is within 1 %.`}
      </Box>
    </>
  );
}

/** Why another amount is made than was asked for, where it is. */
function askedWords(
  size: BatchSize | { wrong: string },
  batch: Batch,
  factor: number,
  units: UnitChoice,
): string {
  if (Math.abs(factor - 1) < 0.002 || 'wrong' in size) return '';
  const asked =
    size.by === 'volume' || size.by === 'area'
      ? formatQuantity('volume', batch.volumeM3, units)
      : formatQuantity('mass', batch.dryKg, units);
  return `Asked for were ${asked}${size.by === 'dry' || size.by === 'ingredient' ? ' dry' : ''}; ${factor > 1 ? 'a little more' : 'a little less'} lets your scale weigh every line more truly. `;
}

/** What to make at least, where a line is too small for the scale. */
function tooSmall(rounded: RoundedBatch, batch: Batch, stepKg: number, units: UnitChoice): string {
  const unseen = rounded.lines.filter((line) => line.kg > 0 && line.weighKg === 0);
  if (unseen.length === 0) return '';
  const smallest = Math.min(...unseen.map(({ kg }) => kg));
  const dryKg = (batch.dryKg * stepKg) / smallest;
  return `Your scale does not see the smallest line: make at least ${formatQuantity('mass', dryKg, units)} dry, or weigh it on a finer one. `;
}

function sizeTyped(by: By, typed: TypedSize, units: UnitChoice): BatchSize | { wrong: string } {
  const positive = (value: number | null): value is number => value !== null && value > 0;
  const wrong = (what: string) => ({ wrong: `${what} must be a number above zero.` });
  switch (by) {
    case 'dry': {
      const kg = typedQuantity(typed.dry, 'mass', units);
      return positive(kg) ? { by, kg } : wrong('The dry mass');
    }
    case 'volume': {
      const m3 = typedQuantity(typed.volume, 'volume', units);
      return positive(m3) ? { by, m3 } : wrong('The volume');
    }
    case 'area': {
      const areaM2 = typedNumber(typed.area);
      const thicknessM = typedQuantity(typed.thickness, 'length', units);
      const coats = typedNumber(typed.coats);
      const waste = typedNumber(typed.waste);
      if (!positive(areaM2)) return wrong('The area');
      if (!positive(thicknessM)) return wrong('The wet thickness');
      if (!positive(coats)) return wrong('The number of coats');
      if (waste === null || !(waste >= 0 && waste < 100))
        return { wrong: 'What stays in brush and tub must be between 0 and 99 %: 20 to 40 is usual.' };
      return { by, areaM2, thicknessM, coats, wasteShare: waste / 100 };
    }
    case 'ingredient': {
      const kg = typedQuantity(typed.left, 'mass', units);
      return positive(kg) ? { by, materialId: typed.materialId, kg } : wrong('What is left');
    }
  }
}

interface SizeFieldsProps {
  by: By;
  typed: TypedSize;
  onTyped: (typed: TypedSize) => void;
  recipe: Recipe;
  catalogue: SlipCatalogue;
  units: UnitChoice;
}

function SizeFields({ by, typed, onTyped, recipe, catalogue, units }: SizeFieldsProps) {
  const field = (
    key: keyof TypedSize,
    label: string,
    more: { dimension?: 'mass' | 'volume' | 'length'; unit?: string; help?: string },
  ) => (
    <NumberField
      label={label}
      text={typed[key]}
      onText={(text) => onTyped({ ...typed, [key]: text })}
      unit={more.dimension ? unitLabel(more.dimension, units) : more.unit}
      help={more.help}
    />
  );
  const lines = [...recipe.base, ...recipe.additions];
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 260px))' }}>
      {by === 'dry' && field('dry', 'Dry mass in all', { dimension: 'mass' })}
      {by === 'volume' && field('volume', 'Finished slip', { dimension: 'volume' })}
      {by === 'area' && (
        <>
          {field('area', 'Area to coat', { unit: 'm²' })}
          <AreaOfPieces
            onAdd={(m2) =>
              onTyped({ ...typed, area: formatNumber((typedNumber(typed.area) || 0) + m2, 4, units) })
            }
          />
          {field('thickness', 'Wet thickness of a coat', {
            dimension: 'length',
            help: 'Brushed 0.1 to 0.25 mm, poured 0.5 to 1',
          })}
          {field('coats', 'Coats', {})}
          {field('waste', 'Stays in brush and tub', { unit: '%', help: '20 to 40 when brushing' })}
        </>
      )}
      {by === 'ingredient' && (
        <>
          <ChoiceField
            label="Which is short"
            value={typed.materialId}
            onChoose={(materialId) => onTyped({ ...typed, materialId })}
            options={lines.map(({ materialId }) => ({
              value: materialId,
              label: catalogue.materials[materialId]!.name,
            }))}
          />
          {field('left', 'What is left of it', { dimension: 'mass' })}
        </>
      )}
    </Box>
  );
}

/** Adds the coated face of a piece that stands on the bench. */
function AreaOfPieces({ onAdd }: { onAdd: (m2: number) => void }) {
  const units = useUnits();
  const { data } = useToday();
  const pieces = data?.pieces.filter((row) => row.state === 'planned') ?? [];
  if (pieces.length === 0) return null;
  return (
    <ChoiceField
      label="Add the face of a piece"
      value=""
      onChoose={(id) => onAdd(pieces.find((p) => p.pieceId === id)!.areaM2)}
      options={pieces.map((p) => ({
        value: p.pieceId,
        label: `${p.name}, ${formatFixed(p.areaM2, 3, units)} m²`,
      }))}
    />
  );
}
