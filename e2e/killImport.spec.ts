import { cpSync, rmSync } from 'node:fs';
import { createStudio, expect, prepared, test, type Studio } from './studio.ts';

/** `KOSMEMA_KILLS` asks for more. */
const KILLS = Math.ceil(Number(process.env['KOSMEMA_KILLS'] ?? 15) / 5);
/** Kills fall within so many ms of the beginning of an import, and now and then after it. */
const WITHIN_MS = 2_500;

interface Counts {
  pieces: number;
  tubs: number;
  finished: number;
}

async function countsOf({ address }: Studio): Promise<Counts> {
  const get = async (path: string) => (await fetch(`${address}${path}`)).json() as unknown;
  const { unfinished, finished } = (await get('/api/pieces')) as { unfinished: number; finished: number };
  const { tubs } = (await get('/api/shelf')) as { tubs: unknown[] };
  return { pieces: unfinished, finished, tubs: tubs.length };
}

test('killed in the middle of an import, it has all of it or nothing, and all once it was acknowledged', async ({
  workshop,
}) => {
  test.setTimeout(60_000 + KILLS * 30_000);
  const archive = Buffer.from(await (await fetch(`${workshop.address}/api/export`)).arrayBuffer());
  const all = await countsOf(workshop);
  expect(all.pieces).toBeGreaterThan(5);
  const nothing: Counts = { pieces: 0, finished: 0, tubs: 0 };
  const elsewhere = createStudio();
  elsewhere.setClock('2026-03-11T09:20:00Z');
  for (let kill = 0; kill < KILLS; kill++) {
    rmSync(elsewhere.data, { recursive: true, force: true });
    cpSync(await prepared('empty'), elsewhere.data, { recursive: true });
    await elsewhere.start();
    /** The status once all of the answer is here, or null where it never came. */
    const taken = fetch(`${elsewhere.address}/api/import`, { method: 'POST', body: archive })
      .then(async (response) => (await response.text()) && response.status)
      .catch(() => null);
    await Promise.race([
      new Promise((resolve) => setTimeout(resolve, 50 + ((kill * 611) % WITHIN_MS))),
      ...(kill % 3 === 2 ? [taken] : []),
    ]);
    await elsewhere.kill();
    const status = await taken;
    expect([200, null]).toContain(status);
    await elsewhere.start();
    const found = await countsOf(elsewhere);
    if (status === 200) expect(found).toEqual(all);
    else expect([nothing, all]).toContainEqual(found);
    await elsewhere.kill();
  }
  await elsewhere.discard();
});
