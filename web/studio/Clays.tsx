import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button, TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import { defaultBody, linearShrinkage, type ClayBody } from '../../core/clay/body.ts';
import { dryBasis, wetBasis } from '../../core/clay/water.ts';
import type { Named } from '../../core/log/studio.ts';
import { formatNumber } from '../../core/units/quantity.ts';
import { QuantityField, typedNumber } from '../frame/fields.tsx';
import { useUnits } from '../frame/maker.ts';
import { Section } from '../frame/parts.tsx';
import { faded, hairline, ink } from '../frame/theme.ts';
import { SetDialog } from './SetDialog.tsx';

/** The clay bodies in use, with what the drying needs to know of them. */
export function Clays({ clays }: { clays: Named<ClayBody>[] }) {
  const units = useUnits();
  const [editing, setEditing] = useState<{ id: string; set: ClayBody } | null>(null);
  return (
    <Section
      title="Clays"
      action={
        <Button
          variant="outlined"
          onClick={() => setEditing({ id: uuid(), set: { ...defaultBody, name: '' } })}
        >
          Add a clay
        </Button>
      }
    >
      {clays.map((clay) => (
        <Box
          key={clay.id}
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            gap: 2,
            alignItems: 'center',
            borderTop: `1px solid ${hairline}`,
            minHeight: 64,
          }}
        >
          <Box
            aria-hidden
            sx={{
              width: 56,
              height: 32,
              border: `1px solid ${ink}`,
              background: `linear-gradient(90deg, ${clay.set.wetColour} 50%, ${clay.set.dryColour} 50%)`,
            }}
          />
          <Box sx={{ flex: 1, minWidth: 240 }}>
            <b>{clay.set.name}</b>
            <Box sx={{ color: faded }}>
              from the bag {formatNumber(wetBasis(clay.set.plasticX) * 100, 1, units)} % water (of the whole);
              shrinks {formatNumber(linearShrinkage(clay.set, clay.set.plasticX, 0) * 100, 1, units)} % in
              drying
            </Box>
          </Box>
          <Button
            component={RouterLink}
            to={`/studio/clays/${clay.id}/test`}
            aria-label={`Drying test of ${clay.set.name}`}
          >
            Drying test
          </Button>
          <Button onClick={() => setEditing(clay)} aria-label={`Change ${clay.set.name}`}>
            Change
          </Button>
        </Box>
      ))}
      {editing && <ClayDialog clay={editing} onClose={() => setEditing(null)} />}
    </Section>
  );
}

function ClayDialog({ clay, onClose }: { clay: { id: string; set: ClayBody }; onClose: () => void }) {
  const units = useUnits();
  const { set } = clay;
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
      subject={clay.id}
      schema={bodies['clay.set']}
      body={body}
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
          <QuantityField
            label="Water from the bag"
            text={plastic}
            onText={setPlastic}
            dimension={null}
            unit="% of the whole"
            units={units}
            error={wrong['plasticX']}
            help="19 to 23 % for most throwing bodies"
          />
          <QuantityField
            label="Water where shrinking stops"
            text={critical}
            onText={setCritical}
            dimension={null}
            unit="% of the whole"
            units={units}
            error={wrong['criticalX']}
            help="9 to 12 % for most"
          />
          <QuantityField
            label="Shrinkage, plastic to fired"
            text={total}
            onText={setTotal}
            dimension={null}
            unit="%"
            units={units}
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
