import { randomBytes } from 'node:crypto';
import {
  appendFileSync,
  cpSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, inject, it, vi } from 'vitest';
import type { FileLacking, ImportAnswer } from '../../api/index.ts';
import { openZip } from '../jobs/archive.ts';
import { jobsHere } from '../jobs/jobs.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { png } from '../testing/image.ts';
import { listeningOn } from '../testing/listening.ts';
import { act, emptyFolder, entry, onPostgres, opened, pieceMade } from '../testing/studio.ts';
import { createImporter } from './import.ts';

/** A backup can always be taken back, whatever is broken in the folder that it was made of. */

const answers = { zone: 'Etc/UTC', dayFirst: null, columns: null, fahrenheit: null };
const csv = (hour: string) =>
  Buffer.from(`Time,Temp C,RH\n2026-03-07 ${hour}:00,20,50\n2026-03-07 ${hour}:05,21,50\n`);

interface Made {
  path: string;
  photo: string;
  climate: string;
}

/** A studio with a piece, its photograph, a room's readings, and something undone. */
async function studioMade(): Promise<Made> {
  const path = join(mkdtempSync(join(tmpdir(), 'kosmema-backup-')), 'data');
  if (!onPostgres) cpSync(inject('template'), join(path, 'db'), { recursive: true });
  const folder = await opened(path);
  const take = async (bytes: Buffer) => (await folder.files.take(Readable.from([bytes]), 1e6))!.file;
  const [photo, climate] = [await take(png(60, 60)), await take(csv('10'))];
  await folder.store.keep(act(pieceMade('p'), entry('piece.pictured', 'p', { file: photo, thumb: photo })));
  const taken = { file: climate, fileName: 'may.csv', answers, skipBad: false };
  await folder.store.keep(act(entry('readings.taken', 'room-default', taken)));
  const note = act(entry('piece.noted', 'p', { text: 'undone' }));
  await folder.store.keep(note);
  await folder.store.keep(act(entry('act.retracted', note.id, { reason: '' })));
  await folder.close();
  return { path, photo, climate };
}

async function exported(folder: OpenFolder): Promise<Buffer> {
  const { address, close } = await listeningOn(folder);
  const bytes = Buffer.from(await (await fetch(`${address}/api/export`)).arrayBuffer());
  await close();
  return bytes;
}

/** Takes an export into a new studio. */
async function takenBack(archive: Buffer): Promise<{ answer: ImportAnswer; folder: OpenFolder }> {
  const folder = await opened(emptyFolder());
  const outcome = await createImporter(folder.store, folder.files, jobsHere()).take(Readable.from([archive]));
  if (!outcome.ok) throw new Error(outcome.problem.message);
  return { answer: outcome.value, folder };
}

async function manifestOf(archive: Buffer): Promise<{ lacking: FileLacking[]; files: number }> {
  const path = join(emptyFolder(), 'a.zip');
  writeFileSync(path, archive);
  const zip = (await openZip(path))!;
  const stream = await zip.open(zip.names.get('manifest.json')!);
  const text = Buffer.concat(await stream.toArray()).toString();
  zip.close();
  return JSON.parse(text) as { lacking: FileLacking[]; files: number };
}

const journalOf = (path: string) => join(path, 'journal.ndjson');
const fileOf = (path: string, file: string) => join(path, 'files', file);
const flip = (path: string) => {
  const bytes = readFileSync(path);
  bytes[bytes.length >> 1] = bytes[bytes.length >> 1]! ^ 1;
  writeFileSync(path, bytes);
};
const lines = (path: string) => readFileSync(path, 'utf8').split('\n');

type Harm = (made: Made) => void;
const damagedLine: Harm = ({ path }) => {
  const [first, ...rest] = lines(journalOf(path));
  writeFileSync(journalOf(path), [first!.replace('Cup', 'Cap'), ...rest].join('\n'));
};
const append =
  (text: string): Harm =>
  ({ path }) =>
    appendFileSync(journalOf(path), text);
/** An act of an earlier version that is refused today. */
const refusedToday: Harm = (made) => {
  const old = act(entry('piece.weighed', 'p', { massKg: 1, tareKg: 1, dryKg: 0 }));
  const recorded = { ...old, n: 90, recordedAt: '2026-03-10T09:00:00.000Z' };
  append(`${JSON.stringify({ acts: [recorded] })}\n`)(made);
};

