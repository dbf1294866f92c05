import { createHash } from 'node:crypto';
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  writeSync,
} from 'node:fs';
import { dirname } from 'node:path';

/** Something worked out from the log, by name, that is kept over restarts only to be at hand at once. It can be lost. */
export interface AnswerCache<T> {
  /** What is sound of it; null where there is nothing. */
  read: () => Record<string, T> | null;
  /** Written soon, the newest only. */
  write: (values: () => Iterable<[string, T]>) => void;
  /** Writes what still waits. */
  settle: () => void;
}

const SOON_MS = 5_000;

/**
 * Values by name in a file, one a line, each with its sum: what is not as it was written is left out.
 * @param path of its file; null keeps nothing
 * @param made what made it: of another maker nothing is read
 */
export function derivedFile<T extends object>(path: string | null, made: string): AnswerCache<T> {
  let waiting: (() => Iterable<[string, T]>) | null = null;
  let timer: NodeJS.Timeout | null = null;
  /** Lines of values that are as they were when they were written last. */
  const lines = new WeakMap<T, string>();
  const lineOf = (name: string, value: T): string => {
    const known = lines.get(value);
    if (known !== undefined) return known;
    const text = JSON.stringify([name, value]);
    const line = `${sumOf(made, text)} ${text}\n`;
    lines.set(value, line);
    return line;
  };
  const settle = (): void => {
    if (timer) clearTimeout(timer);
    timer = null;
    const values = waiting;
    waiting = null;
    if (!path || !values) return;
    try {
      mkdirSync(dirname(path), { recursive: true });
      replaceFile(path, [...values()].map(([name, value]) => lineOf(name, value)).join(''));
    } catch (error) {
      console.error(`What was worked out could not be kept for the next start: ${String(error)}`);
    }
  };
  return {
    read: () => {
      if (!path || !existsSync(path)) return null;
      try {
        const sound = readFileSync(path, 'utf8')
          .split('\n')
          .flatMap((line): [string, T][] => {
            const text = line.slice(SUM_LENGTH + 1);
            return line.slice(0, SUM_LENGTH) === sumOf(made, text) ? [JSON.parse(text) as [string, T]] : [];
          });
        return Object.fromEntries(sound);
      } catch {
        return null;
      }
    },
    write: (values) => {
      waiting = values;
      timer ??= setTimeout(settle, SOON_MS).unref();
    },
    settle,
  };
}

const SUM_LENGTH = 27;
const sumOf = (made: string, text: string): string =>
  createHash('sha1').update(made).update(text).digest('base64url');

/** Writes a file so that it is either the old one or the new one, whenever the machine stops. */
export function replaceFile(path: string, content: string, mode = 0o600): void {
  const fd = openSync(`${path}.new`, 'w', mode);
  try {
    writeSync(fd, content);
    fsyncSync(fd);
  } finally {
    closeSync(fd);
  }
  renameSync(`${path}.new`, path);
}
