import { isDeepStrictEqual } from 'node:util';
import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { ImportProgress } from '../api/index.ts';
import { allAgainst, whyNot } from '../core/log/admit.ts';
import { versionOf, type Entry, type RecordedAct, type SubjectKind } from '../core/log/entry.ts';
import { emptyLedger, enter, entriesAbout, record, standingAnew, type Ledger } from '../core/log/ledger.ts';
import { upcast, type AnyAct, type AnyEntry, type AnyRecordedAct } from '../core/log/upcast.ts';
import { settingsKept } from '../core/log/settingsKept.ts';
import { DEFAULT_MAKER, studioOf, type StudioState } from '../core/log/studio.ts';
import { problem, type Problem } from '../core/units/problem.ts';
import { breathing } from './breath.ts';
import type { Clock } from './clock.ts';
import type { Database } from './db/open.ts';
import { insertActs, readingsBetween, readingSpan, type ReadingsByAct } from './db/repository.ts';
import { meansOfEntry, type FileStore } from './files.ts';
import type { Journal } from './journal.ts';
import { createRoomAir, type RoomAir } from './roomAir.ts';

/** The studio as this process holds it: the ledger in memory, the journal and the database behind it. */
export interface Store {
  ledger: Ledger;
  studio: () => StudioState;
  entriesAbout: (kind: SubjectKind, id: string) => Entry[];
  /** Keeps an act for good, or says why not. Safe to repeat. */
  keep: (act: AnyAct) => Promise<Kept>;
  /**
   * Keeps many acts of another studio's export, all or none. What is set here stays as it is.
   * @param told how far it is; false stops it, until it is being kept
   */
  keepAll: (acts: AnyRecordedAct[], told?: Told) => Promise<KeptAll>;
  /** Rooms' standing measurements; the newest act wins where two speak of one moment. */
  readings: RoomAir['between'];
  /** What was measured of a room in all. */
  measured: RoomAir['measured'];
  /** All of a room's, page by page. */
  readingsInPages: RoomAir['inPages'];
  /** Changes when a room's measurements do; the same over restarts. */
  readingsMark: RoomAir['mark'];
  close: () => Promise<void>;
}

export type Told = (phase: ImportProgress['phase'], done: number) => boolean;

export type Kept =
  | { kind: 'kept'; act: RecordedAct; again: boolean }
  | { kind: 'conflict' }
  | { kind: 'refused'; problem: Problem; all: Problem[] };

export type KeptAll = { added: number; settingsKept: string[] } | { problem: Problem };

/** Acts written into the database at once. */
const PAGE = 200;

