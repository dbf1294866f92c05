import { useState } from 'react';
import { Box, Button } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { EntryBodies } from '../../core/log/entry.ts';
import type { Named } from '../../core/log/studio.ts';
import {
  formatNumber,
  metricUnits,
  unitLabel,
  type Dimension,
  type UnitChoice,
} from '../../core/units/quantity.ts';
import { ChoiceField, NumberField, typedNumber } from '../ui/fields.tsx';
import { chooseMaker, currentMaker } from '../asking/maker.ts';
import { NamedSets, NameField, type Editing } from './NamedSets.tsx';
import { SetDialog } from './SetDialog.tsx';

type MakerSet = EntryBodies['maker.set'];
const dimensions: Dimension[] = ['length', 'mass', 'volume', 'temperature'];

/** Who works here, who is logging on this tablet, and in which units each reads and writes. */
export function Makers({ makers }: { makers: Named<MakerSet>[] }) {
  const [present, setPresent] = useState(currentMaker);
  return (
    <NamedSets
      title="Makers and units"
      addVerb="Add a maker"
      fresh={{ name: '', units: metricUnits, scaleStepKg: 1e-4 }}
      all={makers}
      facts={({ units }) => (
        <>
          {dimensions.map((dimension) => unitLabel(dimension, units)).join(', ')}; decimal{' '}
          {units.decimal === ',' ? 'comma' : 'point'}
        </>
      )}
      actions={({ id, set }) =>
        id === present ? (
          <Box sx={{ fontWeight: 650 }}>logs on this tablet</Box>
        ) : (
          <Button
            onClick={() => {
              chooseMaker(id);
              setPresent(id);
            }}
          >
            Log as {set.name}
          </Button>
        )
      }
      dialog={(editing) => <MakerDialog {...editing} />}
    />
  );
}

function MakerDialog({ id, set, onClose }: Editing<MakerSet>) {
  const [name, setName] = useState(set.name);
  const [units, setUnits] = useState<UnitChoice>(set.units);
  const [step, setStep] = useState(() => formatNumber(set.scaleStepKg * 1000, 3, units));
  const unit = <K extends keyof UnitChoice>(
    key: K,
    label: string,
    options: { value: UnitChoice[K]; label: string }[],
  ) => (
    <ChoiceField
      label={label}
      value={units[key]}
      onChoose={(value) => setUnits({ ...units, [key]: value })}
      options={options}
    />
  );
  return (
    <SetDialog
      title={set.name || 'New maker'}
      kind="maker.set"
      subject={id}
      schema={bodies['maker.set']}
      body={() => ({ name, units, scaleStepKg: (typedNumber(step) ?? Number.NaN) / 1000 })}
      onClose={onClose}
    >
      {(wrong) => (
        <>
          <NameField name={name} onName={setName} wrong={wrong['name']} />
          {unit('length', 'Lengths', [
            { value: 'mm', label: 'mm' },
            { value: 'in', label: 'inches' },
          ])}
          {unit('mass', 'Masses', [
            { value: 'g', label: 'g' },
            { value: 'oz', label: 'ounces' },
          ])}
          {unit('volume', 'Volumes', [
            { value: 'ml', label: 'ml' },
            { value: 'floz', label: 'US fluid ounces' },
          ])}
          {unit('temperature', 'Temperatures', [
            { value: 'C', label: '°C' },
            { value: 'F', label: '°F' },
          ])}
          {unit('decimal', 'Decimal sign', [
            { value: '.', label: 'Point' },
            { value: ',', label: 'Comma' },
          ])}
          <NumberField
            label="Smallest step of the scale"
            text={step}
            onText={setStep}
            unit="g"
            error={wrong['scaleStepKg']}
            help="Batches are rounded to it"
          />
        </>
      )}
    </SetDialog>
  );
}
