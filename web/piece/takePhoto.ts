/** A photograph as it is kept, named by the SHA-256 of its contents. */
export interface Kept {
  file: string;
  blob: Blob;
}

export type PhotoAnswer = { photo: Kept; thumb: Kept } | { wrong: string };

/** Makes of a camera's file what is kept, in a worker of its own. */
export function takePhoto(file: Blob): Promise<PhotoAnswer> {
  const worker = new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<PhotoAnswer>((resolve) => {
    worker.onmessage = ({ data }: MessageEvent<PhotoAnswer>) => resolve(data);
    worker.onerror = () =>
      resolve({ wrong: 'This image is too much for this tablet: make it smaller, or take another.' });
    worker.postMessage(file);
  }).finally(() => worker.terminate());
}
