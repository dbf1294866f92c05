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
import type { AirReading } from '../core/drying/series.ts';
import type { EntryOf, ReadingsAnswers } from '../core/log/entry.ts';
import { ok, problem, refused, type Result } from '../core/units/problem.ts';
import { choresHere, type Chores } from './chores/chores.ts';
import type { ClimateFile } from './chores/climate.ts';

/** Raw files in the data folder, named by their SHA-256. */
export interface FileStore {
  has: (file: string) => boolean;
  read: (file: string) => Buffer;
  path: (file: string) => string;
  /** Takes a stream in, up to a limit; null where it was larger. */
  take: (stream: Readable, limit: number) => Promise<{ file: string; bytes: number } | null>;
  /** What a climate file brings, read as answered. */
  climate: (file: string, answers: ReadingsAnswers) => Promise<Result<ClimateFile>>;
}

/** Climate files read last, so that looking at one and taking it reads it once. */
const REMEMBERED = 3;

/** Too large an upload is read to its end, so that its sender hears the answer, up to so many times the limit. */
const DRAINED = 20;

export function fileStore(folder: string, chores: Chores = choresHere()): FileStore {
  mkdirSync(folder, { recursive: true });
  const path = (file: string) => join(folder, file);
  let spooled = 0;
  const read = new Map<string, Promise<Result<ClimateFile>>>();
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
    climate: (file, answers) => {
      const key = JSON.stringify([file, answers]);
      const known = read.get(key);
      if (known) return known;
      const fresh = chores.climate(path(file), answers).catch(() => {
        read.delete(key);
        return refused(
          'unreadable',
          'file',
          'This file cannot be read: it is larger or stranger than a logger’s table. Export a shorter time as CSV, and take it in parts.',
        );
      });
      read.set(key, fresh);
      if (read.size > REMEMBERED) read.delete(read.keys().next().value!);
      return fresh;
    },
  };
}

function onDisk(path: string): void {
  const fd = openSync(path, 'r+');
  fsyncSync(fd);
  closeSync(fd);
}

/** The five-minute means that taking a file brings, or why it cannot be taken. */
export async function meansOfEntry(
  { body }: EntryOf<'readings.taken'>,
  files: FileStore,
): Promise<Result<AirReading[]>> {
  if (!files.has(body.file))
    return refused('no-such-file', 'body.file', 'The file of readings did not arrive: upload it again.');
  const outcome = await files.climate(body.file, body.answers);
  if (!outcome.ok) return outcome;
  const { preview, means } = outcome.value;
  if (preview.questions.length > 0)
    return { ok: false, problem: problem('open-questions', 'body.answers', preview.questions[0]!.text) };
  if (preview.badCount > 0 && !body.skipBad)
    return refused(
      'bad-rows',
      'body.skipBad',
      `${preview.badCount} rows cannot be read, the first at line ${preview.badRows[0]!.line}: ${preview.badRows[0]!.message}. Take the good ones only, or mend the file.`,
    );
  return preview.goodRows === 0
    ? refused('no-rows', 'body.file', 'Not one row of this file could be read. Nothing was taken.')
    : ok(means);
}
