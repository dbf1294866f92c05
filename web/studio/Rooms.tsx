import { lazy, Suspense, useState } from 'react';
import { Box, Button } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { RoomMeasured } from '../../api/routes.ts';
import type { RoomSet } from '../../core/log/entry.ts';
import { defaultRoom, type Named } from '../../core/log/studio.ts';
import { formatNumber, formatQuantity, type UnitChoice } from '../../core/units/quantity.ts';
import {
  ChoiceField,
  NumberField,
  QuantityField,
  quantityText,
  typedNumber,
  typedQuantity,
} from '../ui/fields.tsx';
import type { AirRead } from '../../core/drying/air.ts';
import { useNow } from '../asking/clock.ts';
import { useUnits } from '../asking/maker.ts';
import { shortDate, whenNear } from '../ui/times.ts';
import { AirNow } from '../acting/AirNow.tsx';
import { NamedSets, NameField, type Editing } from './NamedSets.tsx';
import { SetDialog } from './SetDialog.tsx';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

const TakeReadings = lazy(async () => ({ default: (await import('./TakeReadings.tsx')).TakeReadings }));

const airs = [
  { value: '4', label: 'Still' },
  { value: '7', label: 'Draughty' },
  { value: '15', label: 'A fan blows' },
];

/** The rooms pieces stand in: what their air does on a usual day, and readings of it. */
export function Rooms({ rooms, zone }: { rooms: Named<RoomSet>[]; zone: string }) {
  const units = useUnits();
  const { data: known } = useAnswer(to('/api/rooms'));
  const [reading, setReading] = useState<Named<RoomSet> | null>(null);
  const [taking, setTaking] = useState<Named<RoomSet> | null>(null);
  return (
    <NamedSets
      title="Rooms"
      addVerb="Add a room"
      fresh={defaultRoom}
      all={rooms}
      facts={({ cycle, heatTransfer, guarded }, id) => (
        <Box component="span" sx={{ display: 'block', minHeight: { xs: '7em', sm: '4.4em', md: '3em' } }}>
          {known?.[id]?.read && <Read of={known[id].read} units={units} zone={zone} />}
          {known?.[id]?.measured && <Measured of={known[id].measured} units={units} zone={zone} />}
          {known?.[id]?.measured ? 'without them: ' : ''}
          about {formatQuantity('temperature', cycle.meanCelsius, units)},{' '}
          {Math.round(cycle.meanHumidity * 100)} % on a usual day;{' '}
          {(airs.find((a) => a.value === String(heatTransfer))?.label ?? 'air set by hand').toLowerCase()}
          {guarded && '; pupils or someone pregnant work in it'}
        </Box>
      )}
      actions={(room) => (
        <>
          <Button
            variant="outlined"
            onClick={() => setReading(room)}
            aria-label={`Type the air of ${room.set.name} now`}
          >
            Air now
          </Button>
          <Button
            variant="outlined"
            onClick={() => setTaking(room)}
            aria-label={`Take readings for ${room.set.name}`}
          >
            Take readings
          </Button>
        </>
      )}
      dialog={(editing) => <RoomDialog {...editing} />}
    >
      {reading && (
        <AirNow room={{ id: reading.id, name: reading.set.name }} onClose={() => setReading(null)} />
      )}
      {taking && (
        <Suspense>
          <TakeReadings room={taking} zone={zone} onClose={() => setTaking(null)} />
        </Suspense>
      )}
    </NamedSets>
  );
}

function Read({ of, units, zone }: { of: AirRead; units: UnitChoice; zone: string }) {
  const now = useNow(60_000);
  return (
    <>
      read {whenNear(of.at, now, zone)}: {formatQuantity('temperature', of.celsius, units)},{' '}
      {Math.round(of.humidity * 100)} %;{' '}
    </>
  );
}

function Measured({ of, units, zone }: { of: RoomMeasured; units: UnitChoice; zone: string }) {
  return (
    <>
      measured from {shortDate(of.from, zone)} to {shortDate(of.to, zone)}:{' '}
      {formatQuantity('temperature', of.celsius, units)}, {Math.round(of.humidity * 100)} % in the last
      week;{' '}
    </>
  );
}

