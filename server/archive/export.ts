import { Readable } from 'node:stream';
import { ZipArchive } from 'archiver';
import type { Response } from 'express';
import { DateTime } from 'luxon';
import type { Entry, RecordedAct } from '../../core/log/entry.ts';
import type { FileStore } from '../files.ts';
import { csvRows } from '../formats/csv.ts';
import { FORMAT, FORMAT_VERSION } from '../chores/archive.ts';
import type { Store } from '../store.ts';

/** Acts, or readings, written at once. */
const PART = 500;

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
  zip.append(Readable.from(studioJson(head, store.ledger.acts)), { name: 'studio.json' });
  zip.append(Readable.from(readingsCsv(store)), { name: 'readings.csv' });
  for (const file of filesNamed(store))
    if (files.has(file)) zip.file(files.path(file), { name: `files/${file}` });
  await zip.finalize();
}

function filesNamed(store: Store): Set<string> {
  const named = store.ledger.acts.flatMap((act) => act.entries.flatMap((e) => filesOf(e)));
  return new Set(named);
}

/** The files that an entry names. */
const filesOf = (e: Entry): string[] =>
  e.kind === 'readings.taken'
    ? [e.body.file]
    : e.kind === 'piece.pictured'
      ? [e.body.file, e.body.thumb]
      : [];

/** The log as JSON, act by act. */
function* studioJson(head: object, acts: RecordedAct[]): Generator<string> {
  yield `${JSON.stringify(head, null, 1).slice(0, -2)},\n "acts": [\n`;
  for (let i = 0; i < acts.length; i += PART) {
    const part = acts.slice(i, i + PART).map((act) => JSON.stringify(act));
    yield `${part.join(',\n')}${i + PART < acts.length ? ',\n' : ''}`;
  }
  yield '\n]}\n';
}

/** For spreadsheets; an import rebuilds the readings from the raw files. */
async function* readingsCsv(store: Store): AsyncGenerator<string> {
  yield 'room,time,celsius,humidity_percent\r\n';
  for (const room of store.studio().rooms) {
    for await (const page of store.readingsInPages(room.id)) {
      const rows = page.map(({ at, celsius, humidity }) => [
        room.set.name,
        new Date(at).toISOString(),
        celsius.toFixed(2),
        (humidity * 100).toFixed(1),
      ]);
      if (rows.length > 0) yield csvRows(rows);
    }
  }
}
