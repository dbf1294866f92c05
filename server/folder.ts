import { accessSync, constants, mkdirSync, realpathSync } from 'node:fs';
import { join } from 'node:path';
import { problem, ok, refused, type Problem, type Result } from '../core/units/problem.ts';
import type { Clock } from './clock.ts';
import { openDatabase, setAside, type Database } from './db/open.ts';
import { allActs, insertActs } from './db/repository.ts';
import { fileStore, type FileStore } from './files.ts';
import { openJournal, readJournal, rewriteJournal } from './journal.ts';
import { takeFolder, type FolderLock } from './lock.ts';
import { createStore, meansOfActs, type Store } from './store.ts';
import type { RecordedAct } from '../core/log/entry.ts';

export interface OpenFolder {
  store: Store;
  files: FileStore;
  /** What was found and mended on the way, for the one who started the program. */
  notes: string[];
  close: () => Promise<void>;
}

/** Opens the database of a data folder. */
export type OpenDatabase = (folder: string) => Promise<Result<Database>>;

/** Opens a data folder: takes it for this process, opens the journal and the database, and makes them agree. */
export async function openFolder(
  path: string,
  clock: Clock,
  open: OpenDatabase = openDatabase,
): Promise<Result<OpenFolder>> {
  const unusable = prepare(path);
  if (unusable) return { ok: false, problem: unusable };
  const lock = await takeFolder(realpathSync(path));
  if (!lock)
    return refused(
      'in-use',
      null,
      `The data folder ${path} is in use by another Kosmema. Use that one, or choose another folder with KOSMEMA_DATA.`,
    );
  try {
    return await openLocked(path, clock, lock, open);
  } catch (error) {
    await lock.release();
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC')
      return refused(
        'disk-full',
        null,
        `The disk that holds ${path} is full. Make room, then start again. Nothing was lost.`,
      );
    throw error;
  }
}

function prepare(path: string): Problem | null {
  try {
    mkdirSync(path, { recursive: true });
    accessSync(path, constants.R_OK | constants.W_OK);
    return null;
  } catch {
    return problem(
      'not-writable',
      null,
      `The data folder ${path} cannot be written to. Change its permissions, or choose another folder with KOSMEMA_DATA.`,
    );
  }
}

async function openLocked(
  path: string,
  clock: Clock,
  lock: FolderLock,
  open: OpenDatabase,
): Promise<Result<OpenFolder>> {
  const notes: string[] = [];
  const files = fileStore(join(path, 'files'));
  const opened = await openOrRebuild(join(path, 'db'), clock, notes, open);
  if (!opened.ok) {
    await lock.release();
    return opened;
  }
  const acts = await agree(join(path, 'journal.ndjson'), opened.value, files, clock, notes);
  const journal = openJournal(join(path, 'journal.ndjson'));
  const store = createStore({ database: opened.value, journal, acts, clock, files });
  const close = async () => {
    await store.close();
    await lock.release();
  };
  return ok({ store, files, notes, close });
}

async function openOrRebuild(
  folder: string,
  clock: Clock,
  notes: string[],
  open: OpenDatabase,
): Promise<Result<Database>> {
  try {
    return await open(folder);
  } catch {
    const aside = setAside(folder, clock.now());
    notes.push(
      `The database could not be opened. It was put aside as ${aside} and rebuilt from the journal.`,
    );
    return open(folder);
  }
}

/**
 * Makes journal and database hold the same acts: what one lacks is taken from the other. After a kill the
 * database may lack the last acts; after a loss of either, the other has them all.
 */
async function agree(
  path: string,
  { db }: Database,
  files: FileStore,
  clock: Clock,
  notes: string[],
): Promise<RecordedAct[]> {
  const journal = readJournal(path);
  const stored = await allActs(db);
  const inDatabase = new Set(stored.map((act) => act.id));
  const inJournal = new Set(journal.acts.map((act) => act.id));
  const toDatabase = journal.acts.filter((act) => !inDatabase.has(act.id));
  const toJournal = stored.filter((act) => !inJournal.has(act.id));
  if (toDatabase.length > 0) {
    await db.transaction((tx) => insertActs(tx, toDatabase, meansOfActs(toDatabase, files)));
    notes.push(`${toDatabase.length} acts were taken into the database from the journal.`);
  }
  const all = [...stored, ...toDatabase].sort((a, b) => a.n - b.n);
  if (toJournal.length > 0 || journal.damaged > 0) {
    rewriteJournal(path, all, journal.damaged > 0 ? `${path}.damaged-${clock.now()}` : null);
    notes.push(
      `The journal lacked ${toJournal.length} acts and had ${journal.damaged} damaged lines; it was written anew from the database.`,
    );
  }
  return all;
}
