import { isDeepStrictEqual } from 'node:util';
import type { ShownAct } from '../api/index.ts';
import type { AirReading } from '../core/drying/series.ts';
import { whyNot } from '../core/log/admit.ts';
import type { Act, Entry, RecordedAct } from '../core/log/entry.ts';
import {
  emptyLedger,
  entriesAbout,
  record,
  stands,
  subjectsTouched,
  type Ledger,
} from '../core/log/ledger.ts';
import { foldStudio, type StudioState } from '../core/log/studio.ts';
import { problem, type Problem } from '../core/units/problem.ts';
import type { Clock } from './clock.ts';
import type { Database } from './db/open.ts';
import { insertActs, readingsSince, type ReadingsByAct } from './db/repository.ts';
import { meansOfEntry, type FileStore } from './files.ts';
import type { Journal } from './journal.ts';

/** The studio as this process holds it: the ledger in memory, the journal and the database behind it. */
export interface Store {
  ledger: Ledger;
  studio: () => StudioState;
  /** A number that changes whenever anything about a subject does. */
  revisionOf: (subject: string) => number;
  entriesAbout: (subject: string) => Entry[];
  /** Keeps an act for good, or says why not. Safe to repeat. */
  keep: (act: Act) => Promise<Kept>;
  /** Keeps many acts of another studio's export, all or none. */
  keepAll: (acts: RecordedAct[]) => Promise<{ added: number } | { problem: Problem }>;
  /** A room's standing measurements since an instant; the newest act wins where two speak of one moment. */
  readings: (roomId: string, from: number) => Promise<AirReading[]>;
  close: () => Promise<void>;
}

export type Kept =
  | { kind: 'kept'; act: RecordedAct; again: boolean }
  | { kind: 'conflict' }
  | { kind: 'refused'; problem: Problem };

export function createStore(parts: {
  database: Database;
  journal: Journal;
  acts: RecordedAct[];
  clock: Clock;
  files: FileStore;
}): Store {
  const { database, journal, clock, files } = parts;
  const { db } = database;
  const ledger = emptyLedger();
  const revisions = new Map<string, number>();
  let studio: StudioState | null = null;
  let counter = 0;
  let queue: Promise<unknown> = Promise.resolve();

  const take = (act: RecordedAct): void => {
    record(ledger, act);
    counter += 1;
    for (const subject of subjectsTouched(ledger, act)) revisions.set(subject, counter);
    studio = null;
  };
  for (const act of parts.acts) take(act);

  /** One write after another. */
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const result = queue.then(work);
    queue = result.catch(() => undefined);
    return result;
  };

  /** Journal first and on the disk, then the database, then memory; only then is it acknowledged. */
  const commit = async (recorded: RecordedAct[]): Promise<void> => {
    const means = meansOfActs(recorded, files);
    journal.append(recorded);
    try {
      await db.transaction((tx) => insertActs(tx, recorded, means));
    } catch (error) {
      journal.undoAppend();
      throw error;
    }
    for (const act of recorded) take(act);
    clock.save();
  };

  const nextN = (): number => (ledger.acts.at(-1)?.n ?? 0) + 1;

  const keep = (draft: Act): Promise<Kept> =>
    inTurn(async () => {
      const act = normal(draft);
      const known = ledger.byId.get(act.id);
      if (known)
        return sameAct(known, act) ? { kind: 'kept', act: known, again: true } : { kind: 'conflict' };
      const refusal = whyNot(ledger, act, clock.now()) ?? filesProblem(act, files);
      if (refusal) return { kind: 'refused', problem: refusal };
      const recorded: RecordedAct = { ...act, n: nextN(), recordedAt: new Date(clock.now()).toISOString() };
      await commit([recorded]);
      return { kind: 'kept', act: recorded, again: false };
    });

  const keepAll = (foreign: RecordedAct[]): Promise<{ added: number } | { problem: Problem }> =>
    inTurn(async () => {
      const fresh: RecordedAct[] = [];
      const scratch = emptyLedger();
      for (const act of ledger.acts) record(scratch, act);
      for (const act of foreign.map((a) => ({ ...normal(a), n: a.n, recordedAt: a.recordedAt }))) {
        const known = ledger.byId.get(act.id);
        if (!known) {
          const refusal = whyNot(scratch, act, Date.parse(act.recordedAt)) ?? filesProblem(act, files);
          if (refusal) return { problem: refusal };
          fresh.push({ ...act, n: nextN() + fresh.length });
          record(scratch, fresh.at(-1)!);
        } else if (!sameAct(known, act))
          return {
            problem: problem(
              'differs',
              null,
              'This export holds another version of something already in this log. Nothing was taken.',
            ),
          };
      }
      if (fresh.length > 0) await commit(fresh);
      return { added: fresh.length };
    });

  const readings: Store['readings'] = async (roomId, from) => {
    const rows = await inTurn(() => readingsSince(db, roomId, from));
    const order = (actId: string) => ledger.byId.get(actId)?.n ?? 0;
    const standing = rows
      .filter((row) => stands(ledger, row.actId))
      .sort((a, b) => a.at - b.at || order(a.actId) - order(b.actId));
    return standing.filter((row, i) => standing[i + 1]?.at !== row.at);
  };

  return {
    ledger,
    studio: () => (studio ??= foldStudio(ledger)),
    revisionOf: (subject) => revisions.get(subject) ?? 0,
    entriesAbout: (subject) => entriesAbout(ledger, subject),
    keep,
    keepAll,
    readings,
    close: async () => {
      await queue;
      clock.save();
      journal.close();
      await database.close();
    },
  };
}

/** Acts that name a subject, standing or not, in journal order. */
export const actsAbout = ({ ledger }: Store, subject: string): ShownAct[] =>
  (ledger.bySubject.get(subject) ?? []).map((act) => ({ ...act, standing: stands(ledger, act.id) }));

/** The five-minute means that acts bring, read from the raw files they name. */
export function meansOfActs(acts: RecordedAct[], files: FileStore): ReadingsByAct {
  const byAct: ReadingsByAct = new Map();
  for (const act of acts) {
    for (const entry of act.entries) {
      if (entry.kind === 'readings.taken')
        byAct.set(act.id, { roomId: entry.subject, means: meansOfEntry(entry, files) });
    }
  }
  return byAct;
}

/** The files an act names are here and can be read as it says. */
function filesProblem(act: Act, files: FileStore): Problem | null {
  for (const entry of act.entries) {
    if (entry.kind !== 'readings.taken') continue;
    if (!files.has(entry.body.file))
      return problem('no-such-file', 'body.file', 'The file of readings did not arrive: upload it again.');
    const bad = files.whyUnreadable(entry);
    if (bad) return bad;
  }
  return null;
}

/** Times as the database gives them back, to the millisecond. */
function normal(act: Act): Act {
  const instant = (text: string) => new Date(text).toISOString();
  return {
    id: act.id,
    makerId: act.makerId,
    deviceAt: instant(act.deviceAt),
    entries: act.entries.map((entry) => ({ ...entry, at: instant(entry.at) })),
  };
}

function sameAct(a: Act, b: Act): boolean {
  const core = ({ id, makerId, deviceAt, entries }: Act) =>
    JSON.parse(JSON.stringify({ id, makerId, deviceAt, entries })) as unknown;
  return isDeepStrictEqual(core(a), core(b));
}
