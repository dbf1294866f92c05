import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button, TextField, Typography } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { TubMade } from '../../core/log/entry.ts';
import { consistencies, consistencyFor, type SlipUse } from '../../core/slip/consistency.ts';
import { ChoiceField, QuantityField, quantityText, typedNumber, typedQuantity } from '../frame/fields.tsx';
import { useUnits } from '../frame/maker.ts';
import { useLog } from '../frame/notice.tsx';
import { entry } from '../frame/outbox.ts';
import { Trouble } from '../frame/parts.tsx';
import { wrongFields } from '../frame/shape.ts';

const adjustments: { value: TubMade['adjusted']; label: string }[] = [
  { value: 'none', label: 'Clay and water alone' },
  { value: 'deflocculated', label: 'Deflocculated' },
  { value: 'flocculated', label: 'Flocculated' },
];

/** Puts a tub on the shelf. */
export function NewTub() {
  const units = useUnits();
  const log = useLog();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [use, setUse] = useState<SlipUse>('brushed-engobe');
  const [contents, setContents] = useState('');
  const [volume, setVolume] = useState(() => quantityText(0.001, 'volume', units));
  const [capacity, setCapacity] = useState(() => quantityText(0.0015, 'volume', units));
  const [density, setDensity] = useState('2.6');
  const [wetColour, setWet] = useState('#8f8577');
  const [firedColour, setFired] = useState('#2f3b4c');
  const [adjusted, setAdjusted] = useState<TubMade['adjusted']>('none');
  const [wrong, setWrong] = useState<Record<string, string>>({});

  const submit = async () => {
    const made: TubMade = {
      name,
      use,
      contents,
      adjusted,
      wetColour,
      firedColour,
      volumeM3: typedQuantity(volume, 'volume', units) ?? Number.NaN,
      capacityM3: typedQuantity(capacity, 'volume', units) ?? Number.NaN,
      grainDensity: (typedNumber(density) ?? Number.NaN) * 1000,
    };
    const found = wrongFields(bodies['tub.made'], made);
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const id = uuid();
    const outcome = await log(`${made.name} on the shelf`, [entry('tub.made', id, made)]);
    if (outcome.kind === 'refused') setWrong({ '': outcome.problem.detail });
    else void navigate(outcome.kind === 'saved' ? `/slips/${id}` : '/slips');
  };

  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
      sx={{ maxWidth: 720, display: 'grid', gap: 2 }}
    >
      <Typography variant="h1">New tub</Typography>
      <TextField
        label="Name on the label"
        value={name}
        onChange={(event) => setName(event.target.value)}
        error={wrong['name'] !== undefined}
        helperText={wrong['name']}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <ChoiceField
        label="What it is for"
        value={use}
        onChoose={setUse}
        options={consistencies.map((c) => ({ value: c.use, label: c.name }))}
        help={`Should feel like ${consistencyFor(use).feel}; usually SG ${consistencyFor(use).gravity.from.toFixed(2)} to ${consistencyFor(use).gravity.to.toFixed(2)}`}
      />
      <TextField
        label="What is in it"
        value={contents}
        onChange={(event) => setContents(event.target.value)}
        helperText="Body, colourant and percentage, in your words"
      />
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 1fr))' }}>
        <QuantityField
          label="How much is in it"
          text={volume}
          onText={setVolume}
          dimension="volume"
          units={units}
          error={wrong['volumeM3']}
        />
        <QuantityField
          label="The tub holds"
          text={capacity}
          onText={setCapacity}
          dimension="volume"
          units={units}
          error={wrong['capacityM3']}
        />
        <QuantityField
          label="Density of the powder"
          text={density}
          onText={setDensity}
          dimension={null}
          unit="kg/l"
          units={units}
          error={wrong['grainDensity']}
          help="Clays are about 2.6"
        />
        <ChoiceField label="Adjusted with" value={adjusted} onChoose={setAdjusted} options={adjustments} />
        <TextField
          label="Colour when wet"
          type="color"
          value={wetColour}
          onChange={(event) => setWet(event.target.value)}
        />
        <TextField
          label="Colour when fired"
          type="color"
          value={firedColour}
          onChange={(event) => setFired(event.target.value)}
        />
      </Box>
      {wrong[''] && <Trouble>{wrong['']}</Trouble>}
      <Button type="submit" variant="contained" sx={{ justifySelf: 'start' }}>
        Put it on the shelf
      </Button>
    </Box>
  );
}
