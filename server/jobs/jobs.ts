import { existsSync } from 'node:fs';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { ReadingsAnswers } from '../../core/log/entry.ts';
import type { AnyRecordedAct } from '../../core/log/upcast.ts';
import type { Result } from '../../core/units/problem.ts';
import { readArchive, type ArchiveHead, type ArchiveTask } from './archive.ts';
import { readClimate, type ClimateFile } from './climate.ts';
import { labelSheet, type LabelTask } from './labels.ts';
import { runSheetPdf, type RunSheetTask } from './runSheet.ts';

/** Heavy reading and drawing of files, done off the server's thread. */
export interface Jobs {
  climate: (path: string, answers: ReadingsAnswers) => Promise<Result<ClimateFile>>;
  /** Hands over the acts of an export in parts, each when the one before was taken. */
  archive: (path: string, take: (acts: AnyRecordedAct[]) => Promise<void>) => Promise<Result<ArchiveHead>>;
  /** Labels to print, as PDF. */
  labels: (task: LabelTask) => Promise<Uint8Array>;
  /** A plan to print, as PDF. */
  runSheet: (task: RunSheetTask) => Promise<Uint8Array>;
  close: () => Promise<void>;
}

/** A file that needs more than this to be read is refused, MB. */
const MEMORY_MB = 1_200;

/** In threads of their own; on this one where the built thread is not beside the program, as in tests. */
export function createJobs(path: string): Jobs {
  if (!existsSync(path)) return jobsHere();
  const pool = new Piscina({
    filename: path,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
  });
  return {
    climate: (file, answers) =>
      pool.run({ path: file, answers }, { name: 'readClimate' }) as Promise<Result<ClimateFile>>,
    archive: async (file, take) => {
      const { port1, port2 } = new MessageChannel();
      port1.on('message', (acts: AnyRecordedAct[]) => {
        take(acts).then(
          () => port1.postMessage('go on'),
          () => port1.postMessage('stop'),
        );
      });
      try {
        const task: ArchiveTask = { path: file, port: port2 };
        return (await pool.run(task, {
          name: 'readArchiveTo',
          transferList: [port2],
        })) as Result<ArchiveHead>;
      } finally {
        port1.close();
      }
    },
    labels: (task) => pool.run(task, { name: 'labelSheet' }) as Promise<Uint8Array>,
    runSheet: (task) => pool.run(task, { name: 'runSheetPdf' }) as Promise<Uint8Array>,
    close: () => pool.close({ force: true }),
  };
}

export const jobsHere = (): Jobs => ({
  climate: (path, answers) => Promise.resolve(readClimate({ path, answers })),
  archive: (path, take) => readArchive(path, take),
  labels: labelSheet,
  runSheet: runSheetPdf,
  close: () => Promise.resolve(),
});
