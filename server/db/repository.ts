import { and, asc, eq, gt, gte, inArray, lte, max, min, sql } from 'drizzle-orm';
import type { AirReading } from '../../core/drying/series.ts';
import type { AnyEntry, AnyRecordedAct } from '../../core/log/upcast.ts';
import { breathing } from '../breath.ts';
import type { Tx } from './open.ts';
import { acts, entries, readings } from './schema.ts';

const PAGE = 2_000;
/** The last moment that a log can hold. */
const LAST = Date.UTC(2999, 11, 31);

/** The five-minute means that an act brings, by act. */
export type ReadingsByAct = Map<string, { roomId: string; means: AirReading[] }[]>;

export type StoredReading = AirReading & { actId: string };

type ReadingRow = { roomId: string } & AirReading;

/** Inserts acts whole: with their entries and readings. */
export async function insertWhole(tx: Tx, recorded: AnyRecordedAct[], means: ReadingsByAct): Promise<void> {
  await insertActs(tx, recorded);
  const breathe = breathing();
  for (const [i, rows] of readingRows(means, recorded).entries())
    for (const part of pages(rows, 500)) {
      await insertReadings(tx, recorded[i]!.id, part);
      await breathe();
    }
  await insertEntries(tx, recorded);
}

/** Inserts the heads of acts. What an act that was cut off left there stays. */
export async function insertActs(tx: Tx, recorded: AnyRecordedAct[]): Promise<void> {
  const heads = recorded.map((act) => ({
    id: act.id,
    n: act.n,
    makerId: act.makerId,
    deviceAt: new Date(act.deviceAt),
    recordedAt: new Date(act.recordedAt),
  }));
  await tx.insert(acts).values(heads).onConflictDoNothing({ target: acts.id });
}

/** Inserts the entries of acts. Those that are there already are an error of the caller. */
export async function insertEntries(tx: Tx, recorded: AnyRecordedAct[]): Promise<void> {
  const breathe = breathing();
  const rows = recorded.flatMap((act) =>
    act.entries.map((entry, seq) => ({
      actId: act.id,
      seq,
      id: entry.id,
      kind: entry.kind,
      v: entry.v,
      subject: entry.subject,
      at: new Date(entry.at),
      place: entry.place,
      face: entry.face,
      body: entry.body,
    })),
  );
  for (const part of pages(rows, 100)) {
    await tx.insert(entries).values(part);
    await breathe();
  }
}

/** The readings that each of some acts brings; where files of one act speak of one moment in one room, the last. */
export const readingRows = (means: ReadingsByAct, recorded: AnyRecordedAct[]): ReadingRow[][] =>
  recorded.map(({ id }) => [
    ...new Map(
      (means.get(id) ?? []).flatMap(({ roomId, means: of }) =>
        of.map((reading): [string, ReadingRow] => [`${roomId} ${reading.at}`, { roomId, ...reading }]),
      ),
    ).values(),
  ]);

/** Inserts readings of an act. Those that are there already stay. */
export async function insertReadings(tx: Tx, actId: string, rows: ReadingRow[]): Promise<void> {
  const listed = JSON.stringify(
    rows.map((row) => ({ r: row.roomId, t: new Date(row.at), c: row.celsius, h: row.humidity })),
  );
  await tx.execute(sql`
    insert into ${readings} (room_id, at, act_id, celsius, humidity)
    select r, t, ${actId}::uuid, c, h
    from jsonb_to_recordset(${listed}::jsonb) as l(r text, t timestamptz, c float8, h float8)
    on conflict do nothing`);
}

/** Every act but those of `known`, in journal order, read in pages. */
export async function actsBeyond(tx: Tx, known: ReadonlySet<string>): Promise<AnyRecordedAct[]> {
  const found: AnyRecordedAct[] = [];
  for (let after = 0; ;) {
    const all = await tx.select().from(acts).where(gt(acts.n, after)).orderBy(asc(acts.n)).limit(PAGE);
    if (all.length === 0) return found;
    after = all.at(-1)!.n;
    const page = all.filter(({ id }) => !known.has(id));
    if (page.length === 0) continue;
    const rows = await tx
      .select()
      .from(entries)
      .where(
        inArray(
          entries.actId,
          page.map((act) => act.id),
        ),
      )
      .orderBy(asc(entries.actId), asc(entries.seq));
    const byAct = new Map<string, AnyEntry[]>(page.map((act) => [act.id, []]));
    for (const row of rows) byAct.get(row.actId)!.push(entryOf(row));
    for (const act of page) {
      // one that was cut off while it was written: the journal has it whole
      if (byAct.get(act.id)!.length === 0) continue;
      found.push({
        id: act.id,
        n: act.n,
        makerId: act.makerId,
        deviceAt: act.deviceAt.toISOString(),
        recordedAt: act.recordedAt.toISOString(),
        entries: byAct.get(act.id)!,
      });
    }
  }
}

function entryOf(row: typeof entries.$inferSelect): AnyEntry {
  const { id, kind, v, subject, at, place, face, body } = row;
  return { id, kind, v, subject, at: at.toISOString(), place, face, body } as unknown as AnyEntry;
}

/** A room's means between two instants, by act. */
export async function readingsBetween(
  tx: Tx,
  roomId: string,
  from: number,
  to: number,
): Promise<StoredReading[]> {
  const found: StoredReading[] = [];
  for (let offset = 0; ; offset += PAGE * 10) {
    const page = await tx
      .select()
      .from(readings)
      .where(
        and(
          eq(readings.roomId, roomId),
          gte(readings.at, new Date(from)),
          lte(readings.at, new Date(Math.min(to, LAST))),
        ),
      )
      .orderBy(asc(readings.at), asc(readings.actId))
      .limit(PAGE * 10)
      .offset(offset);
    for (const { at, celsius, humidity, actId } of page)
      found.push({ at: at.getTime(), celsius, humidity, actId });
    if (page.length < PAGE * 10) return found;
  }
}

/** When a room's means begin and end; null where it has none. */
export async function readingSpan(tx: Tx, roomId: string): Promise<{ from: number; to: number } | null> {
  const [row] = await tx
    .select({ from: min(readings.at), to: max(readings.at) })
    .from(readings)
    .where(eq(readings.roomId, roomId));
  return row?.from && row.to ? { from: row.from.getTime(), to: row.to.getTime() } : null;
}

/** The names of all acts that are there whole: their entries are written last. */
export async function actIds(tx: Tx): Promise<string[]> {
  return (await tx.selectDistinct({ id: entries.actId }).from(entries)).map(({ id }) => id);
}

function* pages<T>(rows: T[], size: number): Generator<T[]> {
  for (let i = 0; i < rows.length; i += size) yield rows.slice(i, i + size);
}
