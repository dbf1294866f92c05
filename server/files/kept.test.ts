import { readdirSync, rmSync, truncateSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { beforeAll, afterAll, describe, expect, it } from 'vitest';
import type { ImportAnswer, ProblemDetails } from '../../api/index.ts';
import { listening } from '../testing/listening.ts';
import { png } from '../testing/image.ts';
import { zipOf } from '../testing/archive.ts';
import { act, emptyFolder, entry, opened, pieceMade } from '../testing/studio.ts';
import { lookAtFiles } from './look.ts';

/** What was kept stays: whatever arrives, whatever is refused. */
let studio: Awaited<ReturnType<typeof listening>>;
beforeAll(async () => {
  studio = await listening();
});
afterAll(() => studio.close());

const climate = Buffer.from('Time,Temp C,RH\n2026-03-07 10:00,20,50\n2026-03-07 10:05,20,50\n');
const send = async (path: string, body: Buffer) => {
  const response = await fetch(`${studio.address}${path}`, { method: 'POST', body: new Uint8Array(body) });
  return { status: response.status, body: (await response.json()) as ProblemDetails & { file: string } };
};
const files = () => studio.folder.files;

describe('a kept file', () => {
  it('stays when a logged climate file is sent as a photograph, or as an export', async () => {
    const { body } = await send('/api/files', climate);
    for (const door of ['/api/photos', '/api/import']) {
      expect((await send(door, climate)).status).toBe(422);
      expect(files().has(body.file)).toBe(true);
    }
    expect(files().read(body.file).equals(climate)).toBe(true);
  });

  it('stays when a photograph is sent as an export, and when an archive gives its bytes another name', async () => {
    const photo = png(20, 20);
    const { body } = await send('/api/photos', photo);
    expect((await send('/api/import', photo)).status).toBe(422);
    expect(files().has(body.file)).toBe(true);
    const other = 'a'.repeat(64);
    const named = act(pieceMade('named'), entry('piece.pictured', 'named', { file: other, thumb: other }));
    const zip = await zipOf([named], { [`files/${other}`]: photo });
    const answer = (await send('/api/import', zip)).body as unknown as ImportAnswer;
    expect(answer).toMatchObject({ acts: 1, lacking: [{ file: other, harm: 'missing' }] });
    expect(files().read(body.file).equals(photo)).toBe(true);
    expect(files().has(other)).toBe(false);
  });

  it('is put right when the same bytes arrive once more', async () => {
    const photo = png(21, 21);
    const { body } = await send('/api/photos', photo);
    truncateSync(files().path(body.file), 40);
    expect(await files().examine(body.file)).toBe('damaged');
    await send('/api/photos', photo);
    expect(files().harmed.has(body.file)).toBe(false);
    expect(files().read(body.file).equals(photo)).toBe(true);
  });

  it('leaves nothing behind where what arrived was refused', async () => {
    await send('/api/photos', Buffer.from('no image'));
    await send('/api/import', Buffer.from('no archive'));
    expect(readdirSync(join(files().path('..'), 'arriving'))).toEqual([]);
  });

  it('that is no image cannot be logged as a photograph', async () => {
    const { body } = await send('/api/files', climate);
    const made = act(pieceMade('no-photo'));
    await studio.folder.store.keep(made);
    const logged = await studio.folder.store.keep(
      act(entry('piece.pictured', 'no-photo', { file: body.file, thumb: body.file })),
    );
    expect(logged).toMatchObject({
      kind: 'refused',
      problem: { code: 'no-image', field: 'entries.0.body.file' },
    });
  });
});

describe('what was left over', () => {
  it('is swept at a start and told in one line; what an entry names, and what came today, stays', async () => {
    const path = emptyFolder();
    const first = await opened(path);
    const take = async (bytes: Buffer) => (await first.files.take(Readable.from([bytes]), 1e6))!.file;
    const [named, undone, old, fresh] = [
      await take(png(30, 30)),
      await take(png(31, 31)),
      await take(png(32, 32)),
      await take(png(33, 33)),
    ];
    const picture = act(entry('piece.pictured', 'p', { file: undone, thumb: undone }));
    await first.store.keep(act(pieceMade('p'), entry('piece.pictured', 'p', { file: named, thumb: named })));
    await first.store.keep(picture);
    await first.store.keep(act(entry('act.retracted', picture.id, { reason: '' })));
    await first.close();
    for (const file of [named, undone, old]) utimesSync(join(path, 'files', file), 1, 1);
    writeFileSync(join(path, 'files', '.arriving-77-1'), 'half');
    writeFileSync(join(path, 'arriving', '9'), 'half');
    const again = await opened(path);
    expect(again.notes).toEqual([
      '3 files left over from what had been broken off were swept away (0.0 MB).',
    ]);
    expect(readdirSync(join(path, 'files')).sort()).toEqual([named, undone, fresh].sort());
    expect(readdirSync(join(path, 'arriving'))).toEqual([]);
    await again.close();
  });

  it('is left alone where a part of the log could not be read: it may be named there', async () => {
    const path = emptyFolder();
    const first = await opened(path);
    const file = (await first.files.take(Readable.from(['x']), 100))!.file;
    await first.close();
    utimesSync(join(path, 'files', file), 1, 1);
    writeFileSync(join(path, 'journal.ndjson.damaged-1'), '');
    const again = await opened(path);
    expect(again.files.has(file)).toBe(true);
    await again.close();
  });
});

describe('the look at the kept files', () => {
  it('says what is missing and what is damaged, each by what it is', async () => {
    const path = emptyFolder();
    const folder = await opened(path);
    const take = async (bytes: Buffer) => (await folder.files.take(Readable.from([bytes]), 1e6))!.file;
    const [gone, flipped, sound] = [await take(png(40, 40)), await take(climate), await take(png(41, 41))];
    await folder.store.keep(act(pieceMade('p'), entry('piece.pictured', 'p', { file: gone, thumb: sound })));
    const answers = { zone: 'Etc/UTC', dayFirst: null, columns: null, fahrenheit: null };
    await folder.store.keep(
      act(
        entry('readings.taken', 'room-default', {
          file: flipped,
          fileName: 'may.csv',
          answers,
          skipBad: false,
        }),
      ),
    );
    rmSync(folder.files.path(gone));
    const bytes = folder.files.read(flipped);
    bytes[20] = bytes[20]! ^ 1;
    writeFileSync(folder.files.path(flipped), bytes);
    const said: string[] = [];
    const look = lookAtFiles(folder.store.ledger, folder.files, (words) => said.push(words));
    await look.done;
    expect(look.answer()).toMatchObject({
      looked: 3,
      of: 3,
      lacking: [
        { file: gone, harm: 'missing', what: 'a photograph of the piece “Cup”' },
        { file: flipped, harm: 'damaged', what: expect.stringContaining('“may.csv”') as string },
      ],
    });
    expect(said.join()).toMatch(/Of 3 files that the log names 2 are missing or damaged/);
    await folder.close();
  });
});
