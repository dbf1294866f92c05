import { sql } from 'drizzle-orm';
import type { AnyRecordedAct } from '../../core/log/upcast.ts';
import {
  daysOf,
  insertActs,
  insertDays,
  insertEntries,
  pages,
  type ReadingsByAct,
} from '../db/repository.ts';
import type { Tx } from '../db/open.ts';
import type { FileStore } from '../files/fileStore.ts';
import { readingsOfActs } from './readingsOf.ts';
import type { Turns } from './turns.ts';

/** Writes what the journal has into the database, a little at a time, others in between. */
export interface WriteBehind {
  /** @param brought the readings of these acts, where they were read already */
  write: (acts: readonly AnyRecordedAct[], brought?: ReadingsByAct) => void;
  /** Reads the files of acts that are there already anew: some had not been sound. */
  readAgain: (acts: readonly AnyRecordedAct[]) => void;
  /** Acts that the database does not have whole yet. */
  pending: ReadonlySet<string>;
  /** How often files were read anew. */
  readAnew: () => number;
  settled: () => Promise<void>;
}

/** So many in one turn. */
const ACTS = 200;
const ENTRIES = 100;
const DAYS = 10;

export function createWriteBehind(db: Tx, turns: Turns, files: FileStore): WriteBehind {
  const pending = new Set<string>();
  let anew = 0;
  let behind: Promise<unknown> = Promise.resolve();
  const step = (work: (tx: Tx) => Promise<void>) => turns.last(() => db.transaction(work));

  /** Its entries last: an act without entries is known at the next start as one that is not all there. */
  const writePage = async (page: AnyRecordedAct[], known: ReadingsByAct | undefined): Promise<void> => {
    await step((tx) => insertActs(tx, page));
    await readingsIn(page, known);
    for (const part of byEntries(page)) await step((tx) => insertEntries(tx, part));
  };

  const readingsIn = async (page: AnyRecordedAct[], known: ReadingsByAct | undefined): Promise<void> => {
    for (const act of page)
      for (const part of pages(daysOf(act.id, known ?? (await readingsOfActs([act], files))), DAYS))
        await step((tx) => insertDays(tx, part));
  };

  const later = (acts: readonly AnyRecordedAct[], work: (page: AnyRecordedAct[]) => Promise<void>): void => {
    for (const { id } of acts) pending.add(id);
    behind = behind.then(async () => {
      for (let i = 0; i < acts.length; i += ACTS) {
        const page = acts.slice(i, i + ACTS);
        await work(page).catch((error: unknown) =>
          console.error(`The database could not keep acts that the journal has: ${String(error)}`),
        );
        for (const { id } of page) pending.delete(id);
      }
      // after a kill the next start need not go through all of this again
      await turns.last(() => db.execute(sql`checkpoint`)).catch(() => undefined);
    });
  };

  return {
    write: (acts, brought) => later(acts, (page) => writePage(page, brought)),
    readAgain: (acts) => {
      anew += 1;
      later(acts, (page) => readingsIn(page, undefined));
    },
    pending,
    readAnew: () => anew,
    settled: async () => void (await behind),
  };
}

/** Acts in parts of a few entries each, no act in two. */
function* byEntries(acts: AnyRecordedAct[]): Generator<AnyRecordedAct[]> {
  let part: AnyRecordedAct[] = [];
  let entries = 0;
  for (const act of acts) {
    part.push(act);
    entries += act.entries.length;
    if (entries < ENTRIES) continue;
    yield part;
    part = [];
    entries = 0;
  }
  if (part.length > 0) yield part;
}
