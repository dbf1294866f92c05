import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { expect, inject, it, onTestFinished } from 'vitest';
import type { AirReading } from '../../core/drying/series.ts';
import { DAY, MINUTE, type Instant } from '../../core/units/quantity.ts';
import { migrationsFolder, openDatabase, type Tx } from './open.ts';
import {
  daysOf,
  insertActs,
  insertDays,
  readingsBetween,
  readingSpans,
  type PageEnd,
  type StoredReading,
} from './repository.ts';

const FROM = Date.UTC(2026, 0, 5, 21, 40);
function folder(): string {
  const path = mkdtempSync(join(tmpdir(), 'kosmema-air-'));
  onTestFinished(() => rmSync(path, { recursive: true, force: true }));
  return join(path, 'db');
}

const meansOf = (count: number, from = FROM, each = 5 * MINUTE): AirReading[] =>
  Array.from({ length: count }, (_, i) => ({
    at: from + i * each,
    celsius: 18 + Math.sin(i / 7),
    humidity: 0.5 + 0.1 * Math.cos(i / 11),
  }));

const actOf = (n: number) => {
  const at = new Date(FROM).toISOString();
  return { id: uuid(), n, makerId: 'maker', deviceAt: at, recordedAt: at, entries: [] };
};

async function allBetween(tx: Tx, from: Instant, to: Instant): Promise<StoredReading[]> {
  const found: StoredReading[] = [];
  let after: PageEnd | null = null;
  do {
    const page: Awaited<ReturnType<typeof readingsBetween>> = await readingsBetween(
      tx,
      'room',
      from,
      to,
      after,
    );
    found.push(...page.readings);
    after = page.end;
  } while (after);
  return found;
}

const byMoment = (some: StoredReading[]) =>
  [...some].sort((a, b) => a.at - b.at || a.actId.localeCompare(b.actId));

/** The database in a folder; a new one where there is none. */
async function database(path = folder()): Promise<Tx & { end: () => Promise<void> }> {
  const opened = await openDatabase(path, inject('template'));
  if (!opened.ok) throw new Error(opened.problem.message);
  return Object.assign(opened.value.db, { end: opened.value.close });
}

it('reads a room’s air page by page, to the very moments asked for', async () => {
  const tx = await database();
  const act = actOf(1);
  const means = meansOf(130 * 8, FROM, 3 * 60 * MINUTE);
  await insertActs(tx, [act]);
  await insertDays(tx, daysOf(act.id, new Map([[act.id, [{ roomId: 'room', means }]]])));
  expect(await readingSpans(tx, 'room')).toEqual([
    { actId: act.id, from: means[0]!.at, to: means.at(-1)!.at },
  ]);
  expect(await readingSpans(tx, 'elsewhere')).toEqual([]);
  const between = async (from: Instant, to: Instant) =>
    (await allBetween(tx, from, to)).map(({ at, celsius, humidity }) => ({ at, celsius, humidity }));
  expect(await between(0, Number.POSITIVE_INFINITY)).toEqual(means);
  const [from, to] = [means[11]!.at, means[1_003]!.at];
  expect(await between(from, to)).toEqual(means.slice(11, 1_004));
  expect(await between(from + 1, to - 1)).toEqual(means.slice(12, 1_003));
  expect(await between(to + 1, from)).toEqual([]);
  await tx.end();
});

it('takes of one moment in one act what its last file says, and a day anew where its file was mended', async () => {
  const tx = await database();
  const act = actOf(1);
  const means = meansOf(40);
  const warmer = means.slice(10, 20).map((reading) => ({ ...reading, celsius: reading.celsius + 5 }));
  const brought = (...files: AirReading[][]) =>
    daysOf(act.id, new Map([[act.id, files.map((of) => ({ roomId: 'room', means: of }))]]));
  await insertActs(tx, [act]);
  await insertDays(tx, brought(warmer));
  await insertDays(tx, brought(means, warmer));
  const found = await allBetween(tx, 0, FROM + DAY);
  expect(found.map(({ celsius }) => celsius)).toEqual(
    means.map(({ celsius }, i) => (i >= 10 && i < 20 ? celsius + 5 : celsius)),
  );
  await tx.end();
});

it('brings the readings of a database that had a row for each of them, to the last digit', async () => {
  const path = folder();
  const old = await database(path);
  // as it was before its second migration
  const first = readFileSync(join(migrationsFolder, '0000_first.sql'), 'utf8');
  await old.execute(sql`drop table air_days`);
  await old.execute(sql`delete from drizzle.__drizzle_migrations where id > 1`);
  for (const statement of first.split('--> statement-breakpoint'))
    if (/TABLE "readings"/.test(statement)) await old.execute(sql.raw(statement));
  const acts = [actOf(1), actOf(2)];
  await insertActs(old, acts);
  const rows: StoredReading[] = [...meansOf(700, FROM + 17), ...meansOf(30, FROM + 17)].map((reading, i) => ({
    ...reading,
    actId: acts[i < 700 ? 0 : 1]!.id,
  }));
  await old.execute(sql`
    insert into readings (room_id, at, act_id, celsius, humidity)
    select 'room', t, a, c, h from jsonb_to_recordset(${JSON.stringify(
      rows.map(({ at, actId, celsius, humidity }) => ({
        t: new Date(at).toISOString(),
        a: actId,
        c: celsius,
        h: humidity,
      })),
    )}::jsonb) as l(t timestamptz, a uuid, c float8, h float8)`);
  await old.end();
  const tx = await database(path);
  expect(byMoment(await allBetween(tx, 0, Number.POSITIVE_INFINITY))).toEqual(byMoment(rows));
  await tx.end();
});
