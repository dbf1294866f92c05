import { accessSync, constants, mkdirSync, realpathSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { problem, ok, refused, type Problem, type Result } from '../core/units/problem.ts';
import type { Clock } from './clock.ts';
import { openDatabase, setAside, type Database } from './db/open.ts';
import { choresHere, type Chores } from './chores/chores.ts';
import { actIds, actsBeyond, insertActs } from './db/repository.ts';
import { fileStore, type FileStore } from './files.ts';
import { openJournal, readAct, readJournal, rewriteJournal, type PassedOver } from './journal.ts';
import { takeFolder, type FolderLock } from './lock.ts';
import { createStore, readingsOfActs, type Store } from './store.ts';
import { whyNot } from '../core/log/admit.ts';
import { upcast, type AnyRecordedAct } from '../core/log/upcast.ts';
import type { RecordedAct } from '../core/log/entry.ts';
import { emptyLedger, ledgerOf, record, type Ledger } from '../core/log/ledger.ts';

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
  chores: Chores;
}

/** Opens the database of a data folder. */
export type OpenDatabase = (folder: string) => Promise<Result<Database>>;

/** Opens a data folder: takes it for this process, opens the journal and the database, and makes them agree. */
export async function openFolder(
  path: string,
  clock: Clock,
  parts: Partial<FolderParts> = {},
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
    return await openLocked(path, clock, lock, { open: openDatabase, chores: choresHere(), ...parts });
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
  { open, chores }: FolderParts,
): Promise<Result<OpenFolder>> {
  const notes: string[] = [];
  const files = fileStore(join(path, 'files'), chores);
  const opened = await openOrRebuild(join(path, 'db'), clock, notes, open);
  if (!opened.ok) {
    await lock.release();
    return opened;
  }
  const file = join(path, 'journal.ndjson');
  const agreed = await agree(file, opened.value, clock, notes);
  const { ledger, passedOver } = sifted(agreed);
  for (const [i, { id, why }] of passedOver.entries())
    if (i < PASSED_OVER_TOLD) notes.push(`An act was passed over${id ? ` (${id})` : ''}: ${why}`);
  if (passedOver.length > 0)
    notes.push(
      `${passedOver.length} acts of an earlier version were passed over, since they cannot stand. They stay in the journal.`,
    );
  const lacking = await takenIntoDatabase(opened.value, agreed.toDatabase, files, notes);
  const journal = openJournal(file, agreed.length);
  const store = createStore({
    database: opened.value,
    journal,
    ledger,
    lastN: agreed.lastN,
    lacking,
    clock,
    files,
  });
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

interface Agreed {
  acts: AnyRecordedAct[];
  /** Acts written before today's rules held. */
  old: ReadonlySet<string>;
  passedOver: PassedOver[];
  toDatabase: AnyRecordedAct[];
  lastN: number;
  /** Of the journal, bytes. */
  length: number;
}

/**
 * What journal and database hold between them, the journal made whole: after a kill the database may lack the last
 * acts; after a loss of either, the other has them all.
 */
async function agree(path: string, { db }: Database, clock: Clock, notes: string[]): Promise<Agreed> {
  const journal = readJournal(path);
  const inDatabase = new Set(await actIds(db));
  const named = new Set(journal.acts.map((act) => act.id));
  for (const { id } of journal.passedOver) if (id) named.add(id);
  const lost = [...inDatabase].some((id) => !named.has(id)) ? await actsBeyond(db, named) : [];
  const { acts, passedOver } = journal;
  const old = new Set(journal.old);
  for (const act of lost) {
    const read = readAct(act);
    if (read.ok) {
      acts.push(read.act);
      old.add(read.act.id);
    } else passedOver.push(read.passedOver);
  }
  acts.sort((a, b) => a.n - b.n);
  let { length } = journal;
  if (lost.length > 0 || journal.damaged > 0) {
    rewriteJournal(
      path,
      acts,
      old,
      passedOver,
      journal.damaged > 0 ? `${path}.damaged-${clock.now()}` : null,
    );
    length = statSync(path).size;
    notes.push(
      `The journal lacked ${lost.length} acts and had ${journal.damaged} damaged lines; it was written anew from the database.`,
    );
  }
  const lastN = Math.max(acts.at(-1)?.n ?? 0, ...passedOver.map(({ n }) => n));
  return { acts, old, passedOver, toDatabase: acts.filter(({ id }) => !inDatabase.has(id)), lastN, length };
}

/** The log, without the old undos that take away what others rest on. */
function sifted({ acts, old, passedOver }: Agreed): { ledger: Ledger; passedOver: PassedOver[] } {
  const today = acts.map(upcast);
  const isUndo = (act: RecordedAct) => act.entries.some((e) => e.kind === 'act.retracted');
  if (!today.some((act) => old.has(act.id) && isUndo(act))) return { ledger: ledgerOf(today), passedOver };
  const ledger = emptyLedger();
  const over = [...passedOver];
  for (const act of today) {
    const refusal = old.has(act.id) && isUndo(act) ? whyNot(ledger, act, Date.parse(act.recordedAt)) : null;
    if (refusal?.code === 'in-use') over.push({ id: act.id, n: act.n, line: '', why: refusal.message });
    else record(ledger, act);
  }
  return { ledger, passedOver: over };
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
      .transaction((tx) => insertActs(tx, [act], brought))
      .catch((error: unknown) =>
        notes.push(`The database cannot hold an act that the journal has (${act.id}): ${String(error)}`),
      );
  return [];
}
