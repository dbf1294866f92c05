import { createHash } from 'node:crypto';
import {
  createWriteStream,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  openSync,
  fsyncSync,
  closeSync,
} from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { meansOver, readingsOf, type AirReading } from '../core/drying/series.ts';
import type { EntryOf } from '../core/log/entry.ts';
import { problem, type Problem } from '../core/units/problem.ts';
import { MINUTE } from '../core/units/quantity.ts';
import { readReadings } from './readings/read.ts';

/** Raw files in the data folder, named by their SHA-256. */
export interface FileStore {
  has: (file: string) => boolean;
  read: (file: string) => Buffer;
  path: (file: string) => string;
  /** Takes a stream in, up to a limit; null where it was larger. */
  take: (stream: Readable, limit: number) => Promise<{ file: string; bytes: number } | null>;
  whyUnreadable: (entry: EntryOf<'readings.taken'>) => Problem | null;
}

/** Too large an upload is read to its end, so that its sender hears the answer, up to so many times the limit. */
const DRAINED = 20;

export function fileStore(folder: string): FileStore {
  mkdirSync(folder, { recursive: true });
  const path = (file: string) => join(folder, file);
  let spooled = 0;
  return {
    has: (file) => existsSync(path(file)),
    read: (file) => readFileSync(path(file)),
    path,
    take: async (stream, limit) => {
      const spool = join(folder, `.arriving-${process.pid}-${(spooled += 1)}`);
      const hash = createHash('sha256');
      let bytes = 0;
      try {
        await pipeline(
          stream,
          async function* (source: AsyncIterable<Buffer>) {
            for await (const chunk of source) {
              bytes += chunk.length;
              if (bytes > limit * DRAINED) throw new Error('an upload without end');
              if (bytes > limit) continue;
              hash.update(chunk);
              yield chunk;
            }
          },
          createWriteStream(spool),
        );
      } catch (error) {
        rmSync(spool, { force: true });
        throw error;
      }
      if (bytes > limit) {
        rmSync(spool, { force: true });
        return null;
      }
      const file = hash.digest('hex');
      onDisk(spool);
      renameSync(spool, path(file));
      return { file, bytes };
    },
    whyUnreadable: (entry) => {
      const outcome = readReadings(readFileSync(path(entry.body.file)), entry.body.answers);
      if (!outcome.ok) return outcome.problem;
      const { preview } = outcome.value;
      if (preview.questions.length > 0)
        return problem('open-questions', 'body.answers', preview.questions[0]!.text);
      if (preview.badCount > 0 && !entry.body.skipBad) {
        return problem(
          'bad-rows',
          'body.skipBad',
          `${preview.badCount} rows cannot be read, the first at line ${preview.badRows[0]!.line}: ${preview.badRows[0]!.message}. Take the good ones only, or mend the file.`,
        );
      }
      return preview.goodRows === 0
        ? problem('no-rows', 'body.file', 'Not one row of this file could be read. Nothing was taken.')
        : null;
    },
  };
}

function onDisk(path: string): void {
  const fd = openSync(path, 'r+');
  fsyncSync(fd);
  closeSync(fd);
}

/** What a file brings, as five-minute means. */
export function meansOfEntry(entry: EntryOf<'readings.taken'>, files: FileStore): AirReading[] {
  const outcome = readReadings(files.read(entry.body.file), entry.body.answers);
  return outcome.ok ? [...readingsOf(meansOver(outcome.value.readings, 5 * MINUTE))] : [];
}
