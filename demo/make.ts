import type { z } from 'zod';
import type { schema } from '../api/index.ts';
import { maker } from './maker.ts';
import { decorated } from './decorated.ts';
import { ferryLamps, toCome } from './orders.ts';
import { pieces } from './pieces.ts';
import { roomsAndReadings } from './rooms.ts';
import { studioEntries } from './studio.ts';
import { slipRoom, trials } from './slipRoom.ts';
import { tubs } from './tubs.ts';

/** Makes Quillstone Yard, an invented workshop, through the same interface everyone uses. */

type Entry = z.infer<typeof schema.entry>;

const [address] = process.argv.slice(2);
if (!address) throw new Error('usage: make ADDRESS');

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(`${address}${path}`, init);
  const body = (await response.json()) as T & { detail?: string };
  if (!response.ok) throw new Error(`${path}: ${response.status} ${body.detail} ${JSON.stringify(body)}`);
  return body;
}

const { now } = await call<{ now: number }>('/api/clock');
const make = maker(now);

async function log(entries: Entry[]): Promise<void> {
  const act = { id: make.uuid(), makerId: 'maker-ines', deviceAt: new Date(now).toISOString(), entries };
  await call('/api/acts', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(act),
  });
}

for (const entry of studioEntries(make)) await log([entry]);
for (const { entry, file } of roomsAndReadings(make, now)) {
  if (file) {
    const taken = await call<{ file: string }>('/api/files', { method: 'POST', body: file });
    if (entry.kind === 'readings.taken') entry.body.file = taken.file;
  }
  await log([entry]);
}
for (const entries of [...slipRoom(make), ...tubs(make), ...trials(make)]) await log(entries);
for (const entries of [...pieces(make), ...decorated(make)]) await log(entries);
await log(ferryLamps(make));
for (const entry of toCome(make)) await log([entry]);
console.log('Quillstone Yard is made.');
