import { validate } from '../../core/log/admission/admit.ts';
import type { Entry, RecordedAct, SubjectKind } from '../../core/log/entry.ts';
import { entriesAbout, record, type Ledger } from '../../core/log/ledger.ts';
import { studioOf, type StudioState } from '../../core/log/studio.ts';
import { upcast, type AnyAct, type AnyRecordedAct } from '../../core/log/upcast.ts';
import type { Problem } from '../../core/units/problem.ts';
import { yieldToEventLoop } from '../time/yieldToEventLoop.ts';
import type { Clock } from '../time/clock.ts';
import type { Database } from '../db/open.ts';
import {
  insertWhole,
  readingsBetween,
  readingSpans,
  type PageEnd,
  type ReadingsByAct,
  type StoredReading,
} from '../db/repository.ts';
import type { FileStore } from '../files/fileStore.ts';
import { filesOf } from '../files/named.ts';
import type { Journal } from '../journal/journal.ts';
import { createRoomAir, type RoomAir } from './roomAir.ts';
import { readingsOrProblem } from './readingsOf.ts';
import { normal, sameAct } from './sameAct.ts';
import { takeMany, type ManyKept, type Told } from './takeMany.ts';
import { createTurns } from './turns.ts';
import { createWriteBehind, type WriteBehind } from './writeBehind.ts';

/** The studio as this process holds it: the ledger in memory, the journal and the database behind it. */
export interface Store {
  ledger: Ledger;
  studio: () => StudioState;
  entriesAbout: (kind: SubjectKind, id: string) => readonly Entry[];
  /** Keeps an act for good, or says why not. Safe to repeat. */
  keep: (act: AnyAct) => Promise<Kept>;
  /**
   * Keeps many acts of another studio's export, all that can stand here. What is set here stays as it is.
   * @param told how far it is; false stops it, until it is being kept
   */
  keepAll: (acts: readonly AnyRecordedAct[], told?: Told) => Promise<ManyKept | { problem: Problem }>;
  /** Takes up files that were not sound before: the readings of those that bring some. */
  mended: (files: ReadonlySet<string>) => void;
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

export type Kept =
  | { kind: 'kept'; act: RecordedAct; again: boolean }
  | { kind: 'conflict' }
  | { kind: 'refused'; problem: Problem; all: Problem[] };

/** An act that brings more readings than these is written into the database behind, lest all others wait for it. */
const AT_ONCE = 1_000;

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
  const numbers = { last: parts.lastN };
  const turns = createTurns();
  const behind = createWriteBehind(db, turns, files);
  const air = createRoomAir(ledger, behind, {
    between: (...asked) => allPages((after) => turns.then(() => readingsBetween(db, ...asked, after))),
    spans: (roomId) => turns.then(() => readingSpans(db, roomId)),
  });

  /** Journal first and on the disk, then the database, then memory; only then is it acknowledged. */
  const commit = async (recorded: AnyRecordedAct, brought: ReadingsByAct): Promise<void> => {
    const heavy = meansIn(brought) > AT_ONCE;
    journal.append([recorded]);
    await yieldToEventLoop();
    try {
      if (!heavy) await db.transaction((tx) => insertWhole(tx, [recorded], brought));
    } catch (error) {
      journal.undoAppend();
      throw error;
    }
    await yieldToEventLoop();
    record(ledger, upcast(recorded));
    numbers.last = recorded.n;
    clock.save();
    if (heavy) behind.write([recorded], brought);
  };

  const keep = async (draft: AnyAct): Promise<Kept> => {
    const came = normal(draft);
    const act = upcast(came);
    const read = ledger.byId.has(act.id) ? null : await readingsOrProblem(act, files);
    return turns.first(async () => {
      const known = ledger.byId.get(act.id);
      if (known)
        return sameAct(known, act) ? { kind: 'kept', act: known, again: true } : { kind: 'conflict' };
      const against = validate(ledger, act, clock.now());
      await yieldToEventLoop();
      if (against.length > 0) return refusal(against);
      if (read && 'problem' in read) return refusal([read.problem]);
      const number = { n: numbers.last + 1, recordedAt: new Date(clock.now()).toISOString() };
      await commit({ ...came, ...number }, read?.brought ?? new Map());
      return { kind: 'kept', act: { ...act, ...number }, again: false };
    });
  };

  if (parts.lacking.length > 0) behind.write(parts.lacking);

  return {
    ...{ ledger, keep },
    studio: () => studioOf(ledger),
    entriesAbout: (kind, id) => entriesAbout(ledger, kind, id),
    keepAll: (foreign, told = () => true) =>
      keepMany({ ledger, journal, clock, turns, numbers }, behind, foreign, told),
    mended: (of) => behind.readAgain(ledger.acts.filter((act) => tookOneOf(act, of))),
    readings: air.between,
    measured: air.measured,
    readingsInPages: air.inPages,
    readingsMark: air.mark,
    close: async () => {
      await turns.idle();
      await behind.settled();
      clock.save();
      journal.close();
      await database.close();
    },
  };
}

/** Reads page by page to the end. */
async function allPages(
  pageAfter: (after: PageEnd | null) => Promise<{ readings: StoredReading[]; end: PageEnd | null }>,
): Promise<StoredReading[]> {
  const found: StoredReading[] = [];
  let after: PageEnd | null = null;
  do {
    const page = await pageAfter(after);
    found.push(...page.readings);
    after = page.end;
  } while (after);
  return found;
}

/** Whether an act took readings from one of some files. */
const tookOneOf = ({ entries }: RecordedAct, files: ReadonlySet<string>): boolean =>
  entries.some((e) => e.kind === 'readings.taken' && filesOf(e).some((file) => files.has(file)));

const meansIn = (brought: ReadingsByAct): number =>
  [...brought.values()].flat().reduce((sum, { means }) => sum + means.length, 0);

const refusal = (all: Problem[]): Kept => ({ kind: 'refused', problem: all[0]!, all });

/** Takes many acts in; what they brought is written behind. */
async function keepMany(
  parts: Parameters<typeof takeMany>[0],
  behind: Pick<WriteBehind, 'write'>,
  foreign: readonly AnyRecordedAct[],
  told: Told,
): ReturnType<typeof takeMany> {
  const outcome = await takeMany(parts, foreign, told);
  if (!('problem' in outcome)) behind.write(outcome.fresh);
  return outcome;
}
