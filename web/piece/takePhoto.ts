import { inWorkerOfItsOwn } from '../asking/worker.ts';
import type { PhotoAnswer, PhotosHere } from './photo.worker.ts';

/** Makes of a camera's file what is kept, in a worker of its own. */
export const takePhoto = (file: Blob): Promise<PhotoAnswer> =>
  inWorkerOfItsOwn<PhotosHere, PhotoAnswer>(
    new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module' }),
    (offered) => offered.made(file),
  ).answer.catch(() => ({
    wrong: 'This image is too much for this tablet: make it smaller, or take another.',
  }));
