import { Readable } from 'node:stream';
import { ZipArchive, type EntryData } from 'archiver';
import type { Response } from 'express';
import { DateTime } from 'luxon';
import type { RecordedAct } from '../../core/log/entry.ts';
import type { FileStore, Harm } from '../files/fileStore.ts';
import { filesNamed, lackingIn } from '../files/named.ts';
import { FORMAT, FORMAT_VERSION } from '../jobs/archive.ts';
import type { Store } from '../store/store.ts';
import { readingsCsv } from './tables.ts';

/**
 * Streams the whole studio as a zip: studio.json with every act, readings.csv, files/ with the raw files, and at its end
 * manifest.json with what is missing or damaged. A damaged file goes along under damaged/, for whoever can mend it.
 */
export async function sendExport(
  response: Response,
  store: Store,
  files: FileStore,
  now: number,
): Promise<void> {
  const stamp = DateTime.fromMillis(now, { zone: store.studio().studio.zone }).toFormat('yyyy-LL-dd-HHmm');
  response.type('application/zip').attachment(`kosmema-${stamp}.zip`);
  const zip = new ZipArchive({ zlib: { level: 6 } });
  let broken = false;
  /** The answer has begun: whoever waits for it hears that it broke off, and the program goes on. */
  const breakOff = (error: Error) => {
    if (broken) return;
    broken = true;
    console.error(`An export broke off: ${String(error)}`);
    zip.abort();
    response.destroy(error);
  };
  zip.on('error', breakOff);
  response.on('close', () => {
    if (response.writableFinished) return;
    broken = true;
    zip.abort();
  });
  zip.pipe(response);
  const append = (made: Iterable<string> | AsyncIterable<string>, name: string) => {
    const stream = Readable.from(made);
    stream.on('error', breakOff);
    zip.append(stream, { name });
  };
  const acts = store.ledger.acts.slice();
  const head = { format: FORMAT, version: FORMAT_VERSION, exportedAt: new Date(now).toISOString() };
  append(studioJson(head, acts), 'studio.json');
  append(readingsCsv(store), 'readings.csv');
  const lacking = new Map<string, Harm>();
  let sound = 0;
  for (const file of filesNamed(acts)) {
    if (broken) return;
    const harm = await files.examine(file);
    if (harm) lacking.set(file, harm);
    else sound += 1;
    if (harm !== 'missing')
      zip.file(files.path(file), {
        name: `${harm ? 'damaged' : 'files'}/${file}`,
        store: true,
      } as EntryData);
  }
  const manifest = { ...head, acts: acts.length, files: sound, lacking: lackingIn(store.ledger, lacking) };
  append([`${JSON.stringify(manifest, null, 1)}\n`], 'manifest.json');
  await zip.finalize().catch(breakOff);
}

/** The log as JSON, act by act. */
function* studioJson(head: object, acts: RecordedAct[]): Generator<string> {
  yield `${JSON.stringify(head, null, 1).slice(0, -2)},\n "acts": [\n`;
  for (const [i, act] of acts.entries()) yield `${JSON.stringify(act)}${i + 1 < acts.length ? ',' : ''}\n`;
  yield ']}\n';
}
