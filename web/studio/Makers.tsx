import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Box, Button, TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { EntryBodies } from '../../core/log/entry.ts';
import type { Named } from '../../core/log/studio.ts';
import { formatNumber, metricUnits, type UnitChoice } from '../../core/units/quantity.ts';
import { ChoiceField, QuantityField, typedNumber } from '../frame/fields.tsx';
import { chooseMaker, currentMaker } from '../frame/maker.ts';
import { Section } from '../frame/parts.tsx';
import { faded, hairline } from '../frame/theme.ts';
import { SetDialog } from './SetDialog.tsx';

type MakerSet = EntryBodies['maker.set'];

/** Who works here, who is logging on this tablet, and in which units each reads and writes. */
export function Makers({ makers }: { makers: Named<MakerSet>[] }) {
  const [editing, setEditing] = useState<{ id: string; set: MakerSet } | null>(null);
  const [present, setPresent] = useState(currentMaker);
  return (
    <Section
      title="Makers and units"
      action={
        <Button
          variant="outlined"
          onClick={() => setEditing({ id: uuid(), set: { name: '', units: metricUnits, scaleStepKg: 1e-4 } })}
        >
          Add a maker
        </Button>
      }
    >
      {makers.map((maker) => (
        <Box
          key={maker.id}
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            gap: 2,
            alignItems: 'center',
            borderTop: `1px solid ${hairline}`,
            minHeight: 64,
          }}
        >
          <Box sx={{ flex: 1, minWidth: 240 }}>
            <b>{maker.set.name}</b>
            <Box sx={{ color: faded }}>
              {Object.values(maker.set.units).slice(0, 4).join(', ')}; decimal{' '}
              {maker.set.units.decimal === ',' ? 'comma' : 'point'}
            </Box>
          </Box>
          {maker.id === present ? (
            <Box sx={{ fontWeight: 650 }}>logs on this tablet</Box>
          ) : (
            <Button
              onClick={() => {
                chooseMaker(maker.id);
                setPresent(maker.id);
              }}
            >
              Log as {maker.set.name}
            </Button>
          )}
          <Button onClick={() => setEditing(maker)} aria-label={`Change ${maker.set.name}`}>
            Change
          </Button>
        </Box>
      ))}
      {editing && <MakerDialog maker={editing} onClose={() => setEditing(null)} />}
    </Section>
  );
}

function MakerDialog({ maker, onClose }: { maker: { id: string; set: MakerSet }; onClose: () => void }) {
  const [name, setName] = useState(maker.set.name);
  const [units, setUnits] = useState<UnitChoice>(maker.set.units);
  const [step, setStep] = useState(() => formatNumber(maker.set.scaleStepKg * 1000, 3, units));
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
      title={maker.set.name || 'New maker'}
      kind="maker.set"
      subject={maker.id}
      schema={bodies['maker.set']}
      body={() => ({ name, units, scaleStepKg: (typedNumber(step) ?? Number.NaN) / 1000 })}
      onClose={onClose}
    >
      {(wrong) => (
        <>
          <TextField
            label="Name"
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={wrong['name'] !== undefined}
            helperText={wrong['name']}
          />
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
          <QuantityField
            label="Smallest step of the scale"
            text={step}
            onText={setStep}
            dimension={null}
            unit="g"
            units={units}
            error={wrong['scaleStepKg']}
            help="Batches are rounded to it"
          />
        </>
      )}
    </SetDialog>
  );
}
