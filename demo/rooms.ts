import type { Entry, Make } from './maker.ts';

const HOUR = 3_600_000;
const DAYS = 14;

interface Room {
  id: string;
  name: string;
  celsius: number;
  swing: number;
  humidity: number;
  heatTransfer: number;
  seed: number;
}

const rooms: Room[] = [
  {
    id: 'room-default',
    name: 'Throwing room',
    celsius: 19,
    swing: 2.2,
    humidity: 0.56,
    heatTransfer: 4,
    seed: 11,
  },
  { id: 'room-loft', name: 'North loft', celsius: 21, swing: 3, humidity: 0.44, heatTransfer: 6, seed: 29 },
];

/** Two rooms, and a fortnight of each as a data logger would have written it. */
export function roomsAndReadings({ entry }: Make, now: number): { entry: Entry; file: string | null }[] {
  return rooms.flatMap((room) => {
    const cycle = {
      meanCelsius: room.celsius,
      swingCelsius: room.swing,
      meanHumidity: room.humidity,
      swingHumidity: 0.06,
      warmestHour: 15,
    };
    const set = entry('room.set', room.id, 40, '09:10', {
      name: room.name,
      cycle,
      heatTransfer: room.heatTransfer,
    });
    const taken = entry('readings.taken', room.id, 0, '10:00', {
      file: '0'.repeat(64),
      fileName: `${room.name.toLowerCase().replace(' ', '-')}.csv`,
      answers: { zone: 'Europe/Vienna', dayFirst: null, columns: null, fahrenheit: null },
      skipBad: false,
    });
    return [
      { entry: set, file: null },
      { entry: taken, file: loggerFile(room, now) },
    ];
  });
}

/** Readings every twenty minutes: a daily swing, and a wandering that a seed repeats. */
function loggerFile(room: Room, now: number): string {
  let seed = room.seed;
  const wander = () => {
    seed = (seed * 48271) % 2147483647;
    return seed / 2147483647 - 0.5;
  };
  const lines = ['Time;Temperature (°C);Humidity (%RH)'];
  let drift = 0;
  for (let at = now - DAYS * 24 * HOUR; at <= now - HOUR / 3; at += HOUR / 3) {
    drift = 0.97 * drift + 0.5 * wander();
    const local = new Date(at + HOUR);
    const hour = local.getUTCHours() + local.getUTCMinutes() / 60;
    const warm = Math.cos(((hour - 15) / 24) * 2 * Math.PI);
    const celsius = room.celsius + room.swing * warm + drift;
    const humidity = 100 * room.humidity - 6 * warm - 2 * drift + wander();
    lines.push(
      `${local.toISOString().slice(0, 16).replace('T', ' ')};${comma(celsius, 1)};${comma(humidity, 1)}`,
    );
  }
  return lines.join('\r\n');
}

const comma = (value: number, decimals: number): string => value.toFixed(decimals).replace('.', ',');
