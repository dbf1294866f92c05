import { readSync } from 'node:fs';
import { crc32 } from 'node:zlib';
import { JSONParser } from '@streamparser/json';

/** A line of a file: its text, or where it lies if it is longer than a string should be. */
export type Line = { text: string } | { from: number; to: number };

const BLOCK = 1024 * 1024;
/** Longer lines are read block by block, bytes. */
export const LONG = 64 * 1024 * 1024;
const NEWLINE = 0x0a;

/**
 * Hands over the whole lines of a file, one after another.
 * @param long from how many bytes on a line is handed over by its place
 * @returns bytes up to the end of the last whole line
 */
export function eachLine(fd: number, take: (line: Line) => void, long = LONG): number {
  const block = Buffer.allocUnsafe(BLOCK);
  let begun: Buffer[] = [];
  let lineFrom = 0;
  let at = 0;
  const end = (rest: Buffer, to: number) => {
    if (to - lineFrom >= long) take({ from: lineFrom, to });
    else take({ text: Buffer.concat([...begun, rest]).toString('utf8') });
    begun = [];
    lineFrom = to + 1;
  };
  for (let read = readSync(fd, block, 0, BLOCK, at); read > 0; read = readSync(fd, block, 0, BLOCK, at)) {
    const bytes = block.subarray(0, read);
    let from = 0;
    for (let to = bytes.indexOf(NEWLINE); to >= 0; to = bytes.indexOf(NEWLINE, from)) {
      end(bytes.subarray(from, to), at + to);
      from = to + 1;
    }
    at += read;
    // of a long line only its place is kept
    if (at - lineFrom < long) begun.push(Buffer.from(bytes.subarray(from)));
    else begun = [];
  }
  return lineFrom;
}

/** Hands over a part of a file block by block. */
export function eachBlock(fd: number, from: number, to: number, take: (bytes: Buffer) => void): void {
  const block = Buffer.allocUnsafe(BLOCK);
  for (let at = from; at < to;) {
    const read = readSync(fd, block, 0, Math.min(BLOCK, to - at), at);
    if (read === 0) return;
    take(block.subarray(0, read));
    at += read;
  }
}

export function textOf(fd: number, from: number, to: number): string {
  const bytes: Buffer[] = [];
  eachBlock(fd, from, to, (block) => bytes.push(Buffer.from(block)));
  return Buffer.concat(bytes).toString('utf8');
}

export function sumOf(fd: number, from: number, to: number): number {
  let crc = 0;
  eachBlock(fd, from, to, (bytes) => (crc = crc32(bytes, crc)));
  return crc;
}

/** The values at a path of JSON that is too long to be read at once; null where it is no JSON. */
export function valuesAt(fd: number, from: number, to: number, path: string): unknown[] | null {
  const parser = new JSONParser({ paths: [path], keepStack: false });
  const found: unknown[] = [];
  let broken = false;
  parser.onValue = ({ value }) => void found.push(value);
  parser.onError = () => (broken = true);
  eachBlock(fd, from, to, (bytes) => {
    if (!broken && !parser.isEnded) parser.write(bytes);
  });
  return broken || !parser.isEnded ? null : found;
}
