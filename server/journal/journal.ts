import {
  closeSync,
  copyFileSync,
  existsSync,
  fdatasyncSync,
  ftruncateSync,
  openSync,
  renameSync,
  writeSync,
} from 'node:fs';
import { crc32 } from 'node:zlib';
import { v7 as uuid } from 'uuid';
import type { AnyRecordedAct } from '../../core/log/upcast.ts';
import { BEGINNING, closeLine, HEAD, hexOf, partHead, TAIL } from './form.ts';

/**
 * The journal: every act ever kept, one line a commit, on the disk before anything is acknowledged. With the
 * files it names it is complete: the database can be rebuilt from it.
 */
export interface Journal {
  /** Appends acts as one line and waits until they are on the disk. Leaves the journal as it was if it cannot. */
  append: (acts: AnyRecordedAct[]) => void;
  /** Takes the last append back. */
  undoAppend: () => void;
  /** Begins many acts that count together or not at all; others may be appended between their parts. */
  begin: () => JournalBatch;
  close: () => void;
}

export interface JournalBatch {
  /** Appends a part as a line of its own. It does not count before the last line is there. */
  add: (part: JournalPart) => void;
  /** Appends the line that makes all parts count. */
  close: () => void;
}

/** Acts of one line, as they are written there. */
export interface JournalPart {
  acts: number;
  text: string;
}

/** Acts in parts, each short enough for one line. */
export function* inLines(acts: readonly AnyRecordedAct[]): Generator<JournalPart> {
  let part: string[] = [];
  let entries = 0;
  let length = 0;
  const whole = (): JournalPart => ({ acts: part.length, text: `[${part.join()}]` });
  for (const act of acts) {
    const more = JSON.stringify(act);
    if (
      part.length > 0 &&
      (entries + act.entries.length > MOST_IN_LINE || length + more.length > LONGEST_LINE)
    ) {
      yield whole();
      part = [];
      entries = length = 0;
    }
    part.push(more);
    entries += act.entries.length;
    length += more.length;
  }
  if (part.length > 0) yield whole();
}

/** Entries in one line of many acts. */
const MOST_IN_LINE = 500;
/** Characters in it: quick to write, and far from longer than a string may be. */
const LONGEST_LINE = 2_000_000;

const lineOf = (text: string, head = HEAD): Buffer =>
  Buffer.from(`${head}${text}${TAIL}${hexOf(crc32(text))}"}\n`);

/** Writes a journal anew with these acts, one a line; the old one is kept beside it under `keepAs`. */
export function rewriteJournal(
  path: string,
  acts: AnyRecordedAct[],
  old: ReadonlySet<string>,
  passedOver: { line: string }[],
  keepAs: string | null,
): void {
  if (keepAs && existsSync(path)) copyFileSync(path, keepAs);
  const fd = openSync(`${path}.new`, 'w');
  try {
    for (const act of acts)
      writeAll(
        fd,
        old.has(act.id)
          ? Buffer.from(`${BEGINNING}${JSON.stringify([act])}}\n`)
          : lineOf(JSON.stringify([act])),
        null,
      );
    for (const { line } of passedOver) writeAll(fd, Buffer.from(`${line}\n`), null);
    fdatasyncSync(fd);
  } finally {
    closeSync(fd);
  }
  renameSync(`${path}.new`, path);
}

/** A write may take less than it was given. */
function writeAll(fd: number, bytes: Buffer, at: number | null): void {
  for (let written = 0; written < bytes.length;)
    written += writeSync(fd, bytes, written, bytes.length - written, at === null ? null : at + written);
}

/**
 * Opens a journal for appending; a torn last line is cut off first.
 * @param end where its last whole line ends, bytes
 */
export function openJournal(path: string, end: number): Journal {
  let length = end;
  let before = end;
  const fd = openSync(path, existsSync(path) ? 'r+' : 'w+');
  ftruncateSync(fd, length);

  const write = (line: Buffer): void => {
    try {
      writeAll(fd, line, length);
      fdatasyncSync(fd);
      before = length;
      length += line.length;
    } catch (error) {
      ftruncateSync(fd, length);
      throw error;
    }
  };

  return {
    append: (acts) => write(lineOf(JSON.stringify(acts))),
    undoAppend: () => {
      length = before;
      ftruncateSync(fd, length);
      fdatasyncSync(fd);
    },
    begin: () => {
      const batch = uuid();
      let parts = 0;
      return {
        add: ({ text }) => {
          write(lineOf(text, partHead(batch)));
          parts += 1;
        },
        close: () => write(Buffer.from(closeLine(batch, parts))),
      };
    },
    close: () => closeSync(fd),
  };
}
