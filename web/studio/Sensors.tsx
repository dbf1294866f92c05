import { useState } from 'react';
import { Box, Button, FormControlLabel, Switch, TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { SensorStatus } from '../../api/routes.ts';
import type { EntryBodies, RoomSet } from '../../core/log/entry.ts';
import type { Named } from '../../core/log/studio.ts';
import { formatQuantity, type Instant, type UnitChoice } from '../../core/units/quantity.ts';
import { useNow } from '../asking/clock.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useUnits } from '../asking/maker.ts';
import { entry } from '../saving/outbox.ts';
import { Section } from '../ui/parts.tsx';
import { wrongFields } from '../ui/shape.ts';
import { copperGreen, hairline, ironRed } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

type Open =
  | { kind: 'room'; id: string; name: string; set: EntryBodies['sensor.set'] | undefined }
  | { kind: 'scale'; set: EntryBodies['scale.set'] | undefined };

/** Of a sensor that is none yet: what a broker on this machine would be called. */
const usual = {
  url: 'mqtt://127.0.0.1:1883',
  topic: 'workshop/air',
  celsiusPath: 'temperature',
  humidityPath: 'humidity',
  massPath: 'mass',
  on: true,
};

/** Sensors and a bench scale that speak MQTT. Off until set; without them the rooms' readings and cycles hold. */
export function Sensors({ rooms, zone }: { rooms: Named<RoomSet>[]; zone: string }) {
  const { data } = useAnswer(to('/api/sensors'));
  const units = useUnits();
  const now = useNow();
  const [open, setOpen] = useState<Open | null>(null);
  const row = {
    borderTop: `1px solid ${hairline}`,
    py: 0.5,
    display: 'flex',
    gap: 2,
    alignItems: 'center',
    flexWrap: 'wrap',
  };
  return (
    <Section title="Sensors and scale">
      {rooms.map(({ id, set }) => {
        const status = data?.rooms.find((r) => r.roomId === id);
        return (
          <Box key={id} sx={row}>
            <Box sx={{ flex: 1, minWidth: 280 }}>
              <b>{set.name}</b>:{' '}
              {status ? (
                <Heard status={status} now={now} zone={zone} units={units} />
              ) : data?.set.rooms[id] ? (
                'its sensor is off'
              ) : (
                'no sensor'
              )}
            </Box>
            <Button
              onClick={() => setOpen({ kind: 'room', id, name: set.name, set: data?.set.rooms[id] })}
              aria-label={`Set the sensor of ${set.name}`}
            >
              Set its sensor
            </Button>
          </Box>
        );
      })}
      <Box sx={row}>
        <Box sx={{ flex: 1, minWidth: 280 }}>
          <b>Bench scale</b>:{' '}
          {data?.scale
            ? `${formatQuantity('mass', data.scale.massKg, units)}, ${whenNear(data.scale.at, now, zone)}`
            : 'nothing weighed yet'}
        </Box>
        <Button
          onClick={() => setOpen({ kind: 'scale', set: data?.set.scale ?? undefined })}
          aria-label="Set the bench scale"
        >
          Set the scale
        </Button>
      </Box>
      {open && <SensorDialog open={open} onClose={() => setOpen(null)} />}
    </Section>
  );
}

interface HeardProps {
  status: SensorStatus;
  now: Instant;
  zone: string;
  units: UnitChoice;
}

function Heard({ status: { connected, lastAt, last, refused }, now, zone, units }: HeardProps) {
  return (
    <>
      <Box component="span" sx={{ color: connected ? copperGreen : ironRed, fontWeight: 650 }}>
        {connected ? 'connected' : 'not reached, trying again'}
      </Box>
      {last &&
        lastAt !== null &&
        `; ${formatQuantity('temperature', last.celsius, units)} and ${Math.round(last.humidity * 100)} %, ${whenNear(lastAt, now, zone)}`}
      {refused.count > 0 && `; ${refused.count} messages not taken, the last since ${refused.last}`}
    </>
  );
}

function SensorDialog({ open, onClose }: { open: Open; onClose: () => void }) {
  const known = { ...usual, ...(open.kind === 'scale' && { topic: 'workshop/scale' }), ...open.set };
  const [url, setUrl] = useState(known.url);
  const [topic, setTopic] = useState(known.topic);
  const [celsiusPath, setCelsius] = useState(known.celsiusPath);
  const [humidityPath, setHumidity] = useState(known.humidityPath);
  const [massPath, setMass] = useState(known.massPath);
  const [on, setOn] = useState(known.on);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const act = (at: Instant) => {
    const [kind, subject, body] =
      open.kind === 'room'
        ? (['sensor.set', open.id, { url, topic, celsiusPath, humidityPath, on }] as const)
        : (['scale.set', 'scale', { url, topic, massPath, on }] as const);
    const found = wrongFields(bodies[kind], body);
    setWrong(found);
    const first = Object.values(found)[0];
    return first
      ? { wrong: first }
      : {
          words: `${open.kind === 'room' ? open.name : 'Scale'}: sensor set`,
          entries: [entry(kind, subject, body as never, { at })],
        };
  };
  const field = (
    label: string,
    value: string,
    onValue: (value: string) => void,
    key: string,
    help?: string,
  ) => (
    <TextField
      label={label}
      value={value}
      onChange={(event) => onValue(event.target.value)}
      error={wrong[key] !== undefined}
      helperText={wrong[key] ?? help}
      slotProps={{ htmlInput: { autoCapitalize: 'none', autoComplete: 'off' } }}
    />
  );
  return (
    <LogDialog
      title={open.kind === 'room' ? `Sensor of ${open.name}` : 'Bench scale'}
      verb="Set it"
      act={act}
      onClose={onClose}
    >
      {field('Broker', url, setUrl, 'url')}
      {field('Topic', topic, setTopic, 'topic')}
      {open.kind === 'room' ? (
        <>
          {field('Temperature at', celsiusPath, setCelsius, 'celsiusPath', 'A path in the message, in °C')}
          {field('Humidity at', humidityPath, setHumidity, 'humidityPath', 'A path in the message, in %')}
        </>
      ) : (
        field('Mass at', massPath, setMass, 'massPath', 'A path in the message, in grams')
      )}
      <FormControlLabel
        control={<Switch checked={on} onChange={(_event, value) => setOn(value)} />}
        label="Listen to it"
      />
    </LogDialog>
  );
}