export function createStore(parts: {
  database: Database;
  journal: Journal;
  /** In journal order. */
  ledger: Ledger;
  /** The number of the last act in the journal, passed-over ones included. */
  lastN: number;
  /** Acts that the database still lacks. */
  lacking: AnyRecordedAct[];
  clock: Clock;
  files: FileStore;
}): Store {
  const { database, journal, clock, files, ledger } = parts;
  const { db } = database;
  let { lastN } = parts;
  let queue: Promise<unknown> = Promise.resolve();
  let behind: Promise<unknown> = Promise.resolve();

  /** One write after another. */
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const result = queue.then(work);
    queue = result.catch(() => undefined);
    return result;
  };

  const pending = new Set<string>();
  const air = createRoomAir(ledger, pending, {
    between: (...asked) => inTurn(() => readingsBetween(db, ...asked)),
    span: (roomId) => inTurn(() => readingSpan(db, roomId)),
  });

  /** Journal first and on the disk, then the database, then memory; only then is it acknowledged. */
  const commit = async (recorded: AnyRecordedAct, brought: ReadingsByAct): Promise<void> => {
    journal.append([recorded]);
    try {
      await db.transaction((tx) => insertActs(tx, [recorded], brought));
    } catch (error) {
      journal.undoAppend();
      throw error;
    }
    record(ledger, upcast(recorded));
    lastN = recorded.n;
    clock.save();
  };

  /** Writes acts that the journal has into the database, page by page, others in between. */
  const writeBehind = (acts: AnyRecordedAct[]): void => {
    for (const { id } of acts) pending.add(id);
    const pages = pagesOf(acts);
    behind = behind.then(async () => {
      for (const page of pages) {
        const brought = await readingsOfActs(page, files).catch(() => new Map());
        await inTurn(() => db.transaction((tx) => insertActs(tx, page, brought))).catch((error: unknown) =>
          console.error(`The database could not keep acts that the journal has: ${String(error)}`),
        );
        for (const { id } of page) pending.delete(id);
      }
      // after a kill the next start need not go through all of this again
      await inTurn(() => db.execute(sql`checkpoint`)).catch(() => undefined);
    });
  };

  const keep = async (draft: AnyAct): Promise<Kept> => {
    const came = normal(draft);
    const act = upcast(came);
    const read = ledger.byId.has(act.id) ? null : await readingsOrProblem(act, files);
    return inTurn(async () => {
      const known = ledger.byId.get(act.id);
      if (known)
        return sameAct(known, act) ? { kind: 'kept', act: known, again: true } : { kind: 'conflict' };
      const against = allAgainst(ledger, act, clock.now());
      const [refusal] = against;
      if (refusal) return { kind: 'refused', problem: refusal, all: against };
      if (read && 'problem' in read) return { kind: 'refused', problem: read.problem, all: [read.problem] };
      const number = { n: lastN + 1, recordedAt: new Date(clock.now()).toISOString() };
      await commit({ ...came, ...number }, read?.brought ?? new Map());
      return { kind: 'kept', act: { ...act, ...number }, again: false };
    });
  };

  /** Which of foreign acts are new here, each fit for the log that those before it make. */
  const admitted = async (
    foreign: AnyRecordedAct[],
    told: Told,
  ): Promise<{ fresh: AnyRecordedAct[]; scratch: Ledger } | { problem: Problem }> => {
    const breathe = breathing();
    const scratch = emptyLedger();
    for (const act of ledger.acts) {
      enter(scratch, act);
      await breathe();
    }
    standingAnew(scratch);
    const fresh: AnyRecordedAct[] = [];
    for (const [i, draft] of foreign.entries()) {
      await breathe();
      if (i % PAGE === 0 && !told('checking', i))
        return { problem: problem('stopped', null, 'It was stopped.') };
      const came = { ...normal(draft), n: lastN + 1 + fresh.length, recordedAt: draft.recordedAt };
      const act = upcast(came);
      const known = scratch.byId.get(act.id);
      if (known && sameAct(known, act)) continue;
      if (known)
        return {
          problem: problem(
            'differs',
            null,
            'This export holds another version of something already in this log. Nothing was taken.',
          ),
        };
      const refusal = whyNot(scratch, act, Date.parse(act.recordedAt));
      if (refusal) return { problem: { ...refusal, field: `acts.${i}.${refusal.field}` } };
      const read = await readingsOrProblem(act, files);
      if ('problem' in read)
        return { problem: { ...read.problem, field: `acts.${i}.${read.problem.field}` } };
      record(scratch, act);
      fresh.push(came);
    }
    return { fresh, scratch };
  };

  const keepAll = (foreign: AnyRecordedAct[], told: Told = () => true): Promise<KeptAll> =>
    inTurn(async () => {
      const outcome = await admitted(foreign, told);
      if ('problem' in outcome) return outcome;
      const { fresh, scratch } = outcome;
      const now = new Date(clock.now()).toISOString();
      const kept = settingsKept(studioOf(ledger), studioOf(scratch), (kind, subject, body) => {
        const head = {
          id: uuid(),
          kind,
          v: versionOf(kind),
          subject,
          at: now,
          place: null,
          face: null,
          body,
        };
        return head as unknown as Entry;
      });
      if (kept.entries.length > 0) {
        const head = { id: uuid(), makerId: DEFAULT_MAKER, deviceAt: now, recordedAt: now };
        fresh.push({ ...head, n: lastN + 1 + fresh.length, entries: kept.entries });
      }
      if (fresh.length === 0) return { added: 0, settingsKept: [] };
      told('keeping', 0);
      await journal.appendMany(fresh);
      const breathe = breathing();
      for (const [i, act] of fresh.entries()) {
        record(ledger, upcast(act));
        if (i % PAGE === 0) told('keeping', i);
        await breathe();
      }
      lastN = fresh.at(-1)!.n;
      clock.save();
      writeBehind(fresh);
      return { added: fresh.length - (kept.entries.length > 0 ? 1 : 0), settingsKept: kept.names };
    });

  if (parts.lacking.length > 0) writeBehind(parts.lacking);

  return {
    ledger,
    studio: () => studioOf(ledger),
    entriesAbout: (kind, id) => entriesAbout(ledger, kind, id),
    keep,
    keepAll,
    readings: air.between,
    measured: air.measured,
    readingsInPages: air.inPages,
    readingsMark: air.mark,
    close: async () => {
      await queue;
      await behind;
      clock.save();
      journal.close();
      await database.close();
    },
  };
}

