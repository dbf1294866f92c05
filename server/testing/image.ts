import { crc32, deflateSync } from 'node:zlib';

/** Images made for tests, from their published forms. */

const chunk = (type: string, data: Buffer): Buffer => {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(data.length);
  sum.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, sum]);
};

/** A grey PNG of a size, its pixels left out where they would fill the memory: W3C PNG, third edition, 11.2. */
export function png(width: number, height: number, more: Record<string, Buffer> = {}): Buffer {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 0, 0, 0, 0], 8);
  const rows = width * height > 1e6 ? Buffer.alloc(64) : Buffer.alloc((width + 1) * height, 0x80);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    ...Object.entries(more).map(([type, data]) => chunk(type, data)),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

const segment = (marker: number, data: Buffer): Buffer => {
  const length = Buffer.alloc(2);
  length.writeUInt16BE(data.length + 2);
  return Buffer.concat([Buffer.from([0xff, marker]), length, data]);
};

/** The parts of a JPEG of a size that a reader looks at before its picture: ITU-T T.81, B.2. */
export function jpeg(
  width: number,
  height: number,
  app1: Buffer[] = [],
  scan = Buffer.from([1, 2, 3]),
): Buffer {
  const frame = Buffer.from([8, 0, 0, 0, 0, 1, 1, 0x11, 0]);
  frame.writeUInt16BE(height, 1);
  frame.writeUInt16BE(width, 3);
  return Buffer.concat([
    Buffer.from([0xff, 0xd8]),
    ...app1.map((data) => segment(0xe1, data)),
    segment(0xc0, frame),
    segment(0xda, Buffer.from([1, 1, 0, 0, 63, 0])),
    scan,
    Buffer.from([0xff, 0xd9]),
  ]);
}

/** A WebP of the extended form with further chunks: RFC 9649, 2.7. */
export function webp(width: number, height: number, more: Record<string, Buffer> = {}): Buffer {
  const riff = (name: string, data: Buffer) => {
    const length = Buffer.alloc(4);
    length.writeUInt32LE(data.length);
    return Buffer.concat([Buffer.from(name, 'latin1'), length, data, Buffer.alloc(data.length % 2)]);
  };
  const head = Buffer.alloc(10);
  head[0] = 0x0c;
  head.writeUIntLE(width - 1, 4, 3);
  head.writeUIntLE(height - 1, 7, 3);
  const picture = Buffer.from([0x2f, 0, 0, 0, 0, 1, 2, 3]);
  const body = Buffer.concat([
    Buffer.from('WEBP', 'latin1'),
    riff('VP8X', head),
    riff('VP8L', picture),
    ...Object.entries(more).map(([name, data]) => riff(name, data)),
  ]);
  return riff('RIFF', body);
}

/** A TIFF as Exif has it, with one place: Exif 2.32, 4.6.6. */
export function exifWithPlace(): Buffer {
  const out = Buffer.alloc(8 + 2 + 12 + 4 + 2 + 4 * 12 + 4 + 48);
  out.write('II*\0', 0, 'latin1');
  out.writeUInt32LE(8, 4);
  const entry = (at: number, tag: number, type: number, count: number, value: number) => {
    out.writeUInt16LE(tag, at);
    out.writeUInt16LE(type, at + 2);
    out.writeUInt32LE(count, at + 4);
    out.writeUInt32LE(value, at + 8);
  };
  out.writeUInt16LE(1, 8);
  entry(10, 0x8825, 4, 1, 26);
  const [gps, data] = [26, 26 + 2 + 48 + 4];
  out.writeUInt16LE(4, gps);
  entry(gps + 2, 1, 2, 2, 'N'.charCodeAt(0));
  entry(gps + 14, 2, 5, 3, data);
  entry(gps + 26, 3, 2, 2, 'E'.charCodeAt(0));
  entry(gps + 38, 4, 5, 3, data + 24);
  [48, 12, 30, 16, 22, 5].forEach((value, i) => {
    out.writeUInt32LE(value, data + i * 8);
    out.writeUInt32LE(1, data + i * 8 + 4);
  });
  return out;
}

export const xmpWithPlace = Buffer.from(
  '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:Description exif:GPSLatitude="48,12.5N" exif:GPSLongitude="16,22.1E"/></x:xmpmeta>',
);
