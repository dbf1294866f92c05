import {
  closeSync,
  copyFileSync,
  existsSync,
  fdatasyncSync,
  ftruncateSync,
  openSync,
  readFileSync,
  renameSync,
  writeSync,
} from 'node:fs';
import { schema } from '../api/index.ts';
import type { RecordedAct } from '../core/log/entry.ts';
import { z } from 'zod';

/**
 * The journal: every act ever kept, one line a commit, on the disk before anything is acknowledged. With the
 * files it names it is complete: the database can be rebuilt from it.
 */
export interface Journal {
  /** Appends acts as one line and waits until they are on the disk. Leaves the journal as it was if it cannot. */
  append: (acts: RecordedAct[]) => void;
  /** Takes the last append back. */
  undoAppend: () => void;
  close: () => void;
}

export interface JournalContents {
  acts: RecordedAct[];
  /** Lines that could not be read. */
  damaged: number;
}

const line = z.object({ acts: z.array(schema.recordedAct) });

/** Reads a journal. A last line without its end was never acknowledged and is left out. */
export function readJournal(path: string): JournalContents {
  if (!existsSync(path)) return { acts: [], damaged: 0 };
  const lines = readFileSync(path, 'utf8').split('\n').slice(0, -1);
  const acts: RecordedAct[] = [];
  let damaged = 0;
  for (const text of lines) {
    const parsed = readLine(text);
    if (parsed) acts.push(...parsed);
    else damaged += 1;
  }
  return { acts, damaged };
}

function readLine(text: string): RecordedAct[] | null {
  try {
    return line.parse(JSON.parse(text)).acts;
  } catch {
    return null;
  }
}

const lineOf = (acts: RecordedAct[]): Buffer => Buffer.from(`${JSON.stringify({ acts })}\n`);

/** Writes a journal anew with these acts, one a line; the old one is kept beside it under `keepAs`. */
export function rewriteJournal(path: string, acts: RecordedAct[], keepAs: string | null): void {
  if (keepAs && existsSync(path)) copyFileSync(path, keepAs);
  const fd = openSync(`${path}.new`, 'w');
  for (const act of acts) writeSync(fd, lineOf([act]));
  fdatasyncSync(fd);
  closeSync(fd);
  renameSync(`${path}.new`, path);
}

/** Opens a journal for appending; a torn last line is cut off first. */
export function openJournal(path: string): Journal {
  let length = existsSync(path) ? readFileSync(path).lastIndexOf(0x0a) + 1 : 0;
  let before = length;
  const fd = openSync(path, existsSync(path) ? 'r+' : 'w+');
  ftruncateSync(fd, length);
  return {
    append: (acts) => {
      const bytes = lineOf(acts);
      try {
        let written = 0;
        while (written < bytes.length)
          written += writeSync(fd, bytes, written, bytes.length - written, length + written);
        fdatasyncSync(fd);
      } catch (error) {
        ftruncateSync(fd, length);
        throw error;
      }
      before = length;
      length += bytes.length;
    },
    undoAppend: () => {
      length = before;
      ftruncateSync(fd, length);
      fdatasyncSync(fd);
    },
    close: () => closeSync(fd),
  };
}
