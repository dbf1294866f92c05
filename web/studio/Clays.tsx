import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import { defaultBody, linearShrinkage, type ClayBody } from '../../core/clay/body.ts';
import { dryBasis, wetBasis } from '../../core/clay/water.ts';
import type { Named } from '../../core/log/studio.ts';
import { formatNumber } from '../../core/units/quantity.ts';
import { NumberField, typedNumber } from '../ui/fields.tsx';
import { useUnits } from '../asking/maker.ts';
import { ink } from '../ui/theme.ts';
import { NamedSets, NameField, type Editing } from './NamedSets.tsx';
import { SetDialog } from './SetDialog.tsx';

/** The clay bodies in use, with what the drying needs to know of them. */
export function Clays({ clays }: { clays: Named<ClayBody>[] }) {
  const units = useUnits();
  return (
    <NamedSets
      title="Clays"
      addVerb="Add a clay"
      fresh={defaultBody}
      all={clays}
      picture={({ wetColour, dryColour }) => (
        <Box
          aria-hidden
          sx={{
            width: 56,
            height: 32,
            border: `1px solid ${ink}`,
            background: `linear-gradient(90deg, ${wetColour} 50%, ${dryColour} 50%)`,
          }}
        />
      )}
      facts={(clay) => (
        <>
          from the bag {formatNumber(wetBasis(clay.plasticX) * 100, 1, units)} % water (of the whole); shrinks{' '}
          {formatNumber(linearShrinkage(clay, clay.plasticX, 0) * 100, 1, units)} % in drying
        </>
      )}
      actions={({ id, set }) => (
        <Button
          component={RouterLink}
          to={`/studio/clays/${id}/test`}
          aria-label={`Drying test of ${set.name}`}
        >
          Drying test
        </Button>
      )}
      dialog={(editing) => <ClayDialog {...editing} />}
    />
  );
}

function ClayDialog({ id, set, onClose }: Editing<ClayBody>) {
  const units = useUnits();
  const percent = (share: number) => formatNumber(share * 100, 2, units);
  const [name, setName] = useState(set.name);
  const [plastic, setPlastic] = useState(() => percent(wetBasis(set.plasticX)));
  const [critical, setCritical] = useState(() => percent(wetBasis(set.criticalX)));
  const [total, setTotal] = useState(() => percent(set.totalShrinkage));
  const [wetColour, setWet] = useState(set.wetColour);
  const [dryColour, setDry] = useState(set.dryColour);
  const share = (text: string) => (typedNumber(text) ?? Number.NaN) / 100;
  const body = (): ClayBody => ({
    ...set,
    name,
    plasticX: dryBasis(share(plastic)),
    criticalX: dryBasis(share(critical)),
    totalShrinkage: share(total),
    wetColour,
    dryColour,
  });
  return (
    <SetDialog
      title={set.name || 'New clay'}
      kind="clay.set"
      subject={id}
      schema={bodies['clay.set']}
      body={body}
      onClose={onClose}
    >
      {(wrong) => (
        <>
          <NameField name={name} onName={setName} wrong={wrong['name']} />
          <NumberField
            label="Water from the bag"
            text={plastic}
            onText={setPlastic}
            unit="% of the whole"
            error={wrong['plasticX']}
            help="19 to 23 % for most throwing bodies"
          />
          <NumberField
            label="Shrinking stops at"
            text={critical}
            onText={setCritical}
            unit="% of the whole"
            error={wrong['criticalX']}
            help="9 to 12 % for most"
          />
          <NumberField
            label="Shrinkage, plastic to fired"
            text={total}
            onText={setTotal}
            unit="%"
            error={wrong['totalShrinkage']}
          />
          <TextField
            label="Colour wet"
            type="color"
            value={wetColour}
            onChange={(event) => setWet(event.target.value)}
          />
          <TextField
            label="Colour dry"
            type="color"
            value={dryColour}
            onChange={(event) => setDry(event.target.value)}
          />
        </>
      )}
    </SetDialog>
  );
}
