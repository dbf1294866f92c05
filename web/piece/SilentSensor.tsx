import { MINUTE, type Instant } from '../../core/units/quantity.ts';
import { Trouble } from '../ui/parts.tsx';
import { whenNear } from '../ui/times.ts';

/** A sensor that has fallen silent: what the strip rests on until it is back. */
const SILENT = 30 * MINUTE;

export function SilentSensor({
  sensor,
  now,
  zone,
}: {
  sensor: { lastAt: Instant | null } | null;
  now: Instant;
  zone: string;
}) {
  if (!sensor) return null;
  const { lastAt: at } = sensor;
  if (at !== null && now - at < SILENT) return null;
  return (
    <Trouble>
      The sensor of this room{' '}
      {at === null ? 'has not spoken yet' : `has been silent since ${whenNear(at, now, zone)}`}: until it
      does, the air is taken as on its last measured day, or as the room was set. What a thermometer and a
      hygrometer say now can be typed under “Air now”, on Pieces and in Studio.
    </Trouble>
  );
}
