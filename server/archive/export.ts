import { ZipArchive } from 'archiver';
import type { Response } from 'express';
import { DateTime } from 'luxon';
import type { FileStore } from '../files.ts';
import type { Store } from '../store.ts';

export const FORMAT = 'kosmema-studio';
export const FORMAT_VERSION = 1;

/** Streams the whole studio as a zip: studio.json with every act, readings.csv, and files/ with the raw files. */
export async function sendExport(
  response: Response,
  store: Store,
  files: FileStore,
  now: number,
): Promise<void> {
  const stamp = DateTime.fromMillis(now, { zone: store.studio().studio.zone }).toFormat('yyyy-LL-dd-HHmm');
  response.type('application/zip').attachment(`kosmema-${stamp}.zip`);
  const zip = new ZipArchive({ zlib: { level: 6 } });
  zip.on('error', (error: Error) => response.destroy(error));
  zip.pipe(response);
  const head = { format: FORMAT, version: FORMAT_VERSION, exportedAt: new Date(now).toISOString() };
  zip.append(JSON.stringify({ ...head, acts: store.ledger.acts }, null, 1), { name: 'studio.json' });
  zip.append(await readingsCsv(store), { name: 'readings.csv' });
  for (const file of filesNamed(store)) zip.file(files.path(file), { name: `files/${file}` });
  await zip.finalize();
}

function filesNamed(store: Store): Set<string> {
  const named = store.ledger.acts.flatMap((act) =>
    act.entries.flatMap((e) => (e.kind === 'readings.taken' ? [e.body.file] : [])),
  );
  return new Set(named);
}

/** For spreadsheets; an import rebuilds the readings from the raw files. */
async function readingsCsv(store: Store): Promise<string> {
  const lines = ['room,time,celsius,humidity_percent'];
  for (const room of store.studio().rooms) {
    const name = `"${room.set.name.replaceAll('"', '""')}"`;
    for (const { at, celsius, humidity } of await store.readings(room.id, 0)) {
      lines.push(
        `${name},${new Date(at).toISOString()},${celsius.toFixed(2)},${(humidity * 100).toFixed(1)}`,
      );
    }
  }
  return `${lines.join('\r\n')}\r\n`;
}
