import type { AirReading } from '../../core/drying/series.ts';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';

/** Name of the file in which a sensor's hour of air is kept. */
export const SENSOR_FILE = 'sensor.csv';

const WIDTH = 5 * MINUTE;
/** More than this in five minutes is a flood: the rest of it is not looked at. */
const FLOOD = 3_000;

/** Five-minute means of what a sensor sends, by when it arrived: late, doubled or shuffled messages do no harm. */
export interface Means {
  add: (at: Instant, celsius: number, humidity: number) => boolean;
  /** Means of spans that have ended, taken out. */
  ended: (now: Instant) => AirReading[];
}

export function createMeans(): Means {
  let bin = -1;
  let count = 0;
  let celsiusSum = 0;
  let humiditySum = 0;
  const done: AirReading[] = [];
  const mean = (): AirReading => ({
    at: (bin + 0.5) * WIDTH,
    celsius: celsiusSum / count,
    humidity: humiditySum / count,
  });
  const close = (next: number) => {
    if (count > 0) done.push(mean());
    bin = next;
    count = celsiusSum = humiditySum = 0;
  };
  return {
    add: (at, celsius, humidity) => {
      const here = Math.floor(at / WIDTH);
      if (here !== bin) close(here);
      if (count >= FLOOD) return false;
      count += 1;
      celsiusSum += celsius;
      humiditySum += humidity;
      return true;
    },
    ended: (now) => {
      if (bin >= 0 && Math.floor(now / WIDTH) !== bin) close(-1);
      return done.splice(0);
    },
  };
}