/** What is broken, and how many of the two files then cannot come. */
const harms: [string, number, Harm[]][] = [
  ['nothing broken but a torn last line', 0, [append('{"rules":2,"acts":[{"id"')]],
  [
    'a photograph gone, a damaged line, and an act that cannot stand any more',
    1,
    [({ path, photo }) => rmSync(fileOf(path, photo)), damagedLine, refusedToday],
  ],
  [
    'a photograph with a flipped byte, a climate file cut to nothing, and lines of something else',
    2,
    [
      ({ path, photo }) => flip(fileOf(path, photo)),
      ({ path, climate }) => truncateSync(fileOf(path, climate), 0),
      append('rubbish\n{"acts":[{}]}\n'),
    ],
  ],
  [
    'no files at all, and no journal',
    2,
    [({ path }) => rmSync(join(path, 'files'), { recursive: true }), ({ path }) => rmSync(journalOf(path))],
  ],
  [
    'other bytes in a climate file, an empty journal, and a folder of derived answers gone',
    1,
    [
      ({ path, climate }) => writeFileSync(fileOf(path, climate), randomBytes(500)),
      ({ path }) => writeFileSync(journalOf(path), ''),
      ({ path }) => rmSync(join(path, 'derived'), { recursive: true, force: true }),
    ],
  ],
];

// the database that has what the journal lost lies in the folder
describe.skipIf(onPostgres !== undefined)('a backup', () => {
  let template: Made;
  let sound: Buffer;
  beforeAll(async () => {
    template = await studioMade();
    const folder = await opened(template.path);
    sound = await exported(folder);
    await folder.close();
  });
  afterAll(() => rmSync(template.path, { recursive: true, force: true }));
  const copied = (): Made => {
    const path = join(mkdtempSync(join(tmpdir(), 'kosmema-backup-')), 'data');
    cpSync(template.path, path, { recursive: true });
    return { ...template, path };
  };

  it.each(harms)('of a folder with %s is given and taken back', async (_name, lost, broken) => {
    const made = copied();
    for (const harm of broken) harm(made);
    const folder = await opened(made.path);
    const acts = folder.store.ledger.acts.map(({ id }) => id);
    expect(acts).toHaveLength(4);
    const archive = await exported(folder);
    expect((await manifestOf(archive)).lacking).toHaveLength(lost);
    const back = await takenBack(archive);
    expect(back.answer).toMatchObject({ acts: 4, passedOver: { count: 0 }, lacking: { length: lost } });
    expect(back.folder.store.ledger.acts.map(({ id }) => id)).toEqual(acts);
    await folder.close();
    await back.folder.close();
  });

  it('names what is missing and damaged by what it is; what comes of it later is taken up', async () => {
    const made = copied();
    rmSync(fileOf(made.path, made.photo));
    flip(fileOf(made.path, made.climate));
    const folder = await opened(made.path);
    const archive = await exported(folder);
    const { lacking } = await manifestOf(archive);
    // what is damaged goes along apart, for whoever can mend it
    expect(archive.includes(`damaged/${made.climate}`)).toBe(true);
    expect(archive.includes(`files/${made.climate}`)).toBe(false);
    expect(lacking).toMatchObject([
      { file: made.photo, harm: 'missing', what: 'a photograph of the piece “Cup”' },
      { file: made.climate, harm: 'damaged', what: expect.stringContaining('“may.csv”') as string },
    ]);
    const { answer, folder: back } = await takenBack(archive);
    expect(answer.lacking.map(({ harm }) => harm)).toEqual(['missing', 'missing']);
    expect(await back.store.measured('room-default')).toBeNull();
    // an older backup that has them puts both right
    const importer = createImporter(back.store, back.files, jobsHere());
    const mended = await importer.take(Readable.from([sound]));
    expect(mended).toMatchObject({ ok: true, value: { acts: 0, files: 2, lacking: [] } });
    await vi.waitFor(async () =>
      expect(await back.store.measured('room-default')).toMatchObject({ celsius: 20.5 }),
    );
    await folder.close();
    await back.close();
  });

  it('that breaks off leaves the program as it was', async () => {
    const folder = await opened(copied().path);
    const complain = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    const { address, close } = await listeningOn(folder);
    // an act that cannot be written: nothing of the kind is ever taken
    const odd = { ...folder.store.ledger.acts[0]!, n: 1n as unknown as number };
    folder.store.ledger.acts.push(odd);
    await expect(fetch(`${address}/api/export`).then((response) => response.arrayBuffer())).rejects.toThrow();
    folder.store.ledger.acts.pop();
    expect((await fetch(`${address}/api/studio`)).status).toBe(200);
    expect(complain.mock.calls.join()).toMatch(/broke off/);
    complain.mockRestore();
    await close();
    await folder.close();
  });
});
