import { closeSync, existsSync, openSync } from 'node:fs';
import { crc32 } from 'node:zlib';
import { z } from 'zod';
import { schema } from '../../api/index.ts';
import type { AnyRecordedAct } from '../../core/log/upcast.ts';
import { BEGINNING, closed, HEAD, hexOf, PART_HEAD, TAIL, TAIL_LENGTH } from './form.ts';
import { eachLine, sumOf, textOf, valuesAt, type Line } from './lines.ts';

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

/** Reads a journal. What has not come to its end was never acknowledged and is left out: a last line, or parts of many acts. */
export function readJournal(path: string, long?: number): JournalContents {
  const contents: JournalContents = { acts: [], old: new Set(), passedOver: [], damaged: 0, length: 0 };
  if (!existsSync(path)) return contents;
  const known = new Set<string>();
  const open = new Map<string, unknown[][]>();
  const fd = openSync(path, 'r');

  const take = (read: ReadLine | null): void => {
    if (!read) contents.damaged += 1;
    else if (read.kind === 'part') open.set(read.batch, [...(open.get(read.batch) ?? []), read.acts]);
    else if (read.kind === 'close') {
      const parts = open.get(read.batch) ?? [];
      if (parts.length < read.parts) contents.damaged += 1;
      for (const acts of parts) for (const act of acts) takeTrusted(act as AnyRecordedAct);
      open.delete(read.batch);
    } else
      for (const act of read.acts)
        if (read.trusted) takeTrusted(act as AnyRecordedAct);
        else takeOld(act);
  };
  const takeTrusted = (act: AnyRecordedAct): void => {
    if (known.has(act.id)) return;
    known.add(act.id);
    contents.acts.push(act);
  };
  const takeOld = (act: unknown): void => {
    const read = readAct(act);
    if (!read.ok) return void contents.passedOver.push(read.passedOver);
    if (known.has(read.act.id)) return;
    takeTrusted(read.act);
    contents.old.add(read.act.id);
  };

  try {
    contents.length = eachLine(fd, (line) => take(readLine(fd, line)), long);
    return contents;
  } finally {
    closeSync(fd);
  }
}

type ReadLine =
  | { kind: 'acts'; trusted: boolean; acts: unknown[] }
  | { kind: 'part'; batch: string; acts: unknown[] }
  | { kind: 'close'; batch: string; parts: number };

function readLine(fd: number, line: Line): ReadLine | null {
  if (!('text' in line)) return readLongLine(fd, line.from, line.to);
  const { text } = line;
  const close = closed(text);
  if (close) return { kind: 'close', ...close };
  const batch = PART_HEAD.exec(text);
  if (batch) {
    const acts = actsAsWritten(text, batch[0].length);
    return acts && { kind: 'part', batch: batch[1]!, acts };
  }
  if (text.startsWith(HEAD)) {
    const acts = actsAsWritten(text, HEAD.length);
    return acts && { kind: 'acts', trusted: true, acts };
  }
  const acts = actsOfOld(text);
  return acts && { kind: 'acts', trusted: false, acts };
}

/** Acts of a line that this program wrote under today's rules, and that is as it was written. */
function actsAsWritten(line: string, from: number): unknown[] | null {
  const text = line.slice(from, -TAIL_LENGTH);
  return line.slice(-TAIL_LENGTH) === `${TAIL}${hexOf(crc32(text))}"}`
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

/** A line of an import of an earlier version, which was one line however much it was. */
function readLongLine(fd: number, from: number, to: number): ReadLine | null {
  const head = textOf(fd, from, from + HEAD.length);
  if (head === HEAD) {
    const [begin, end] = [from + HEAD.length, to - TAIL_LENGTH];
    if (textOf(fd, end, to) !== `${TAIL}${hexOf(sumOf(fd, begin, end))}"}`) return null;
    const acts = valuesAt(fd, begin, end, '$.*');
    return acts && { kind: 'acts', trusted: true, acts };
  }
  const acts = head.startsWith(BEGINNING) ? valuesAt(fd, from, to, '$.acts.*') : null;
  return acts && { kind: 'acts', trusted: false, acts };
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
      why:
        issue!.path.length > 0
          ? `${issue!.path.join('.')}: ${issue!.message}`
          : 'it is no act at all, but something else.',
    },
  };
}
