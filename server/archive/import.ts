import { rmSync } from 'node:fs';
import { text } from 'node:stream/consumers';
import type { Readable } from 'node:stream';
import yauzl from 'yauzl';
import { z } from 'zod';
import { schema, type ImportAnswer } from '../../api/index.ts';
import { ok, refused, type Result } from '../../core/units/problem.ts';
import type { FileStore } from '../files.ts';
import type { Store } from '../store.ts';
import { FORMAT, FORMAT_VERSION } from './export.ts';

const ARCHIVE_LIMIT = 500 * 1024 * 1024;
const STUDIO_LIMIT = 200 * 1024 * 1024;
const FILE_LIMIT = 20 * 1024 * 1024;

const studioFile = z.object({
  format: z.literal(
    FORMAT,
    'This zip is not an export of this program: it should hold a studio.json that says so.',
  ),
  version: z
    .number()
    .max(FORMAT_VERSION, 'This export was written by a newer version of the program: update this one first.'),
  acts: z.array(schema.recordedAct),
});

/** Takes in an export, whole or not at all. What is here already is left as it is. */
export async function takeImport(
  stream: Readable,
  store: Store,
  files: FileStore,
): Promise<Result<ImportAnswer>> {
  const spooled = await files.take(stream, ARCHIVE_LIMIT);
  if (!spooled) return refused('too-large', 'file', 'The archive is larger than 500 MB. Nothing was taken.');
  const path = files.path(spooled.file);
  try {
    const entries = await openZip(path);
    if (!entries)
      return refused(
        'not-a-zip',
        'file',
        'This is not a zip archive, or it is damaged. Choose a file made by Export. Nothing was taken.',
      );
    return await takeEntries(entries, store, files);
  } finally {
    rmSync(path, { force: true });
  }
}

interface OpenZip {
  names: Map<string, yauzl.Entry>;
  open: (entry: yauzl.Entry) => Promise<Readable>;
  close: () => void;
}

async function takeEntries(zip: OpenZip, store: Store, files: FileStore): Promise<Result<ImportAnswer>> {
  try {
    const studio = zip.names.get('studio.json');
    if (!studio || studio.uncompressedSize > STUDIO_LIMIT)
      return refused(
        'no-studio',
        'file',
        'There is no studio.json in this archive: choose a file made by Export. Nothing was taken.',
      );
    const parsed = studioFile.safeParse(parseJson(await text(await zip.open(studio))));
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      return refused('invalid', `studio.json:${issue.path.join('.')}`, `${issue.message} Nothing was taken.`);
    }
    const damaged = await takeFiles(zip, files);
    if (damaged)
      return refused(
        'damaged-file',
        damaged,
        'A file in the archive is damaged or too large: its contents do not match its name. Nothing was taken.',
      );
    const outcome = await store.keepAll(parsed.data.acts);
    if ('problem' in outcome) return { ok: false, problem: outcome.problem };
    const total = parsed.data.acts.length;
    return ok({ acts: outcome.added, alreadyHere: total - outcome.added, files: zip.names.size - 2 });
  } finally {
    zip.close();
  }
}

/** Stores the raw files; returns the name of one that is not what its name says. Files nothing names do no harm. */
async function takeFiles(zip: OpenZip, files: FileStore): Promise<string | null> {
  for (const [name, entry] of zip.names) {
    const wanted = /^files\/([0-9a-f]{64})$/.exec(name)?.[1];
    if (!wanted || files.has(wanted)) continue;
    const taken = await files.take(await zip.open(entry), FILE_LIMIT);
    if (taken?.file === wanted) continue;
    if (taken) rmSync(files.path(taken.file), { force: true });
    return name;
  }
  return null;
}

function parseJson(content: string): unknown {
  try {
    return JSON.parse(content);
  } catch {
    return null;
  }
}

function openZip(path: string): Promise<OpenZip | null> {
  return new Promise((resolve) => {
    yauzl.open(path, { lazyEntries: true, autoClose: false }, (error, zip) => {
      if (error) return resolve(null);
      const names = new Map<string, yauzl.Entry>();
      zip.on('error', () => resolve(null));
      zip.on('entry', (entry: yauzl.Entry) => {
        names.set(entry.fileName, entry);
        zip.readEntry();
      });
      zip.on('end', () =>
        resolve({
          names,
          close: () => zip.close(),
          open: (entry) =>
            new Promise((got, failed) =>
              zip.openReadStream(entry, (problem, stream) => (problem ? failed(problem) : got(stream))),
            ),
        }),
      );
      zip.readEntry();
    });
  });
}
