import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { cpSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { createStudio, expect, prepared, test, type Studio } from './studio.ts';

/** `KOSMEMA_KILLS` asks for more; each fifth comes while the program starts, each tenth while it makes its database anew. */
const KILLS = Number(process.env['KOSMEMA_KILLS'] ?? 6);
const AT = '2026-03-10T07:00:00.000Z';
const headers = { 'content-type': 'application/json' };
/** The smallest photograph there is. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

const entry = (kind: string, subject: string, body: object, v = 1) => ({
  id: randomUUID(),
  kind,
  v,
  subject,
  at: AT,
  place: null,
  face: null,
  body,
});

const tub = entry('tub.made', 'tub-one', {
  name: 'One',
  use: 'brushed-engobe',
  contents: '',
  volumeM3: 0.001,
  capacityM3: 0.002,
  grainDensity: 2600,
  wetColour: '#888888',
  firedColour: '#222222',
  adjusted: 'none',
  clayId: null,
  carries: [],
  keepsDays: null,
  composition: [],
  batchId: null,
});
const piece = entry('piece.made', 'piece-one', {
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

/** Logs an act. @returns its name once it was acknowledged */
async function log({ address }: Studio, of: object): Promise<string | null> {
  const id = randomUUID();
  const body = JSON.stringify({ id, makerId: 'maker-default', deviceAt: AT, entries: [of] });
  const response = await fetch(`${address}/api/acts`, { method: 'POST', headers, body });
  return response.status === 201 ? id : null;
}

test(`killed ${KILLS} times in the middle of writes, it has all that it acknowledged, once; and all comes back from the journal alone`, async ({
  studio,
}) => {
  test.setTimeout(180_000 + KILLS * 15_000);
  const workshop = createStudio();
  workshop.setClock('2026-03-11T09:20:00Z');
  cpSync(await prepared('demo'), workshop.data, { recursive: true });
  await workshop.start();
  const archive = Buffer.from(await (await fetch(`${workshop.address}/api/export`)).arrayBuffer());
  await workshop.discard();
  studio.setClock('2026-03-11T09:20:00Z');

  const acknowledged = new Set<string>();
  const photos = new Set<string>();
  let imported = false;
  let n = 0;
  for (const of of [tub, piece]) acknowledged.add((await log(studio, of))!);

  /** Does something again and again until the program is gone. */
  const until = async (over: () => boolean, work: () => Promise<void>) => {
    while (!over()) await work().catch(() => undefined);
  };
  const note = async () => {
    const id = await log(studio, entry('tub.noted', 'tub-one', { text: `note ${(n += 1)}` }));
    if (id) acknowledged.add(id);
  };
  const photograph = async () => {
    const bytes = Buffer.concat([PIXEL, randomBytes(8)]);
    const file = createHash('sha256').update(bytes).digest('hex');
    const sent = await fetch(`${studio.address}/api/photos`, { method: 'POST', body: new Uint8Array(bytes) });
    if (sent.status !== 201) return;
    const id = await log(studio, entry('piece.pictured', 'piece-one', { file, thumb: file }));
    if (!id) return;
    acknowledged.add(id);
    photos.add(file);
  };
  const take = async () => {
    const taken = await fetch(`${studio.address}/api/import`, { method: 'POST', body: archive });
    if (taken.status === 200) imported = true;
    await taken.arrayBuffer();
  };
  const give = async () => void (await (await fetch(`${studio.address}/api/export`)).arrayBuffer());
  const beside = [photograph, take, give];

  for (let kill = 0; kill < KILLS; kill++) {
    let over = false;
    const before = acknowledged.size;
    const working = [note, note, beside[kill % beside.length]!].map((work) => until(() => over, work));
    await expect.poll(() => acknowledged.size, { intervals: [5] }).toBeGreaterThan(before);
    await new Promise((resolve) => setTimeout(resolve, (kill * 37) % 400));
    await studio.kill();
    over = true;
    await Promise.all(working);
    if (kill % 10 === 9) rmSync(join(studio.data, 'db'), { recursive: true });
    if (kill % 5 === 4) await studio.startAndKill(300 + ((kill * 91) % 900));
    await studio.start();
  }

  const found = async () => {
    const acts = async (path: string) =>
      ((await (await fetch(`${studio.address}${path}`)).json()) as { acts: { id: string }[] }).acts;
    const all = [...(await acts('/api/tubs/tub-one')), ...(await acts('/api/pieces/piece-one'))];
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    const { pieces } = (await (await fetch(`${studio.address}/api/studio`)).json()) as { pieces: number };
    return { ids: new Set(all.map(({ id }) => id)), pieces };
  };
  expect(acknowledged.size).toBeGreaterThan(KILLS);
  const afterKills = await found();
  expect([...acknowledged].filter((id) => !afterKills.ids.has(id))).toEqual([]);
  // of an import all is there or nothing, and all once it was acknowledged
  if (imported) expect(afterKills.pieces).toBeGreaterThan(15);
  else expect(afterKills.pieces === 1 || afterKills.pieces > 15).toBe(true);
  for (const file of photos) expect((await fetch(`${studio.address}/api/photos/${file}`)).status).toBe(200);

  await studio.kill();
  rmSync(join(studio.data, 'db'), { recursive: true });
  await studio.start();
  const rebuilt = await found();
  expect(rebuilt.pieces).toBe(afterKills.pieces);
  expect([...afterKills.ids].filter((id) => !rebuilt.ids.has(id))).toEqual([]);
  expect(readdirSync(studio.data)).toContain('db');
});
