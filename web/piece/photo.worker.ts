import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';
import { expose } from 'comlink';
import { imageSize } from 'image-size';

/** A photograph as it is kept, named by the SHA-256 of its contents. */
export interface Kept {
  file: string;
  blob: Blob;
}

export type PhotoAnswer = { photo: Kept; thumb: Kept } | { wrong: string };

/** Larger files than this are not read at all. */
const MOST_BYTES = 50 * 1024 * 1024;
const MOST_PIXELS = 80e6;
const HEAD = 256 * 1024;
/** The longer edge of what is kept, and of what stands in a row, px. */
const LARGE = 2400;
const SMALL = 320;

/**
 * Makes of a camera's file what is kept: drawn anew, upright, no larger than is looked at. So nothing of where and with
 * what it was taken stays with it.
 */
async function made(file: Blob): Promise<PhotoAnswer> {
  if (file.size > MOST_BYTES)
    return { wrong: 'This file is larger than 50 MB: take a smaller photograph, or export it as a JPEG.' };
  let size: { width: number; height: number };
  try {
    size = imageSize(new Uint8Array(await file.slice(0, HEAD).arrayBuffer()));
  } catch {
    return { wrong: 'This is no image that can be read: choose a JPEG, PNG or WebP.' };
  }
  if (size.width * size.height > MOST_PIXELS)
    return { wrong: 'This image has more than 80 million pixels: make it smaller first.' };
  try {
    const photo = await drawn(file, LARGE, 0.86);
    const thumb = await drawn(file, SMALL, 0.8);
    return { photo: await named(photo), thumb: await named(thumb) };
  } catch {
    return { wrong: 'This image cannot be opened here: export it as a JPEG, and choose that.' };
  }
}

async function drawn(file: Blob, longest: number, quality: number): Promise<Blob> {
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' });
  const by = Math.min(1, longest / Math.max(image.width, image.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(image.width * by)),
    Math.max(1, Math.round(image.height * by)),
  );
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  return canvas.convertToBlob({ type: 'image/jpeg', quality });
}

const named = async (blob: Blob) => ({
  blob,
  file: bytesToHex(sha256(new Uint8Array(await blob.arrayBuffer()))),
});

const offered = { made };
export type PhotosHere = typeof offered;
expose(offered);
