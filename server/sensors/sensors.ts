import { appendFileSync, existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import mqtt, { type MqttClient } from 'mqtt';
import { v7 as uuid } from 'uuid';
import type { ScaleReading, SensorsAnswer, SensorStatus } from '../../api/index.ts';
import type { AirReading } from '../../core/drying/series.ts';
import { entriesOf, type EntryBodies } from '../../core/log/entry.ts';
import { revisionOf, subjectsOf } from '../../core/log/ledger.ts';
import { DEFAULT_MAKER, SCALE } from '../../core/log/studio.ts';
import type { Instant } from '../../core/units/quantity.ts';
import type { Clock } from '../time/clock.ts';
import { folderAt } from '../folder/disk.ts';
import type { FileStore } from '../files/fileStore.ts';
import type { Store } from '../store/store.ts';
import { createMeans, SENSOR_FILE, type Means } from './means.ts';
import { airBounds, plausible, scaleBounds } from './message.ts';

/** Sensors and a scale that speak MQTT; off until one is set. */
export interface Sensors {
  status: () => SensorStatus[];
  /** How they were set last, on or off. */
  set: () => SensorsAnswer['set'];
  scale: () => ScaleReading | null;
  /** Means of spans that have ended, not yet logged, of a room since an instant: within a span nothing changes. */
  recent: (roomId: string, from: Instant) => AirReading[];
  /** When the sensor of a room last spoke; null where it has none. */
  heardFrom: (roomId: string) => { lastAt: Instant | null } | null;
  close: () => Promise<void>;
}

interface Room {
  set: EntryBodies['sensor.set'];
  means: Means;
  /** Ended means that wait for the hour's act. */
  waiting: AirReading[];
  lastAt: Instant | null;
  last: { celsius: number; humidity: number } | null;
  refused: { count: number; last: string };
}

const LOOK_MS = 2_000;
/** An hour of means is logged as one act. */
const PER_ACT = 12;
const LARGEST = 1_000_000;

export function createSensors(parts: {
  store: Store;
  files: FileStore;
  clock: Clock;
  folder: string;
}): Sensors {
  const { store, files, clock, folder } = parts;
  const rooms = new Map<string, Room>();
  const clients = new Map<string, { client: MqttClient; topics: Set<string> }>();
  let scaleSet: EntryBodies['scale.set'] | null = null;
  let scale: ScaleReading | null = null;
  let seen = -1;
  const aside = folderAt(folder, clock.now());
  if (aside) console.error(`A file lay where sensors keep their readings: it was put aside as ${aside}.`);
  const spool = (roomId: string) => join(folder, `${roomId}.csv`);

  const sets = (): SensorsAnswer['set'] => ({
    rooms: Object.fromEntries(
      subjectsOf(store.ledger, 'sensor.set').flatMap((roomId) => {
        const last = entriesOf(store.entriesAbout('sensor', roomId), 'sensor.set').at(-1);
        return last ? [[roomId, last.body]] : [];
      }),
    ),
    scale: entriesOf(store.entriesAbout('scale', SCALE), 'scale.set').at(-1)?.body ?? null,
  });

  /** Takes up what was set since it last looked; asked before every answer, so that none is older than the log. */
  const look = () => {
    const at = revisionOf(store.ledger, 'sensor') + revisionOf(store.ledger, 'scale');
    if (at === seen) return;
    seen = at;
    const lastSet = sets();
    for (const roomId of rooms.keys()) if (!lastSet.rooms[roomId]?.on) rooms.delete(roomId);
    for (const [roomId, set] of Object.entries(lastSet.rooms)) {
      const room = rooms.get(roomId);
      if (room) room.set = set;
      else if (set.on) rooms.set(roomId, { ...blankRoom(), set, waiting: spooled(spool(roomId)) });
    }
    scaleSet = lastSet.scale?.on ? lastSet.scale : null;
    connect();
  };

  const connect = () => {
    const wanted = new Map<string, Set<string>>();
    for (const set of [...[...rooms.values()].map((room) => room.set), ...(scaleSet ? [scaleSet] : [])])
      wanted.set(set.url, (wanted.get(set.url) ?? new Set()).add(set.topic));
    for (const [url, { client }] of clients) {
      if (wanted.has(url)) continue;
      client.end(true);
      clients.delete(url);
    }
    for (const [url, topics] of wanted) {
      const client = clients.get(url)?.client ?? begin(url);
      if (!client) continue;
      const known = clients.get(url) ?? { client, topics: new Set<string>() };
      clients.set(url, known);
      for (const topic of topics) if (!known.topics.has(topic)) known.client.subscribe(topic);
      known.topics = topics;
    }
  };

  /** @returns null where the address is none that can be spoken to */
  const begin = (url: string): MqttClient | null => {
    let client: MqttClient;
    try {
      client = mqtt.connect(url, { reconnectPeriod: 5_000, connectTimeout: 5_000 });
    } catch (error) {
      console.error(`The broker ${url} cannot be spoken to: ${String(error)}`);
      return null;
    }
    client.on('error', () => undefined);
    client.on('message', (topic, payload, packet) => heard(url, topic, payload, packet.retain));
    return client;
  };

  /** A retained message is of no known age: it tells nothing of the air now. */
  const heard = (url: string, topic: string, payload: Buffer, retained: boolean) => {
    if (retained) return;
    const now = clock.now();
    for (const room of rooms.values())
      if (room.set.url === url && room.set.topic === topic) airHeard(room, payload, now);
    if (scaleSet?.url !== url || scaleSet.topic !== topic) return;
    const mass = plausible(payload, scaleSet.massPath, scaleBounds);
    if (mass.ok) scale = { massKg: mass.value / 1000, at: now };
  };

  const airHeard = (room: Room, payload: Buffer, now: Instant) => {
    const celsius = plausible(payload, room.set.celsiusPath, airBounds.celsius);
    const humidity = plausible(payload, room.set.humidityPath, airBounds.humidity);
    const wrong = !celsius.ok ? celsius.problem : !humidity.ok ? humidity.problem : null;
    if (wrong || !celsius.ok || !humidity.ok) {
      room.refused = { count: room.refused.count + 1, last: wrong?.message ?? '' };
      return;
    }
    const taken = room.means.add(now, celsius.value, humidity.value / 100);
    if (!taken) room.refused = { count: room.refused.count + 1, last: 'more messages than a room can need' };
    room.lastAt = now;
    room.last = { celsius: celsius.value, humidity: humidity.value / 100 };
  };

  /** Means that have ended go into the spool at once, and into the log by the hour. */
  const settle = async () => {
    for (const [roomId, room] of rooms) {
      const ended = room.means.ended(clock.now());
      if (ended.length > 0) appendFileSync(spool(roomId), ended.map(lineOf).join(''));
      room.waiting.push(...ended);
      if (room.waiting.length < PER_ACT) continue;
      const hour = room.waiting.splice(0);
      await logMeans(roomId, hour).catch(() => room.waiting.unshift(...hour));
      if (room.waiting.length === 0) rmSync(spool(roomId), { force: true });
    }
  };

  const logMeans = async (roomId: string, means: AirReading[]) => {
    const at = new Date(clock.now()).toISOString();
    const taken = await files.take(Readable.from([HEADER + means.map(lineOf).join('')]), LARGEST);
    const kept = await store.keep({
      id: uuid(),
      makerId: DEFAULT_MAKER,
      deviceAt: at,
      entries: [
        {
          id: uuid(),
          kind: 'readings.taken',
          v: 1,
          subject: roomId,
          at,
          place: null,
          face: null,
          body: {
            file: taken!.file,
            fileName: SENSOR_FILE,
            answers: {
              zone: 'Etc/UTC',
              dayFirst: null,
              columns: { time: 0, celsius: 1, humidity: 2 },
              fahrenheit: false,
            },
            skipBad: true,
          },
        },
      ],
    });
    if (kept.kind !== 'kept') throw new Error('the means of a sensor were not taken');
  };

  look();
  let busy = Promise.resolve();
  const timer = setInterval(() => {
    busy = busy
      .then(() => {
        look();
        return settle();
      })
      .catch((error: unknown) => console.error(`Sensors: ${String(error)}`));
  }, LOOK_MS);
  timer.unref();

  return {
    status: () => {
      look();
      return [...rooms].map(([roomId, { set, lastAt, last, refused }]) => ({
        roomId,
        connected: clients.get(set.url)?.client.connected ?? false,
        lastAt,
        last,
        refused,
      }));
    },
    set: sets,
    scale: () => scale,
    recent: (roomId, from) => {
      look();
      return (rooms.get(roomId)?.waiting ?? []).filter(({ at }) => at >= from);
    },
    heardFrom: (roomId) => {
      look();
      const room = rooms.get(roomId);
      return room ? { lastAt: room.lastAt } : null;
    },
    close: async () => {
      clearInterval(timer);
      await busy;
      for (const { client } of clients.values()) await client.endAsync(true);
    },
  };
}

const blankRoom = (): Omit<Room, 'set'> => ({
  means: createMeans(),
  waiting: [],
  lastAt: null,
  last: null,
  refused: { count: 0, last: '' },
});

const HEADER = 'time,temperature (°C),humidity (%)\n';
const lineOf = ({ at, celsius, humidity }: AirReading): string =>
  `${new Date(at).toISOString()},${celsius.toFixed(2)},${(100 * humidity).toFixed(1)}\n`;

/** Means that were waiting when the program last ended. */
function spooled(path: string): AirReading[] {
  if (!existsSync(path)) return [];
  return readFileSync(path, 'utf8')
    .split('\n')
    .flatMap((line) => {
      const [at, celsius, humidity] = line.split(',');
      const reading = {
        at: Date.parse(at ?? ''),
        celsius: Number(celsius),
        humidity: Number(humidity) / 100,
      };
      return Object.values(reading).every(Number.isFinite) ? [reading] : [];
    });
}
