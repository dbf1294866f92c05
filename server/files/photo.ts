import { closeSync, openSync, readSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { imageSize } from 'image-size';
import { refused, type Result, ok } from '../../core/units/problem.ts';
import { placeIn, wholeImage } from './image.ts';

/** Photographs as they are taken in: an image of a size that any tablet can open, without the place it was taken at. */

export const PHOTO_LIMIT = 20 * 1024 * 1024;
/** More than this no tablet opens; a small file of more is made to fill its memory. */
export const MOST_PIXELS = 80e6;
/** The size of an image stands in its head. */
const HEAD = 256 * 1024;

const types: Record<string, string> = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };

/** What kind of image a file is; null where it is none that a browser shows. */
export function photoType(path: string): { type: string; pixels: number } | null {
  try {
    const { type, width, height } = imageSize(headOf(path));
    const mime = type === undefined ? undefined : types[type];
    return mime && width > 0 && height > 0 ? { type: mime, pixels: width * height } : null;
  } catch {
    return null;
  }
}

/** Whether a file that has arrived can be shown as a photograph. */
export async function photoAdmitted(path: string): Promise<Result<string>> {
  const found = photoType(path);
  const not = (code: string, message: string): Result<string> =>
    refused(code, 'file', `${message} Nothing was kept of it.`);
  if (!found) return not('no-image', 'This is no photograph that can be shown: choose a JPEG, PNG or WebP.');
  if (found.pixels > MOST_PIXELS)
    return not('too-many-pixels', 'This image has more than 80 million pixels: make it smaller first.');
  const bytes = await readFile(path);
  if (!wholeImage(bytes, found.type))
    return not('cut-off', 'This photograph is cut off: only a part of it arrived. Take it in again.');
  if (await placeIn(bytes, found.type))
    return not(
      'with-place',
      'This photograph carries the place it was taken at: take it in through the page of a piece, which leaves that out.',
    );
  return ok(found.type);
}

function headOf(path: string): Buffer {
  const fd = openSync(path, 'r');
  try {
    const head = Buffer.alloc(HEAD);
    return head.subarray(0, readSync(fd, head, 0, HEAD, 0));
  } finally {
    closeSync(fd);
  }
}