function RoomDialog({ id, set, onClose }: Editing<RoomSet>) {
  const units = useUnits();
  const { cycle } = set;
  const [name, setName] = useState(set.name);
  const [typed, setTyped] = useState<TypedCycle>(() => ({
    celsius: quantityText(cycle.meanCelsius, 'temperature', units),
    swing: formatNumber(cycle.swingCelsius, 1, units),
    humidity: formatNumber(cycle.meanHumidity * 100, 0, units),
    humiditySwing: formatNumber(cycle.swingHumidity * 100, 0, units),
    warmest: formatNumber(cycle.warmestHour, 0, units),
  }));
  const setCycle = (more: Partial<TypedCycle>) => setTyped((last) => ({ ...last, ...more }));
  const [air, setAir] = useState(String(set.heatTransfer));
  const [guarded, setGuarded] = useState(set.guarded === true);
  const number = (text: string) => typedNumber(text) ?? Number.NaN;
  const body = (): RoomSet => ({
    name,
    heatTransfer: number(air),
    ...(guarded && { guarded: true as const }),
    cycle: {
      meanCelsius: typedQuantity(typed.celsius, 'temperature', units) ?? Number.NaN,
      swingCelsius: number(typed.swing),
      meanHumidity: number(typed.humidity) / 100,
      swingHumidity: number(typed.humiditySwing) / 100,
      warmestHour: number(typed.warmest),
    },
  });
  const known = airs.some((a) => a.value === air) ? airs : [...airs, { value: air, label: `h ${air} W/m²K` }];
  return (
    <SetDialog
      title={set.name || 'New room'}
      kind="room.set"
      subject={id}
      schema={bodies['room.set']}
      body={body}
      onClose={onClose}
    >
      {(wrong) => (
        <>
          <NameField name={name} onName={setName} wrong={wrong['name']} />
          <ChoiceField
            label="Air"
            value={air}
            onChoose={setAir}
            options={known}
            error={wrong['heatTransfer']}
          />
          <ChoiceField
            label="Who works in it"
            value={guarded ? 'guarded' : 'makers'}
            onChoose={(who) => setGuarded(who === 'guarded')}
            options={[
              { value: 'makers', label: 'Makers' },
              { value: 'guarded', label: 'Pupils too, or someone pregnant' },
            ]}
          />
          <CycleFields typed={typed} set={setCycle} wrong={wrong} />
        </>
      )}
    </SetDialog>
  );
}

/** The usual air of a day, as it is typed. */
interface TypedCycle {
  celsius: string;
  swing: string;
  humidity: string;
  humiditySwing: string;
  warmest: string;
}

function CycleFields({
  typed,
  set,
  wrong,
}: {
  typed: TypedCycle;
  set: (more: Partial<TypedCycle>) => void;
  wrong: Record<string, string>;
}) {
  return (
    <>
      <QuantityField
        label="Usual temperature"
        text={typed.celsius}
        onText={(text) => set({ celsius: text })}
        dimension="temperature"
        error={wrong['cycle.meanCelsius']}
      />
      <NumberField
        label="Up and down by"
        text={typed.swing}
        onText={(text) => set({ swing: text })}
        unit="K"
        error={wrong['cycle.swingCelsius']}
      />
      <NumberField
        label="Usual humidity"
        text={typed.humidity}
        onText={(text) => set({ humidity: text })}
        unit="%"
        error={wrong['cycle.meanHumidity']}
      />
      <NumberField
        label="Humidity up and down by"
        text={typed.humiditySwing}
        onText={(text) => set({ humiditySwing: text })}
        unit="%"
        error={wrong['cycle.swingHumidity']}
      />
      <NumberField
        label="Warmest at"
        text={typed.warmest}
        onText={(text) => set({ warmest: text })}
        unit="hour"
        error={wrong['cycle.warmestHour']}
      />
    </>
  );
}
