import { createHash } from 'node:crypto';
import { closeSync, fsyncSync, mkdirSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';

/** Something worked out from the log that is kept over restarts only to be at hand at once. It can be lost. */
export interface Derived<T> {
  read: () => T | null;
  /** Written soon, the newest only. */
  write: (value: () => T) => void;
  /** Writes what still waits. */
  settle: () => void;
}

const SOON_MS = 2_000;

/** What stands before the value in its file: what made it, and the sum of what follows. */
const headOf = (made: string, text: string): string =>
  `${JSON.stringify({ made, sum: createHash('sha1').update(text).digest('hex') })}\n`;

/**
 * @param path of its file; null keeps nothing
 * @param made what made it: of another maker nothing is read, nor what is not as it was written
 */
export function derivedFile<T>(path: string | null, made: string): Derived<T> {
  let waiting: (() => T) | null = null;
  let timer: NodeJS.Timeout | null = null;
  const settle = (): void => {
    if (timer) clearTimeout(timer);
    timer = null;
    const value = waiting;
    waiting = null;
    if (!path || !value) return;
    try {
      mkdirSync(dirname(path), { recursive: true });
      const text = JSON.stringify(value());
      replaceFile(path, headOf(made, text) + text);
    } catch (error) {
      console.error(`What was worked out could not be kept for the next start: ${String(error)}`);
    }
  };
  return {
    read: () => {
      if (!path) return null;
      try {
        const kept = readFileSync(path, 'utf8');
        const text = kept.slice(kept.indexOf('\n') + 1);
        return kept === headOf(made, text) + text ? (JSON.parse(text) as T) : null;
      } catch {
        return null;
      }
    },
    write: (value) => {
      waiting = value;
      timer ??= setTimeout(settle, SOON_MS).unref();
    },
    settle,
  };
}

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
