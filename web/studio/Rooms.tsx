import { lazy, Suspense, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Box, Button, TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { RoomSet } from '../../core/log/entry.ts';
import { defaultRoom, type Named } from '../../core/log/studio.ts';
import { formatNumber, formatQuantity, metricUnits } from '../../core/units/quantity.ts';
import { ChoiceField, QuantityField, quantityText, typedNumber, typedQuantity } from '../frame/fields.tsx';
import { useUnits } from '../frame/maker.ts';
import { Section } from '../frame/parts.tsx';
import { faded, hairline } from '../frame/theme.ts';
import { SetDialog } from './SetDialog.tsx';

const TakeReadings = lazy(async () => ({ default: (await import('./TakeReadings.tsx')).TakeReadings }));

const airs = [
  { value: '4', label: 'Still' },
  { value: '7', label: 'Draughty' },
  { value: '15', label: 'A fan blows' },
];

/** The rooms pieces stand in: what their air does on a usual day, and readings of it. */
export function Rooms({ rooms, zone }: { rooms: Named<RoomSet>[]; zone: string }) {
  const units = useUnits();
  const [editing, setEditing] = useState<{ id: string; set: RoomSet } | null>(null);
  const [taking, setTaking] = useState<Named<RoomSet> | null>(null);
  return (
    <Section
      title="Rooms"
      action={
        <Button
          variant="outlined"
          onClick={() => setEditing({ id: uuid(), set: { ...defaultRoom, name: '' } })}
        >
          Add a room
        </Button>
      }
    >
      {rooms.map((room) => (
        <Box
          key={room.id}
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
            <b>{room.set.name}</b>
            <Box sx={{ color: faded }}>
              about {formatQuantity('temperature', room.set.cycle.meanCelsius, units)},{' '}
              {Math.round(room.set.cycle.meanHumidity * 100)} % on a usual day;{' '}
              {(
                airs.find((a) => a.value === String(room.set.heatTransfer))?.label ?? 'air set by hand'
              ).toLowerCase()}
            </Box>
          </Box>
          <Button
            variant="outlined"
            onClick={() => setTaking(room)}
            aria-label={`Take readings for ${room.set.name}`}
          >
            Take readings
          </Button>
          <Button onClick={() => setEditing(room)} aria-label={`Change ${room.set.name}`}>
            Change
          </Button>
        </Box>
      ))}
      {editing && <RoomDialog room={editing} onClose={() => setEditing(null)} />}
      {taking && (
        <Suspense>
          <TakeReadings room={taking} zone={zone} onClose={() => setTaking(null)} />
        </Suspense>
      )}
    </Section>
  );
}

function RoomDialog({ room, onClose }: { room: { id: string; set: RoomSet }; onClose: () => void }) {
  const units = useUnits();
  const { cycle } = room.set;
  const [name, setName] = useState(room.set.name);
  const [celsius, setCelsius] = useState(() => quantityText(cycle.meanCelsius, 'temperature', units));
  const [swing, setSwing] = useState(() => formatNumber(cycle.swingCelsius, 1, units));
  const [humidity, setHumidity] = useState(() => formatNumber(cycle.meanHumidity * 100, 0, units));
  const [humiditySwing, setHumiditySwing] = useState(() => formatNumber(cycle.swingHumidity * 100, 0, units));
  const [warmest, setWarmest] = useState(() => formatNumber(cycle.warmestHour, 0, units));
  const [air, setAir] = useState(String(room.set.heatTransfer));
  const number = (text: string) => typedNumber(text) ?? Number.NaN;
  const body = (): RoomSet => ({
    name,
    heatTransfer: number(air),
    cycle: {
      meanCelsius: typedQuantity(celsius, 'temperature', units) ?? Number.NaN,
      swingCelsius: number(swing),
      meanHumidity: number(humidity) / 100,
      swingHumidity: number(humiditySwing) / 100,
      warmestHour: number(warmest),
    },
  });
  const known = airs.some((a) => a.value === air) ? airs : [...airs, { value: air, label: `h ${air} W/m²K` }];
  return (
    <SetDialog
      title={room.set.name || 'New room'}
      kind="room.set"
      subject={room.id}
      schema={bodies['room.set']}
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
          <ChoiceField
            label="Air"
            value={air}
            onChoose={setAir}
            options={known}
            error={wrong['heatTransfer']}
          />
          <QuantityField
            label="Usual temperature"
            text={celsius}
            onText={setCelsius}
            dimension="temperature"
            units={units}
            error={wrong['cycle.meanCelsius']}
          />
          <QuantityField
            label="Up and down by"
            text={swing}
            onText={setSwing}
            dimension={null}
            unit="K"
            units={metricUnits}
            error={wrong['cycle.swingCelsius']}
          />
          <QuantityField
            label="Usual humidity"
            text={humidity}
            onText={setHumidity}
            dimension={null}
            unit="%"
            units={units}
            error={wrong['cycle.meanHumidity']}
          />
          <QuantityField
            label="Humidity up and down by"
            text={humiditySwing}
            onText={setHumiditySwing}
            dimension={null}
            unit="%"
            units={units}
            error={wrong['cycle.swingHumidity']}
          />
          <QuantityField
            label="Warmest at"
            text={warmest}
            onText={setWarmest}
            dimension={null}
            unit="hour"
            units={units}
            error={wrong['cycle.warmestHour']}
          />
        </>
      )}
    </SetDialog>
  );
}
