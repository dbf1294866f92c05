import { cpSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { problem, refused, ok, type Result } from '../../core/units/problem.ts';

/** A database or a transaction on it. Repository functions take one as `tx`. */
export type Tx = PgDatabase<PgQueryResultHKT, Record<string, never>>;

export interface Database {
  db: Tx;
  close: () => Promise<void>;
}

export const migrationsFolder = [
  fileURLToPath(new URL('./migrations', import.meta.url)),
  fileURLToPath(new URL('../../server/db/migrations', import.meta.url)),
].find((folder) => existsSync(folder))!;

/** An empty database made with the program: a new one is a copy of it, which takes a quarter of the time. */
const besideProgram = fileURLToPath(new URL('./blank', import.meta.url));

/**
 * Opens the database in a folder and brings it up to this program's version.
 * @param blank an empty database that a new one is copied from; where there is none it is made from nothing
 * @returns a problem where the folder was written by a newer program
 * @throws where the database cannot be opened at all
 */
export async function openDatabase(folder: string, blank = besideProgram): Promise<Result<Database>> {
  if (!existsSync(folder) && existsSync(blank)) copyWhole(blank, folder);
  mkdirSync(folder, { recursive: true });
  const client = await PGlite.create(folder);
  const db = drizzle(client) as unknown as Tx;
  const close = () => client.close();
  const known = readMigrationFiles({ migrationsFolder });
  const applied = await appliedMigrations(db);
  if (applied.some((at) => !known.some((migration) => migration.folderMillis === at))) {
    await close();
    const { code, field, message } = problem(
      'newer-database',
      null,
      'This data folder was last used by a newer version of the program. Start that version, or choose another folder with KOSMEMA_DATA. Nothing was changed.',
    );
    return refused(code, field, message);
  }
  if (applied.length < known.length) {
    if (applied.length > 0) copyWhole(folder, `${folder}.before-${known.at(-1)!.folderMillis}`);
    await migrate(drizzle(client), { migrationsFolder });
  }
  return ok({ db, close });
}

/** Copies a folder so that it is there whole or not at all. */
function copyWhole(from: string, to: string): void {
  const begun = `${to}.begun`;
  rmSync(begun, { recursive: true, force: true });
  try {
    cpSync(from, begun, { recursive: true });
  } catch (error) {
    // on a full disk half a copy takes the room that is left
    rmSync(begun, { recursive: true, force: true });
    throw error;
  }
  rmSync(to, { recursive: true, force: true });
  renameSync(begun, to);
}

async function appliedMigrations(db: Tx): Promise<number[]> {
  const table = await rowsOf<{ name: string | null }>(
    db,
    sql`select to_regclass('drizzle.__drizzle_migrations')::text as name`,
  );
  if (!table[0]?.name) return [];
  const rows = await rowsOf<{ at: string | number }>(
    db,
    sql`select created_at as at from drizzle.__drizzle_migrations`,
  );
  return rows.map((row) => Number(row.at));
}

async function rowsOf<T>(db: Tx, query: ReturnType<typeof sql>): Promise<T[]> {
  return ((await db.execute(query)) as unknown as { rows: T[] }).rows;
}
