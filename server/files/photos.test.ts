import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FileAnswer, ProblemDetails } from '../../api/index.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { act, entry, pieceMade } from '../testing/studio.ts';
import { exifWithPlace, jpeg, png, webp, xmpWithPlace } from '../testing/image.ts';
import { listening } from '../testing/listening.ts';

let folder: OpenFolder;
let address: string;
let close: () => Promise<void>;
beforeAll(async () => {
  ({ folder, address, close } = await listening());
});
afterAll(() => close());

const exif = Buffer.concat([Buffer.from('Exif\0\0', 'latin1'), exifWithPlace()]);
const xmp = Buffer.concat([Buffer.from('http://ns.adobe.com/xap/1.0/\0'), xmpWithPlace]);
const send = (body: Buffer) => fetch(`${address}/api/photos`, { method: 'POST', body: new Uint8Array(body) });
const refusal = async (body: Buffer) => {
  const response = await send(body);
  return (await response.json()) as ProblemDetails;
};

describe('photographs', () => {
  it('are kept by their checksums and given back as they came', async () => {
    const body = png(40, 30);
    const response = await send(body);
    expect(response.status).toBe(201);
    const { file } = (await response.json()) as FileAnswer;
    const back = await fetch(`${address}/api/photos/${file}`);
    expect(back.headers.get('content-type')).toBe('image/png');
    expect(Buffer.from(await back.arrayBuffer()).equals(body)).toBe(true);
  });

  it.each([
    ['JPEG', jpeg(40, 30, [Buffer.from('Exif\0\0MM\0*\0\0\0\b\0\0\0\0\0\0', 'latin1')])],
    ['WebP', webp(40, 30)],
  ])('may be %s, without a place', async (_type, body) => {
    expect((await send(body)).status).toBe(201);
  });

  it.each([
    ['what is no image', Buffer.from('a table of readings'), 422, 'no-image'],
    ['a decompression bomb', png(60_000, 60_000), 422, 'too-many-pixels'],
    ['one without width', png(0, 30), 422, 'no-image'],
    ['a head alone', png(40, 30).subarray(0, 40), 422, 'cut-off'],
    ['one cut off before its end', png(40, 30).subarray(0, -12), 422, 'cut-off'],
    ['a JPEG without its picture', jpeg(40, 30, [], Buffer.alloc(0)), 422, 'no-image'],
    ['one with a place in the Exif of a JPEG', jpeg(40, 30, [exif]), 422, 'with-place'],
    ['one with a place in the XMP of a JPEG', jpeg(40, 30, [xmp]), 422, 'with-place'],
    ['one with a place in the Exif of a WebP', webp(40, 30, { EXIF: exifWithPlace() }), 422, 'with-place'],
    ['one with a place in the XMP of a WebP', webp(40, 30, { 'XMP ': xmpWithPlace }), 422, 'with-place'],
    ['one with a place in the Exif of a PNG', png(40, 30, { eXIf: exifWithPlace() }), 422, 'with-place'],
    ['one of 60 MB', Buffer.concat([png(10, 10), Buffer.alloc(60 * 1024 * 1024)]), 413, 'too-large'],
  ])('refuses %s, says what to do, and keeps nothing of it', async (_what, body, status, code) => {
    const refused = await refusal(body);
    expect(refused).toMatchObject({ status, code, field: 'file' });
    expect(refused.detail).toMatch(/Nothing was kept of it/);
  });

  it('are named only once they have arrived', async () => {
    const { file } = (await (await send(png(8, 8))).json()) as FileAnswer;
    const logged = (thumb: string) =>
      folder.store.keep(act(entry('piece.pictured', 'pictured', { file, thumb })));
    await folder.store.keep(act(pieceMade('pictured')));
    expect(await logged('0'.repeat(64))).toMatchObject({
      kind: 'refused',
      problem: { code: 'no-such-file', field: 'entries.0.body.thumb' },
    });
    expect((await logged(file)).kind).toBe('kept');
  });

  it('are in the export with everything else', async () => {
    const { file } = (await (await send(png(9, 9))).json()) as FileAnswer;
    await folder.store.keep(act(entry('piece.pictured', 'pictured', { file, thumb: file })));
    const zip = Buffer.from(await (await fetch(`${address}/api/export`)).arrayBuffer());
    expect(zip.includes(`files/${file}`)).toBe(true);
  });

  it('leads nowhere else', async () => {
    for (const path of ['..%2Fjournal.ndjson', 'x', '0'.repeat(64)])
      expect((await fetch(`${address}/api/photos/${path}`)).status).toBe(404);
    expect(existsSync(join('files', 'x'))).toBe(false);
  });
});