/** Acts in pages, each quick to write: what brings readings is a page of its own. */
function pagesOf(acts: AnyRecordedAct[]): AnyRecordedAct[][] {
  const pages: AnyRecordedAct[][] = [];
  let open: AnyRecordedAct[] | null = null;
  for (const act of acts) {
    const heavy = act.entries.some((e) => e.kind === 'readings.taken');
    if (!heavy && open && open.length < PAGE) open.push(act);
    else pages.push((open = [act]));
    if (heavy) open = null;
  }
  return pages;
}

/** The five-minute means that an act brings from the raw files it names, or why it cannot be taken. */
async function readingsOrProblem(
  act: AnyAct,
  files: FileStore,
): Promise<{ brought: ReadingsByAct } | { problem: Problem }> {
  const brought: ReadingsByAct = new Map();
  for (const [i, entry] of act.entries.entries()) {
    const gone = missingPhoto(entry, files);
    if (gone) return { problem: { ...gone, field: `entries.${i}.${gone.field}` } };
    if (entry.kind !== 'readings.taken') continue;
    const outcome = await meansOfEntry(entry, files);
    if (!outcome.ok)
      return {
        problem: { ...outcome.problem, field: `entries.${i}.${outcome.problem.field ?? 'body.file'}` },
      };
    const means = [...(brought.get(act.id) ?? []), { roomId: entry.subject, means: outcome.value }];
    brought.set(act.id, means);
  }
  return { brought };
}

/** A photograph that an entry names and that did not arrive. */
function missingPhoto(entry: AnyEntry, files: FileStore): Problem | null {
  if (entry.kind !== 'piece.pictured') return null;
  const field = (['file', 'thumb'] as const).find((name) => !files.has(entry.body[name]));
  return field
    ? problem('no-such-file', `body.${field}`, 'The photograph did not arrive: take it in again.')
    : null;
}

/** The same for acts that are in the journal: of a file that is gone or cannot be read nothing comes. */
export async function readingsOfActs(
  acts: AnyRecordedAct[],
  files: FileStore,
  missing: (fileName: string) => void = () => undefined,
): Promise<ReadingsByAct> {
  const brought: ReadingsByAct = new Map();
  for (const act of acts) {
    for (const entry of act.entries) {
      if (entry.kind !== 'readings.taken') continue;
      const outcome = await meansOfEntry(entry, files);
      if (outcome.ok)
        brought.set(act.id, [
          ...(brought.get(act.id) ?? []),
          { roomId: entry.subject, means: outcome.value },
        ]);
      else missing(entry.body.fileName);
    }
  }
  return brought;
}

/** An act in its normal form: names of acts in small letters, times to the millisecond, as the database gives them back. */
function normal(act: AnyAct): AnyAct {
  const instant = (text: string) => new Date(text).toISOString();
  return {
    id: act.id.toLowerCase(),
    makerId: act.makerId,
    deviceAt: instant(act.deviceAt),
    entries: act.entries.map((entry): AnyEntry => ({
      ...entry,
      at: instant(entry.at),
      subject: entry.kind === 'act.retracted' ? entry.subject.toLowerCase() : entry.subject,
    })),
  };
}

function sameAct(a: AnyAct, b: AnyAct): boolean {
  const core = ({ id, makerId, deviceAt, entries }: AnyAct) =>
    JSON.parse(JSON.stringify({ id, makerId, deviceAt, entries })) as unknown;
  return isDeepStrictEqual(core(a), core(b));
}
