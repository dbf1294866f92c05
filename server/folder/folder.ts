import { readdirSync, realpathSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { ok, refused, type Result } from '../../core/units/problem.ts';
import type { Clock } from '../time/clock.ts';
import { openDatabase, type Database } from '../db/open.ts';
import { jobsHere, type Jobs } from '../jobs/jobs.ts';
import { insertWhole } from '../db/repository.ts';
import { fileStore, type FileStore } from '../files/fileStore.ts';
import { filesNamed } from '../files/named.ts';
import { swept } from '../files/sweep.ts';
import { openJournal } from '../journal/journal.ts';
import type { PassedOver } from '../journal/read.ts';
import { readingsOfActs } from '../store/readingsOf.ts';
import { createStore, type Store } from '../store/store.ts';
import type { AnyRecordedAct } from '../../core/log/upcast.ts';
import type { RecordedAct } from '../../core/log/entry.ts';
import { agree, sifted } from './agree.ts';
import { diskFull, fileAt, folderAt, isFull, problemOf, setAside, unusable } from './disk.ts';
import { takeFolder } from './lock.ts';

export interface OpenFolder {
  store: Store;
  files: FileStore;
  /** What was found and mended on the way, for the one who started the program. */
  notes: string[];
  close: () => Promise<void>;
}

/** More old acts than these are counted, not told one by one. */
const PASSED_OVER_TOLD = 10;
/** So many acts that the database lacks are written before the studio opens. */
const FEW = 500;

interface FolderParts {
  open: OpenDatabase;
  chores: Jobs;
}

/** Opens the database of a data folder. */
export type OpenDatabase = (folder: string) => Promise<Result<Database>>;

/**
 * Opens a data folder: takes it for this process, opens the journal and the database, and makes them agree.
 * @returns a problem that says what to do where it cannot be opened; then nothing in it was changed that cannot be made anew
 */
export async function openFolder(
  path: string,
  clock: Clock,
  parts: Partial<FolderParts> = {},
): Promise<Result<OpenFolder>> {
  const found = unusable(path);
  if (found) return { ok: false, problem: found };
  const lock = await takeFolder(realpathSync(path));
  if (!lock)
    return refused(
      'in-use',
      null,
      `The data folder ${path} is in use by another Kosmema. Use that one, or choose another folder with KOSMEMA_DATA.`,
    );
  try {
    const opened = await openLocked(path, clock, { open: openDatabase, chores: jobsHere(), ...parts });
    if (!opened.ok) {
      await lock.release();
      return opened;
    }
    const { close } = opened.value;
    return ok({ ...opened.value, close: () => close().then(lock.release) });
  } catch (error) {
    await lock.release();
    return { ok: false, problem: problemOf(path, error as NodeJS.ErrnoException) };
  }
}

async function openLocked(
  path: string,
  clock: Clock,
  { open, chores }: FolderParts,
): Promise<Result<OpenFolder>> {
  const notes: string[] = [];
  const put = (what: string, aside: string | null) => {
    if (aside) notes.push(`${what} lay where none should: it was put aside as ${aside}.`);
  };
  const [kept, spool, file] = [join(path, 'files'), join(path, 'arriving'), join(path, 'journal.ndjson')];
  for (const folder of [kept, spool]) put('A file', folderAt(folder, clock.now()));
  put('A folder', fileAt(file, clock.now()));
  const files = fileStore(kept, spool, chores);
  const opened = await openOrRebuild(join(path, 'db'), clock, notes, open);
  if (!opened.ok) return opened;
  const database = opened.value;
  try {
    const agreed = await agree(file, database, clock, notes);
    const { ledger, passedOver } = sifted(agreed);
    tell(passedOver, notes);
    const sweeping = swept(kept, spool, namedAnywhere(path, ledger.acts, passedOver));
    if (sweeping) notes.push(sweeping);
    const lacking = await takenIntoDatabase(database, agreed.toDatabase, files, notes);
    const journal = openJournal(file, agreed.length);
    const store = createStore({ database, journal, ledger, lastN: agreed.lastN, lacking, clock, files });
    return ok({ store, files, notes, close: store.close });
  } catch (error) {
    await database.close().catch(() => undefined);
    throw error;
  }
}

function tell(passedOver: PassedOver[], notes: string[]): void {
  for (const { id, why } of passedOver.slice(0, PASSED_OVER_TOLD))
    notes.push(`An act${id ? ` (${id})` : ''} was passed over: ${why}`);
  if (passedOver.length > 0)
    notes.push(
      `${passedOver.length} acts of an earlier version were passed over, since they cannot stand. They stay in the journal.`,
    );
}

/** Every file that anything in the log may name; null where a part of the log could not be read. */
function namedAnywhere(path: string, acts: RecordedAct[], passedOver: PassedOver[]): Set<string> | null {
  if (readdirSync(path).some((name) => name.startsWith('journal.ndjson.damaged-'))) return null;
  const sums = passedOver.flatMap(({ line }) => line.match(/[0-9a-f]{64}/g) ?? []);
  return new Set([...filesNamed(acts), ...sums]);
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
    // a sound database cannot be opened either where there is no room
    if (isFull(dirname(folder))) return { ok: false, problem: diskFull(dirname(folder)) };
    const aside = setAside(folder, clock.now());
    notes.push(
      `The database could not be opened. It was put aside as ${aside} and rebuilt from the journal.`,
    );
    return open(folder);
  }
}

/**
 * Takes acts that the journal has and the database lacks into it, where they are few; many are left to be written while
 * the studio is open already.
 */
async function takenIntoDatabase(
  { db }: Database,
  acts: AnyRecordedAct[],
  files: FileStore,
  notes: string[],
): Promise<AnyRecordedAct[]> {
  if (acts.length > 0) notes.push(`${acts.length} acts were taken into the database from the journal.`);
  if (acts.length > FEW) return acts;
  const missing = new Set<string>();
  const brought = await readingsOfActs(acts, files, (name) => missing.add(name));
  for (const name of missing)
    notes.push(`The readings of “${name}” are missing: its file is gone or cannot be read any more.`);
  for (const act of acts)
    await db
      .transaction((tx) => insertWhole(tx, [act], brought))
      .catch((error: unknown) =>
        notes.push(`The database cannot hold an act that the journal has (${act.id}): ${String(error)}`),
      );
  return [];
}
