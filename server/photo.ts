import { openSync, readSync, closeSync, rmSync } from 'node:fs';
import exifr from 'exifr';
import { imageSize } from 'image-size';
import { ok, refused, type Result } from '../core/units/problem.ts';
import type { FileStore } from './files.ts';

/** Photographs as they are taken in: an image of a size that any tablet can open, without the place it was taken at. */

export const PHOTO_LIMIT = 20 * 1024 * 1024;
/** More than this no tablet opens; a small file of more is made to fill its memory. */
export const MOST_PIXELS = 80e6;
/** The size of an image stands in its head. */
const HEAD = 256 * 1024;

const types: Record<string, string> = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };

/** What kind of image a kept file is; null where it is none that a browser shows. */
export function photoType(files: FileStore, file: string): { type: string; pixels: number } | null {
  try {
    const { type, width, height } = imageSize(headOf(files.path(file)));
    const mime = type === undefined ? undefined : types[type];
    return mime ? { type: mime, pixels: width * height } : null;
  } catch {
    return null;
  }
}

/** Whether a kept file can be shown as a photograph; one that cannot is thrown away. */
export async function photoAdmitted(files: FileStore, file: string): Promise<Result<string>> {
  const found = photoType(files, file);
  const not = (code: string, message: string): Result<string> => {
    rmSync(files.path(file), { force: true });
    return refused(code, 'file', `${message} Nothing was kept of it.`);
  };
  if (!found) return not('no-image', 'This is no photograph that can be shown: choose a JPEG, PNG or WebP.');
  if (found.pixels > MOST_PIXELS)
    return not('too-many-pixels', 'This image has more than 80 million pixels: make it smaller first.');
  const place = await exifr.gps(files.path(file)).catch(() => undefined);
  if (place?.latitude !== undefined)
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
