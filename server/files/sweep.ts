import { readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** What no entry names is kept so long: a tablet may still send the act that does. */
const KEPT_MS = 24 * 3_600_000;

/**
 * Removes what uploads left that were cut off, and kept files that nothing names.
 * @param named every file that anything in the log may name; null where that is not known: then only leftovers go
 * @returns what was removed, in a line; null where nothing was
 */
export function swept(folder: string, spool: string, named: ReadonlySet<string> | null): string | null {
  const now = diskNow(spool);
  let count = 0;
  let bytes = 0;
  const remove = (path: string) => {
    bytes += statSync(path).size;
    rmSync(path, { force: true, recursive: true });
    count += 1;
  };
  for (const name of readdirSync(spool)) remove(join(spool, name));
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    // before there was a folder for what arrives, it arrived here
    if (name.startsWith('.arriving-')) remove(path);
    else if (named && isSum(name) && !named.has(name) && now - statSync(path).mtimeMs > KEPT_MS) remove(path);
  }
  return count === 0
    ? null
    : `${count} ${count === 1 ? 'file' : 'files'} left over from what had been broken off ${count === 1 ? 'was' : 'were'} swept away (${(bytes / 1e6).toFixed(1)} MB).`;
}

const isSum = (name: string): boolean => /^[0-9a-f]{64}$/.test(name);

/** The time as this disk keeps it: what the program calls now may be workshop time. */
function diskNow(folder: string): number {
  const mark = join(folder, 'now');
  writeFileSync(mark, '');
  const { mtimeMs } = statSync(mark);
  rmSync(mark);
  return mtimeMs;
}
