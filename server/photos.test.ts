import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FileAnswer, ProblemDetails } from '../api/index.ts';
import type { OpenFolder } from './folder.ts';
import { act, entry, pieceMade } from './testing/studio.ts';
import { listening } from './testing/listening.ts';

let folder: OpenFolder;
let address: string;
let close: () => Promise<void>;
beforeAll(async () => {
  ({ folder, address, close } = await listening());
});
afterAll(() => close());

const crcTable = Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});
const crc = (bytes: Buffer) => {
  let c = 0xffffffff;
  for (const byte of bytes) c = crcTable[(c ^ byte) & 0xff]! ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
};
const chunk = (type: string, data: Buffer) => {
  const body = Buffer.concat([Buffer.from(type, 'ascii'), data]);
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(data.length);
  sum.writeUInt32BE(crc(body));
  return Buffer.concat([length, body, sum]);
};
/** A grey PNG of a size, its pixels left out where they would fill the memory: W3C PNG, third edition, 11.2. */
function png(width: number, height: number): Buffer {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 0, 0, 0, 0], 8);
  const rows = width * height > 1e6 ? Buffer.alloc(64) : Buffer.alloc((width + 1) * height, 0x80);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

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
    ['what is no image', Buffer.from('a table of readings'), 422, 'no-image'],
    ['a decompression bomb', png(60_000, 60_000), 422, 'too-many-pixels'],
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
