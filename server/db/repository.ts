import { and, asc, eq, gt, gte, inArray } from 'drizzle-orm';
import type { AirReading } from '../../core/drying/series.ts';
import type { Entry, RecordedAct } from '../../core/log/entry.ts';
import type { Tx } from './open.ts';
import { acts, entries, readings } from './schema.ts';

const PAGE = 2_000;

/** The five-minute means that an act brings, by act. */
export type ReadingsByAct = Map<string, { roomId: string; means: AirReading[] }>;

/** Inserts acts with their entries and readings. Acts that are there already are an error of the caller. */
export async function insertActs(tx: Tx, recorded: RecordedAct[], means: ReadingsByAct): Promise<void> {
  for (const page of pages(recorded, 500)) {
    await tx.insert(acts).values(
      page.map((act) => ({
        id: act.id,
        n: act.n,
        makerId: act.makerId,
        deviceAt: new Date(act.deviceAt),
        recordedAt: new Date(act.recordedAt),
      })),
    );
    const rows = page.flatMap((act) =>
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
    for (const part of pages(rows, 500)) await tx.insert(entries).values(part);
    for (const act of page) await insertReadings(tx, act.id, means.get(act.id));
  }
}

async function insertReadings(
  tx: Tx,
  actId: string,
  brought: { roomId: string; means: AirReading[] } | undefined,
): Promise<void> {
  if (!brought) return;
  const rows = brought.means.map(({ at, celsius, humidity }) => ({
    roomId: brought.roomId,
    at: new Date(at),
    actId,
    celsius,
    humidity,
  }));
  for (const part of pages(rows, 1_000)) await tx.insert(readings).values(part);
}

/** Every act, in journal order, read in pages. */
export async function allActs(tx: Tx): Promise<RecordedAct[]> {
  const found: RecordedAct[] = [];
  for (let after = 0; ;) {
    const page = await tx.select().from(acts).where(gt(acts.n, after)).orderBy(asc(acts.n)).limit(PAGE);
    if (page.length === 0) return found;
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
    const byAct = new Map<string, Entry[]>(page.map((act) => [act.id, []]));
    for (const row of rows) byAct.get(row.actId)!.push(entryOf(row));
    for (const act of page) {
      found.push({
        id: act.id,
        n: act.n,
        makerId: act.makerId,
        deviceAt: act.deviceAt.toISOString(),
        recordedAt: act.recordedAt.toISOString(),
        entries: byAct.get(act.id)!,
      });
    }
    after = page.at(-1)!.n;
  }
}

function entryOf(row: typeof entries.$inferSelect): Entry {
  const { id, kind, v, subject, at, place, face, body } = row;
  return { id, kind, v, subject, at: at.toISOString(), place, face, body } as unknown as Entry;
}

/** A room's means from an instant on, by act. */
export async function readingsSince(
  tx: Tx,
  roomId: string,
  from: number,
): Promise<(AirReading & { actId: string })[]> {
  const found: (AirReading & { actId: string })[] = [];
  for (let offset = 0; ; offset += PAGE * 10) {
    const page = await tx
      .select()
      .from(readings)
      .where(and(eq(readings.roomId, roomId), gte(readings.at, new Date(from))))
      .orderBy(asc(readings.at), asc(readings.actId))
      .limit(PAGE * 10)
      .offset(offset);
    found.push(
      ...page.map((row) => ({
        at: row.at.getTime(),
        celsius: row.celsius,
        humidity: row.humidity,
        actId: row.actId,
      })),
    );
    if (page.length < PAGE * 10) return found;
  }
}

function* pages<T>(rows: T[], size: number): Generator<T[]> {
  for (let i = 0; i < rows.length; i += size) yield rows.slice(i, i + size);
}
