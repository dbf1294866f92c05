import { createHash, randomUUID } from 'node:crypto';
import { cpSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { inject, onTestFinished } from 'vitest';
import { written, type AnyBody, type AnyKind } from '../../core/log/upcast.test-support.ts';
import type { Act, Entry } from '../../core/log/entry.ts';
import { ok } from '../../core/units/problem.ts';
import type { Clock } from '../time/clock.ts';
import { migrationsFolder, openDatabase, type Tx } from '../db/open.ts';
import { openFolder, type OpenDatabase, type OpenFolder } from '../folder/folder.ts';

export const NOW = Date.parse('2026-03-10T12:00:00Z');
export const testClock: Clock = { now: () => NOW, workshopTime: false, save: () => {} };
export const onPostgres = process.env['KOSMEMA_TEST_POSTGRES'];

/** PGlite in the folder, or with KOSMEMA_TEST_POSTGRES a database of that server named by the folder. */
const openForTest: OpenDatabase = onPostgres
  ? async (folder) => {
      const name = `t${createHash('sha256').update(folder).digest('hex').slice(0, 20)}`;
      const admin = new pg.Client(onPostgres);
      await admin.connect();
      await admin.query(`create database ${name}`).catch(() => undefined);
      await admin.end();
      const url = new URL(onPostgres);
      url.pathname = `/${name}`;
      const pool = new pg.Pool({ connectionString: url.toString(), max: 1 });
      const db = drizzle(pool);
      await migrate(db, { migrationsFolder });
      return ok({ db: db as unknown as Tx, close: () => pool.end() });
    }
  : (folder) => openDatabase(folder, inject('template'));

/** An empty data folder; removed after the test. */
export function emptyFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'kosmema-test-'));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  mkdirSync(join(folder, 'data'));
  if (!onPostgres) cpSync(inject('template'), join(folder, 'data', 'db'), { recursive: true });
  return join(folder, 'data');
}

export async function opened(folder: string): Promise<OpenFolder> {
  const outcome = await openFolder(folder, testClock, { open: openForTest });
  if (!outcome.ok) throw new Error(outcome.problem.message);
  return outcome.value;
}

/** As a tablet sends it, in the version that its body has. */
export function entry<K extends AnyKind>(
  kind: K,
  subject: string,
  body: AnyBody<K>,
  at = '2026-03-10T09:00:00.000Z',
): Entry {
  return written(kind, { id: randomUUID(), subject, at }, body) as Entry;
}

export const act = (...entries: Entry[]): Act => ({
  id: randomUUID(),
  makerId: 'maker-default',
  deviceAt: '2026-03-10T09:00:00.000Z',
  entries,
});

export const pieceMade = (subject = 'p'): Entry =>
  entry('piece.made', subject, {
    name: 'Cup',
    clayId: 'clay-default',
    form: { kind: 'plate', diameterM: 0.2, wallM: 0.006 },
    roomId: 'room-default',
    techniqueId: 'sgraffito',
    schools: {},
    cover: 'open',
    stand: 'board',
    attachmentM: null,
    stage: null,
  });
