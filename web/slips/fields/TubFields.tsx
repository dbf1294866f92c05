import { formatFixed } from '../../../core/units/quantity.ts';
import { Box, Checkbox, FormControlLabel, FormGroup, TextField } from '@mui/material';
import type { Carries, TubMade } from '../../../core/log/entry.ts';
import { consistencies, consistencyFor, feelOf, type SlipUse } from '../../../core/slip/consistency.ts';
import type { UnitChoice } from '../../../core/units/quantity.ts';
import {
  ChoiceField,
  NumberField,
  QuantityField,
  quantityText,
  typedNumber,
  typedQuantity,
} from '../../ui/fields.tsx';
import { useDraft } from '../../ui/draft.ts';
import { useStudio, useUnits } from '../../asking/maker.ts';
import { newTub } from '../../../core/defaults/slip.ts';
import { USUAL_GRAIN } from '../../../core/slip/density.ts';
import { formatNumber } from '../../../core/units/quantity.ts';

const adjustments: { value: TubMade['adjusted']; label: string }[] = [
  { value: 'none', label: 'Clay and water alone' },
  { value: 'deflocculated', label: 'Deflocculated' },
  { value: 'flocculated', label: 'Flocculated' },
];

const carried: { value: Carries; label: string }[] = [
  { value: 'colour', label: 'Colour' },
  { value: 'toxic', label: 'Toxic colourants' },
  { value: 'silicate', label: 'Sodium silicate, more than a drop' },
];

const NO_CLAY = 'none';

/** A tub as it is being typed. */
export interface TypedTub {
  name: string;
  use: SlipUse;
  contents: string;
  clayId: string;
  volume: string;
  capacity: string;
  density: string;
  keeps: string;
  wetColour: string;
  firedColour: string;
  adjusted: TubMade['adjusted'];
  carries: Carries[];
  units: UnitChoice;
}

/** @param key under which it is kept while it is typed */
export function usePlainTub(key: string, known: Partial<TypedTub> = {}) {
  const units = useUnits();
  return useDraft<TypedTub>(key, () => ({
    name: '',
    use: newTub.use,
    contents: '',
    clayId: NO_CLAY,
    volume: quantityText(newTub.volumeM3, 'volume', units),
    capacity: quantityText(newTub.capacityM3, 'volume', units),
    density: formatNumber(USUAL_GRAIN / 1000, 2, units),
    keeps: String(newTub.keepsDays),
    wetColour: newTub.wetColour,
    firedColour: newTub.firedColour,
    adjusted: 'none',
    carries: [],
    units,
    ...known,
  }));
}

/** The tub that was typed; what is no number is NaN, for the schema to name. */
export function tubTyped(typed: TypedTub): TubMade {
  const volume = (text: string) => typedQuantity(text, 'volume', typed.units) ?? Number.NaN;
  return {
    name: typed.name,
    use: typed.use,
    contents: typed.contents,
    clayId: typed.clayId === NO_CLAY ? null : typed.clayId,
    volumeM3: volume(typed.volume),
    capacityM3: volume(typed.capacity),
    grainDensity: (typedNumber(typed.density) ?? Number.NaN) * 1000,
    wetColour: typed.wetColour,
    firedColour: typed.firedColour,
    adjusted: typed.adjusted,
    carries: typed.carries,
    keepsDays: typedNumber(typed.keeps),
    composition: [],
    batchId: null,
  };
}

interface TubFieldsProps {
  typed: TypedTub;
  onTyped: (typed: TypedTub) => void;
  wrong: Record<string, string>;
}

export function TubFields({ typed, onTyped, wrong }: TubFieldsProps) {
  const set = (more: Partial<TypedTub>) => onTyped({ ...typed, ...more });
  const wanted = consistencyFor(typed.use);
  return (
    <>
      <TextField
        label="Name on the label"
        value={typed.name}
        onChange={(event) => set({ name: event.target.value })}
        error={wrong['name'] !== undefined}
        helperText={wrong['name']}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <ChoiceField
        label="What it is for"
        value={typed.use}
        onChoose={(use) => set({ use })}
        options={consistencies.map((c) => ({ value: c.use, label: c.name }))}
        help={`Should feel like ${feelOf(wanted)}; usually SG ${formatFixed(wanted.gravity.from, 2, typed.units)} to ${formatFixed(wanted.gravity.to, 2, typed.units)}`}
      />
      <TextField
        label="What is in it"
        value={typed.contents}
        onChange={(event) => set({ contents: event.target.value })}
        helperText="Body, colourant and percentage, in your words"
      />
      <TubFigures typed={typed} onTyped={onTyped} wrong={wrong} />
      <CarriesChoice carries={typed.carries} onCarries={(carries) => set({ carries })} />
    </>
  );
}

/** How much, how dense, how long it keeps, what clay and colours. */
function TubFigures({ typed, onTyped, wrong }: TubFieldsProps) {
  const { data } = useStudio();
  const set = (more: Partial<TypedTub>) => onTyped({ ...typed, ...more });
  const colour = (key: 'wetColour' | 'firedColour', label: string) => (
    <TextField
      label={label}
      type="color"
      value={typed[key]}
      onChange={(event) => set({ [key]: event.target.value })}
    />
  );
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(220px, 1fr))' }}>
      <QuantityField
        label="How much is in it"
        text={typed.volume}
        onText={(volume) => set({ volume })}
        dimension="volume"
        error={wrong['volumeM3']}
      />
      <QuantityField
        label="The tub holds"
        text={typed.capacity}
        onText={(capacity) => set({ capacity })}
        dimension="volume"
        error={wrong['capacityM3']}
      />
      <NumberField
        label="Density of the powder"
        text={typed.density}
        onText={(density) => set({ density })}
        unit="kg/l"
        error={wrong['grainDensity']}
        help="Clays are about 2.6"
      />
      <NumberField
        label="Look for mould after"
        text={typed.keeps}
        onText={(keeps) => set({ keeps })}
        unit="days"
        error={wrong['keepsDays']}
        help="Empty for no date"
      />
      <ChoiceField
        label="Clay it was made from or for"
        value={typed.clayId}
        onChoose={(clayId) => set({ clayId })}
        options={[
          { value: NO_CLAY, label: 'None in particular' },
          ...(data?.clays ?? []).map(({ id, set: clay }) => ({ value: id, label: clay.name })),
        ]}
      />
      <ChoiceField
        label="Adjusted with"
        value={typed.adjusted}
        onChoose={(adjusted) => set({ adjusted })}
        options={adjustments}
      />
      {colour('wetColour', 'Colour when wet')}
      {colour('firedColour', 'Colour when fired')}
    </Box>
  );
}

function CarriesChoice({
  carries,
  onCarries,
}: {
  carries: Carries[];
  onCarries: (carries: Carries[]) => void;
}) {
  return (
    <FormGroup row aria-label="It carries">
      {carried.map(({ value, label }) => (
        <FormControlLabel
          key={value}
          sx={{ minHeight: 48 }}
          control={
            <Checkbox
              checked={carries.includes(value)}
              onChange={(_event, on) =>
                onCarries(on ? [...carries, value] : carries.filter((c) => c !== value))
              }
            />
          }
          label={label}
        />
      ))}
    </FormGroup>
  );
}
