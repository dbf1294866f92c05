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
import { crc32 } from 'node:zlib';
import { z } from 'zod';
import { schema } from '../api/index.ts';
import type { AnyRecordedAct } from '../core/log/upcast.ts';
import { breathing } from './breath.ts';

/**
 * The journal: every act ever kept, one line a commit, on the disk before anything is acknowledged. With the
 * files it names it is complete: the database can be rebuilt from it.
 */
export interface Journal {
  /** Appends acts as one line and waits until they are on the disk. Leaves the journal as it was if it cannot. */
  append: (acts: AnyRecordedAct[]) => void;
  /** The same for many acts, giving way to others meanwhile. */
  appendMany: (acts: AnyRecordedAct[]) => Promise<void>;
  /** Takes the last append back. */
  undoAppend: () => void;
  close: () => void;
}

/** An act that this program does not take as it stands. It stays in the journal as it is. */
export interface PassedOver {
  id: string | null;
  n: number;
  line: string;
  why: string;
}

export interface JournalContents {
  acts: AnyRecordedAct[];
  /** Acts of lines written before today's rules held: they are looked at again. */
  old: Set<string>;
  passedOver: PassedOver[];
  /** Lines that could not be read. */
  damaged: number;
  /** Bytes up to the end of the last whole line. */
  length: number;
}

/** Acts under these rules of admission need not be looked at again. */
const RULES = 2;
const HEAD = `{"rules":${RULES},"acts":`;
const TAIL = ',"sum":"';
const TAIL_LENGTH = TAIL.length + 8 + 2;
const NEWLINE = 0x0a;

const sumOf = (crc: number): string => crc.toString(16).padStart(8, '0');

function lineOf(acts: AnyRecordedAct[]): Buffer {
  const text = JSON.stringify(acts);
  return Buffer.from(`${HEAD}${text}${TAIL}${sumOf(crc32(text))}"}\n`);
}

/** Reads a journal. A last line without its end was never acknowledged and is left out. */
export function readJournal(path: string): JournalContents {
  const contents: JournalContents = { acts: [], old: new Set(), passedOver: [], damaged: 0, length: 0 };
  if (!existsSync(path)) return contents;
  const bytes = readFileSync(path);
  const known = new Set<string>();
  for (let end = bytes.indexOf(NEWLINE); end >= 0; end = bytes.indexOf(NEWLINE, contents.length)) {
    readLine(bytes.toString('utf8', contents.length, end), contents, known);
    contents.length = end + 1;
  }
  return contents;
}

function readLine(line: string, contents: JournalContents, known: Set<string>): void {
  const trusted = actsOfTrusted(line);
  const acts = trusted ?? actsOfOld(line);
  if (!acts) {
    contents.damaged += 1;
    return;
  }
  for (const act of acts) {
    const read = trusted ? { ok: true as const, act: act as AnyRecordedAct } : readAct(act);
    if (!read.ok) contents.passedOver.push(read.passedOver);
    else if (!known.has(read.act.id)) {
      known.add(read.act.id);
      contents.acts.push(read.act);
      if (!trusted) contents.old.add(read.act.id);
    }
  }
}

/** Acts of a line that this program wrote under today's rules, and that is as it was written. */
function actsOfTrusted(line: string): unknown[] | null {
  if (!line.startsWith(HEAD)) return null;
  const text = line.slice(HEAD.length, -TAIL_LENGTH);
  return line.slice(-TAIL_LENGTH) === `${TAIL}${sumOf(crc32(text))}"}`
    ? (JSON.parse(text) as unknown[])
    : null;
}

const oldLine = z.object({ acts: z.array(z.unknown()), sum: z.undefined().optional() });

function actsOfOld(line: string): unknown[] | null {
  try {
    return oldLine.parse(JSON.parse(line)).acts;
  } catch {
    return null;
  }
}

/** An act of unknown age by today's shapes; where it has none of them, why it is passed over. */
export function readAct(
  act: unknown,
): { ok: true; act: AnyRecordedAct } | { ok: false; passedOver: PassedOver } {
  const outcome = schema.recordedAct.safeParse(act);
  if (outcome.success) return { ok: true, act: outcome.data as AnyRecordedAct };
  const [issue] = outcome.error.issues;
  const { id, n } = (typeof act === 'object' && act !== null ? act : {}) as { id?: unknown; n?: unknown };
  return {
    ok: false,
    passedOver: {
      id: typeof id === 'string' ? id.toLowerCase() : null,
      n: typeof n === 'number' && Number.isSafeInteger(n) ? n : 0,
      line: JSON.stringify({ acts: [act] }),
      why: `${issue!.path.join('.')}: ${issue!.message}`,
    },
  };
}

/** Writes a journal anew with these acts, one a line; the old one is kept beside it under `keepAs`. */
export function rewriteJournal(
  path: string,
  acts: AnyRecordedAct[],
  old: ReadonlySet<string>,
  passedOver: PassedOver[],
  keepAs: string | null,
): void {
  if (keepAs && existsSync(path)) copyFileSync(path, keepAs);
  const fd = openSync(`${path}.new`, 'w');
  for (const act of acts)
    writeSync(fd, old.has(act.id) ? Buffer.from(`${JSON.stringify({ acts: [act] })}\n`) : lineOf([act]));
  for (const { line } of passedOver) writeSync(fd, `${line}\n`);
  fdatasyncSync(fd);
  closeSync(fd);
  renameSync(`${path}.new`, path);
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

  /** Writes at the end; nothing of it counts before `done`. */
  const writing = () => {
    let at = length;
    return {
      add: (bytes: Buffer) => {
        for (let written = 0; written < bytes.length;)
          written += writeSync(fd, bytes, written, bytes.length - written, at + written);
        at += bytes.length;
      },
      done: () => {
        fdatasyncSync(fd);
        before = length;
        length = at;
      },
    };
  };
  const orAsItWas = (error: unknown): never => {
    ftruncateSync(fd, length);
    throw error;
  };

  return {
    append: (acts) => {
      const line = writing();
      try {
        line.add(lineOf(acts));
        line.done();
      } catch (error) {
        orAsItWas(error);
      }
    },
    appendMany: async (acts) => {
      const line = writing();
      const breathe = breathing();
      let crc = 0;
      const add = (text: string) => {
        crc = crc32(text, crc);
        line.add(Buffer.from(text));
      };
      try {
        line.add(Buffer.from(`${HEAD}`));
        for (const [i, act] of acts.entries()) {
          add(`${i === 0 ? '[' : ','}${JSON.stringify(act)}`);
          await breathe();
        }
        add(']');
        line.add(Buffer.from(`${TAIL}${sumOf(crc)}"}\n`));
        line.done();
      } catch (error) {
        orAsItWas(error);
      }
    },
    undoAppend: () => {
      length = before;
      ftruncateSync(fd, length);
      fdatasyncSync(fd);
    },
    close: () => closeSync(fd),
  };
}
