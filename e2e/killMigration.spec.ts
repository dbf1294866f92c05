import { randomUUID } from 'node:crypto';
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createStudio, expect, root, prepared, test, type Studio } from './studio.ts';

/** `KOSMEMA_KILLS` asks for more. */
const KILLS = Math.ceil(Number(process.env['KOSMEMA_KILLS'] ?? 10) / 5);
const WHEN = Date.parse('2027-01-01T00:00:00Z');
/** What a later program changes: enough of it that a kill can fall within. */
const CHANGES = [
  'ALTER TABLE "entries" ADD COLUMN "later" text',
  `UPDATE "entries" SET "later" = md5("body"::text)`,
  'ALTER TABLE "entries" ALTER COLUMN "later" SET NOT NULL',
  'ALTER TABLE "entries" ALTER COLUMN "later" SET DEFAULT \'\'',
  ...Array.from({ length: 20 }, (_, i) => `CREATE INDEX "later_${i}" ON "entries" ("later", "id")`),
];

/** Today's program with one migration more, as a later one would come. @returns where it begins */
function laterProgram(): { folder: string; main: string } {
  const folder = mkdtempSync(join(root, 'dist', 'later-'));
  cpSync(join(root, 'dist', 'server'), folder, { recursive: true });
  const migrations = join(folder, 'migrations');
  writeFileSync(join(migrations, '0001_later.sql'), CHANGES.join(';\n--> statement-breakpoint\n'));
  const path = join(migrations, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(path, 'utf8')) as { entries: object[] };
  const later = { idx: 1, version: '7', when: WHEN, tag: '0001_later', breakpoints: true };
  writeFileSync(path, JSON.stringify({ ...journal, entries: [...journal.entries, later] }));
  return { folder, main: join(folder, 'main.js') };
}

async function note({ address }: Studio, tub: string): Promise<string> {
  const at = '2026-03-11T08:00:00.000Z';
  const id = randomUUID();
  const body = { text: 'before the new version' };
  const entry = {
    id: randomUUID(),
    kind: 'tub.noted',
    v: 1,
    subject: tub,
    at,
    place: null,
    face: null,
    body,
  };
  const response = await fetch(`${address}/api/acts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id, makerId: 'maker-default', deviceAt: at, entries: [entry] }),
  });
  expect(response.status, await response.text()).toBe(201);
  return id;
}

test(`killed ${KILLS} times while a new version takes the database over, it has all that was acknowledged before`, async () => {
  test.setTimeout(120_000 + KILLS * 60_000);
  const later = laterProgram();
  const studio = createStudio();
  studio.setClock('2026-03-11T09:20:00Z');
  const get = async <T>(path: string) => (await (await fetch(`${studio.address}${path}`)).json()) as T;
  const acts = async (tub: string) =>
    (await get<{ acts: { id: string }[] }>(`/api/tubs/${tub}`)).acts.map(({ id }) => id);
  const copyBegun = () => readdirSync(studio.data).some((name) => name.startsWith('db.before-'));
  let within = 0;
  for (let kill = 0; kill < KILLS; kill++) {
    rmSync(studio.data, { recursive: true, force: true });
    cpSync(await prepared('demo'), studio.data, { recursive: true });
    await studio.start();
    const { tubs } = await get<{ tubs: { tub: { id: string } }[] }>('/api/shelf');
    const tub = tubs[0]!.tub.id;
    const noted = await note(studio, tub);
    const { pieces } = await get<{ pieces: number }>('/api/studio');
    const before = await acts(tub);
    expect(before).toContain(noted);
    await studio.kill();

    let started = false;
    const starting = studio.start([], {}, later.main).then(
      () => (started = true),
      () => undefined,
    );
    await expect.poll(copyBegun, { intervals: [5] }).toBe(true);
    await new Promise((resolve) => setTimeout(resolve, (kill * 53) % 500));
    if (!started) within += 1;
    await studio.kill();
    await starting;

    await studio.start([], {}, later.main);
    expect(await acts(tub)).toEqual(before);
    expect(await get('/api/studio')).toMatchObject({ pieces });
    await studio.kill();
  }
  expect(within).toBeGreaterThan(0);

  // the earlier program says so, and touches nothing
  const failure = await studio.start().then(
    () => '',
    (error: Error) => error.message,
  );
  expect(failure).toContain('newer version');
  expect(existsSync(join(studio.data, 'db'))).toBe(true);
  await studio.discard();
  rmSync(later.folder, { recursive: true });
});
