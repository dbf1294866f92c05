import { readArchive, type ArchiveTask } from './archive.ts';

export { readClimate } from './climate.ts';
export { labelSheet } from './labels.ts';
export { runSheetPdf } from './runSheet.ts';

/** Reads an export, and hands its acts over a port, part by part. */
export function readArchiveTo({ path, port }: ArchiveTask) {
  return readArchive(
    path,
    (acts) =>
      new Promise((resolve, reject) => {
        port.once('message', (word) => (word === 'go on' ? resolve() : reject(new Error('stopped'))));
        port.postMessage(acts);
      }),
  ).finally(() => port.close());
}
