import { useState } from 'react';
import { Box } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import { Columns } from '../ui/Columns.tsx';
import { NumberField, QuantityField, typedNumber, typedQuantity } from '../ui/fields.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useUnits } from '../asking/maker.ts';
import { entry } from '../saving/outbox.ts';
import { wrongFields } from '../ui/shape.ts';

/** The air of a room, typed as it stands on its instrument: what dries in it is worked out anew. */
export function AirNow({ room, onClose }: { room: { id: string; name: string }; onClose: () => void }) {
  const units = useUnits();
  const [celsius, setCelsius] = useState('');
  const [humidity, setHumidity] = useState('');
  const [wrong, setWrong] = useState<Record<string, string>>({});
  return (
    <LogDialog
      title={`The air of ${room.name}`}
      verb="Log the air"
      act={(at) => {
        const body = {
          celsius: typedQuantity(celsius, 'temperature', units) ?? Number.NaN,
          humidity: (typedNumber(humidity) ?? Number.NaN) / 100,
        };
        const found = wrongFields(bodies['room.read'], body);
        setWrong(found);
        const [first] = Object.values(found);
        if (first) return { wrong: first };
        return { words: `air of ${room.name} read`, entries: [entry('room.read', room.id, body, { at })] };
      }}
      onClose={onClose}
    >
      <Box>
        As its thermometer and hygrometer stand. The times of all that dries in this room go by it, and come
        back to its usual day within some days.
      </Box>
      <Columns>
        <QuantityField
          label="Temperature"
          text={celsius}
          onText={setCelsius}
          dimension="temperature"
          error={wrong['celsius']}
        />
        <NumberField
          label="Humidity"
          unit="%"
          text={humidity}
          onText={setHumidity}
          error={wrong['humidity']}
        />
      </Columns>
    </LogDialog>
  );
}
