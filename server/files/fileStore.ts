import { createHash } from 'node:crypto';
import {
  createReadStream,
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
import { LRUCache } from 'lru-cache';
import type { ReadingsAnswers } from '../../core/log/entry.ts';
import { refused, type Result } from '../../core/units/problem.ts';
import { jobsHere, type Jobs } from '../jobs/jobs.ts';
import type { ClimateFile } from '../jobs/climate.ts';

/** What is wrong with a file that the log names. */
export type Harm = 'missing' | 'damaged';

/** What has arrived and is not kept yet. Nothing that is kept already is touched by letting it go. */
export interface Received {
  /** Its SHA-256. */
  file: string;
  bytes: number;
  /** Where it lies meanwhile. */
  path: string;
  /** Keeps it for good under its sum. */
  keep: () => void;
  drop: () => void;
}

/** Raw files in the data folder, named by their SHA-256. What is kept is never removed while the program runs. */
export interface FileStore {
  has: (file: string) => boolean;
  read: (file: string) => Buffer;
  path: (file: string) => string;
  /** Takes a stream in, up to a limit, beside what is kept; null where it was larger. */
  receive: (stream: Readable, limit: number) => Promise<Received | null>;
  /** The same, and keeps it at once. */
  take: (stream: Readable, limit: number) => Promise<Pick<Received, 'file' | 'bytes'> | null>;
  /** Reads a file that should be kept, and holds it against its sum. */
  examine: (file: string) => Promise<Harm | null>;
  /** What the last look at each file found wrong. */
  harmed: ReadonlyMap<string, Harm>;
  /** What a climate file brings, read as answered. */
  climate: (file: string, answers: ReadingsAnswers) => Promise<Result<ClimateFile>>;
}

/** Climate files read last, so that looking at one and taking it reads it once. */
const REMEMBERED = 3;

/** Too large an upload is read to its end, so that its sender hears the answer, up to so many times the limit. */
const DRAINED = 20;

/** @param spool where what arrives lies until it is kept: on the same disk as `folder` */
export function fileStore(folder: string, spool: string, chores: Jobs = jobsHere()): FileStore {
  mkdirSync(folder, { recursive: true });
  mkdirSync(spool, { recursive: true });
  const path = (file: string) => join(folder, file);
  const harmed = new Map<string, Harm>();
  let spooled = 0;
  const climates = climatesReadBy(chores);

  const receive: FileStore['receive'] = async (stream, limit) => {
    const here = join(spool, String((spooled += 1)));
    const drop = () => rmSync(here, { force: true });
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
        createWriteStream(here),
      );
    } catch (error) {
      drop();
      throw error;
    }
    if (bytes > limit) {
      drop();
      return null;
    }
    const file = hash.digest('hex');
    const keep = () => {
      onDisk(here);
      renameSync(here, path(file));
      // what it was read as before it was sound is forgotten
      if (harmed.delete(file)) climates.forget();
    };
    return { file, bytes, path: here, keep, drop };
  };

  return {
    has: (file) => existsSync(path(file)),
    read: (file) => readFileSync(path(file)),
    path,
    harmed,
    receive,
    take: async (stream, limit) => {
      const received = await receive(stream, limit);
      if (!received) return null;
      received.keep();
      return { file: received.file, bytes: received.bytes };
    },
    examine: async (file) => {
      const harm = await harmOf(path(file), file);
      if (harm) harmed.set(file, harm);
      else harmed.delete(file);
      return harm;
    },
    climate: (file, answers) => climates.read(path(file), file, answers),
  };
}

/** Climate files, the last ones read remembered. */
function climatesReadBy(chores: Jobs) {
  const known = new LRUCache<string, Promise<Result<ClimateFile>>>({ max: REMEMBERED });
  return {
    forget: () => known.clear(),
    read: (path: string, file: string, answers: ReadingsAnswers): Promise<Result<ClimateFile>> => {
      const key = JSON.stringify([file, answers]);
      const before = known.get(key);
      if (before) return before;
      const fresh = chores.climate(path, answers).catch(() => {
        known.delete(key);
        return refused(
          'unreadable',
          'file',
          'This file cannot be read: it is larger or stranger than a logger’s table. Export a shorter time as CSV, and take it in parts.',
        );
      });
      known.set(key, fresh);
      return fresh;
    },
  };
}

async function harmOf(path: string, sum: string): Promise<Harm | null> {
  if (!existsSync(path)) return 'missing';
  try {
    const hash = createHash('sha256');
    await pipeline(createReadStream(path), hash);
    return hash.digest('hex') === sum ? null : 'damaged';
  } catch {
    return 'damaged';
  }
}

function onDisk(path: string): void {
  const fd = openSync(path, 'r+');
  fsyncSync(fd);
  closeSync(fd);
}
