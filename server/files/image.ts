import exifr from 'exifr';

/** What images are made of: JPEG (ITU-T T.81, B.1), PNG (W3C PNG, third edition, 5), WebP (RFC 9649, 2). */

/** A named part of an image, and its data. */
interface Part {
  name: string;
  data: Buffer;
}

/** Whether an image has its picture and its end, not its head alone. */
export function wholeImage(bytes: Buffer, type: string): boolean {
  const parts = partsOf(bytes, type);
  const has = (...names: string[]) => parts.some(({ name, data }) => names.includes(name) && data.length > 0);
  if (type === 'image/png') return has('IDAT') && parts.some(({ name }) => name === 'IEND');
  if (type === 'image/jpeg') return has('scan') && parts.some(({ name }) => name === 'end');
  return has('VP8 ', 'VP8L', 'ANMF');
}

/** Whether an image tells where it was taken, in its Exif or in its XMP. */
export async function placeIn(bytes: Buffer, type: string): Promise<boolean> {
  for (const { name, data } of partsOf(bytes, type)) {
    if (isXmp(name, data) && PLACE.test(data.toString('latin1'))) return true;
    const exif = exifOf(name, data);
    if (!exif) continue;
    const found = await exifr.parse(exif, { gps: true, xmp: true }).catch(() => null);
    if (
      Object.keys((found as object | null) ?? {}).some((key) => key.startsWith('GPS') || key === 'latitude')
    )
      return true;
  }
  return false;
}

/** Words of XMP that say a place: Exif for XMP, IPTC core and extension, Photoshop. */
const PLACE =
  /GPSL(atitude|ongitude)|GPSDest|LocationCreated|LocationShown|photoshop:(City|State|Country)|Iptc4xmpCore:Location/;

const isXmp = (name: string, data: Buffer): boolean =>
  name === 'XMP ' ||
  (name === 'APP1' && data.subarray(0, 28).toString('latin1').startsWith('http://ns.adobe.com/x')) ||
  (['iTXt', 'tEXt', 'zTXt'].includes(name) &&
    data.subarray(0, 17).toString('latin1') === 'XML:com.adobe.xmp');

/** The TIFF that Exif is written in; null where a part holds none. */
function exifOf(name: string, data: Buffer): Buffer | null {
  const bare = data.subarray(0, 6).toString('latin1') === 'Exif\0\0' ? data.subarray(6) : data;
  if (name === 'eXIf' || name === 'EXIF') return bare;
  return name === 'APP1' && bare !== data ? bare : null;
}

const partsOf = (bytes: Buffer, type: string): Part[] =>
  type === 'image/png' ? pngParts(bytes) : type === 'image/jpeg' ? jpegParts(bytes) : webpParts(bytes);

function pngParts(bytes: Buffer): Part[] {
  const parts: Part[] = [];
  for (let at = 8; at + 8 <= bytes.length;) {
    const length = bytes.readUInt32BE(at);
    const end = at + 12 + length;
    if (end > bytes.length) break;
    parts.push({ name: bytes.toString('latin1', at + 4, at + 8), data: bytes.subarray(at + 8, end - 4) });
    at = end;
  }
  return parts;
}

function webpParts(bytes: Buffer): Part[] {
  const parts: Part[] = [];
  for (let at = 12; at + 8 <= bytes.length;) {
    const length = bytes.readUInt32LE(at + 4);
    const end = at + 8 + length;
    if (end > bytes.length) break;
    parts.push({ name: bytes.toString('latin1', at, at + 4), data: bytes.subarray(at + 8, end) });
    at = end + (length % 2);
  }
  return parts;
}

const [SOI, EOI, SOS] = [0xd8, 0xd9, 0xda];

function jpegParts(bytes: Buffer): Part[] {
  const parts: Part[] = [];
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff;) {
    const marker = bytes[at + 1]!;
    if (marker === 0xff || marker === SOI || (marker >= 0xd0 && marker <= 0xd7) || marker === 0x01) {
      at += marker === 0xff ? 1 : 2;
      continue;
    }
    const end = at + 2 + bytes.readUInt16BE(at + 2);
    if (marker === EOI || end > bytes.length) break;
    const data = bytes.subarray(at + 4, end);
    if (marker >= 0xe0 && marker <= 0xef) parts.push({ name: `APP${marker - 0xe0}`, data });
    at = end;
    if (marker !== SOS) continue;
    // the picture itself runs on to the end of the image
    const last = bytes.lastIndexOf(Buffer.from([0xff, EOI]));
    parts.push({ name: 'scan', data: bytes.subarray(end, Math.max(end, last)) });
    if (last >= end) parts.push({ name: 'end', data: Buffer.alloc(0) });
    break;
  }
  return parts;
}
