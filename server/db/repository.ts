import { and, asc, eq, gt, gte, inArray, lte, max, min, sql } from 'drizzle-orm';
import type { AirReading } from '../../core/drying/series.ts';
import type { AnyEntry, AnyRecordedAct } from '../../core/log/upcast.ts';
import { DAY, type Instant } from '../../core/units/quantity.ts';
import { yieldToEventLoop } from '../time/yieldToEventLoop.ts';
import type { Tx } from './open.ts';
import { acts, airDays, entries } from './schema.ts';

const PAGE = 2_000;
/** Days of readings in a page. */
const DAYS = 100;
/** The last moment that a log can hold. */
const LAST = Date.UTC(2999, 11, 31);

/** The five-minute means that an act brings, by act. */
export type ReadingsByAct = Map<string, { roomId: string; means: AirReading[] }[]>;

export type StoredReading = AirReading & { actId: string };

type AirDay = typeof airDays.$inferSelect;

/** Inserts acts whole: with their entries and readings. */
export async function insertWhole(tx: Tx, recorded: AnyRecordedAct[], means: ReadingsByAct): Promise<void> {
  await insertActs(tx, recorded);
  await yieldToEventLoop();
  for (const act of recorded)
    for (const part of pages(daysOf(act.id, means), 10)) {
      await insertDays(tx, part);
      await yieldToEventLoop();
    }
  await insertEntries(tx, recorded);
}

/** Inserts the heads of acts. What an act that was cut off left there stays. */
export async function insertActs(tx: Tx, recorded: AnyRecordedAct[]): Promise<void> {
  const heads = recorded.map(({ id, n, makerId, deviceAt, recordedAt }) => ({
    id,
    n,
    maker_id: makerId,
    device_at: deviceAt,
    recorded_at: recordedAt,
  }));
  await tx.execute(sql`
    insert into ${acts} (id, n, maker_id, device_at, recorded_at)
    select * from json_to_recordset(${JSON.stringify(heads)}::json)
      as l(id uuid, n bigint, maker_id text, device_at timestamptz, recorded_at timestamptz)
    on conflict (id) do nothing`);
}

/** Inserts the entries of acts. Those that are there already are an error of the caller. */
export async function insertEntries(tx: Tx, recorded: AnyRecordedAct[]): Promise<void> {
  const rows = recorded.flatMap((act) =>
    act.entries.map((entry, seq) => ({ act_id: act.id, seq, ...entry })),
  );
  for (const part of pages(rows, 50)) {
    await tx.execute(sql`
      insert into ${entries} (act_id, seq, id, kind, v, subject, at, place, face, body)
      select * from json_to_recordset(${JSON.stringify(part)}::json) as l(
        act_id uuid, seq int, id text, kind text, v int, subject text, at timestamptz, place text, face text, body jsonb)`);
    await yieldToEventLoop();
  }
}

/** The readings that an act brings by room and day; where files of it speak of one moment in one room, the last. */
export function daysOf(actId: string, brought: ReadingsByAct): AirDay[] {
  const days = new Map<string, { roomId: string; of: Map<Instant, AirReading> }>();
  for (const { roomId, means } of brought.get(actId) ?? [])
    for (const reading of means) {
      const key = `${Math.floor(reading.at / DAY)} ${roomId}`;
      const known = days.get(key) ?? { roomId, of: new Map<Instant, AirReading>() };
      if (known.of.size === 0) days.set(key, known);
      known.of.set(reading.at, reading);
    }
  return [...days.values()].map(({ roomId, of }) => {
    const sorted = [...of.values()].sort((a, b) => a.at - b.at);
    return {
      roomId,
      day: new Date(sorted[0]!.at).toISOString().slice(0, 10),
      actId,
      from: new Date(sorted[0]!.at),
      to: new Date(sorted.at(-1)!.at),
      means: {
        at: sorted.map(({ at }) => at),
        celsius: sorted.map(({ celsius }) => celsius),
        humidity: sorted.map(({ humidity }) => humidity),
      },
    };
  });
}

/** Inserts days of readings; what was there of an act's day gives way to all of it. */
export async function insertDays(tx: Tx, days: AirDay[]): Promise<void> {
  if (days.length === 0) return;
  await tx
    .insert(airDays)
    .values(days)
    .onConflictDoUpdate({
      target: [airDays.roomId, airDays.day, airDays.actId],
      set: { from: sql`excluded.from`, to: sql`excluded.to`, means: sql`excluded.means` },
    });
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

/** The last row of a page of days. */
export type PageEnd = Pick<AirDay, 'day' | 'actId'>;

/**
 * A room's means between two instants by act, a page of days at a time.
 * @param after where the page before ended; null for the first
 */
export async function readingsBetween(
  tx: Tx,
  roomId: string,
  from: Instant,
  to: Instant,
  after: PageEnd | null,
): Promise<{ readings: StoredReading[]; end: PageEnd | null }> {
  const days = await tx
    .select()
    .from(airDays)
    .where(
      and(
        eq(airDays.roomId, roomId),
        gte(airDays.to, new Date(from)),
        lte(airDays.from, new Date(Math.min(to, LAST))),
        after ? sql`(${airDays.day}, ${airDays.actId}) > (${after.day}, ${after.actId})` : undefined,
      ),
    )
    .orderBy(asc(airDays.day), asc(airDays.actId))
    .limit(DAYS);
  const readings = days.flatMap(({ actId, means }) =>
    means.at.flatMap((at, i) =>
      at < from || at > to ? [] : [{ at, celsius: means.celsius[i]!, humidity: means.humidity[i]!, actId }],
    ),
  );
  return { readings, end: days.length < DAYS ? null : days.at(-1)! };
}

/** When an act's means of a room begin and end. */
export interface ReadingSpan {
  actId: string;
  from: Instant;
  to: Instant;
}

/** When a room's means begin and end, by act, standing or not. */
export async function readingSpans(tx: Tx, roomId: string): Promise<ReadingSpan[]> {
  const rows = await tx
    .select({ actId: airDays.actId, from: min(airDays.from), to: max(airDays.to) })
    .from(airDays)
    .where(eq(airDays.roomId, roomId))
    .groupBy(airDays.actId);
  return rows.map(({ actId, from, to }) => ({ actId, from: from!.getTime(), to: to!.getTime() }));
}

/** The names of all acts that are there whole: their entries are written last. */
export async function actIds(tx: Tx): Promise<string[]> {
  return (await tx.selectDistinct({ id: entries.actId }).from(entries)).map(({ id }) => id);
}

export function* pages<T>(rows: T[], size: number): Generator<T[]> {
  for (let i = 0; i < rows.length; i += size) yield rows.slice(i, i + size);
}
