import { randomUUID } from 'node:crypto';
import { readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from './studio.ts';

/** `KOSMEMA_KILLS` asks for more; each fifth comes while the program starts. */
const KILLS = Number(process.env['KOSMEMA_KILLS'] ?? 6);

function note(n: number): { id: string; body: string; subject: string } {
  const id = randomUUID();
  const at = '2026-03-10T07:00:00.000Z';
  const entries = [
    {
      id: `${id}-0`,
      kind: 'tub.noted',
      v: 1,
      subject: 'tub-one',
      at,
      place: null,
      face: null,
      body: { text: `note ${n}` },
    },
  ];
  return {
    id,
    subject: 'tub-one',
    body: JSON.stringify({ id, makerId: 'maker-default', deviceAt: at, entries }),
  };
}

const tub = {
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
};

test(`killed ${KILLS} times in the middle of writes, it has every act it acknowledged; and all comes back from the journal alone`, async ({
  studio,
}) => {
  test.setTimeout(120_000 + KILLS * 12_000);
  const headers = { 'content-type': 'application/json' };
  const made = {
    id: randomUUID(),
    makerId: 'maker-default',
    deviceAt: '2026-03-10T06:00:00.000Z',
    entries: [
      {
        id: 'made',
        kind: 'tub.made',
        v: 1,
        subject: 'tub-one',
        at: '2026-03-10T06:00:00.000Z',
        place: null,
        face: null,
        body: tub,
      },
    ],
  };
  expect(
    (await fetch(`${studio.address}/api/acts`, { method: 'POST', headers, body: JSON.stringify(made) }))
      .status,
  ).toBe(201);
  const acknowledged = new Set<string>([made.id]);
  let n = 0;
  for (let kill = 0; kill < KILLS; kill++) {
    let writing = true;
    const writer = (async () => {
      while (writing) {
        const { id, body } = note((n += 1));
        try {
          const response = await fetch(`${studio.address}/api/acts`, { method: 'POST', headers, body });
          if (response.status === 201) acknowledged.add(id);
        } catch {
          return;
        }
      }
    })();
    const before = acknowledged.size;
    await expect.poll(() => acknowledged.size, { intervals: [5] }).toBeGreaterThan(before);
    await new Promise((resolve) => setTimeout(resolve, (kill * 37) % 200));
    await studio.kill();
    writing = false;
    await writer;
    if (kill % 5 === 4) await studio.startAndKill(300 + ((kill * 91) % 900));
    await studio.start();
  }
  const found = async () => {
    const answer = (await (await fetch(`${studio.address}/api/tubs/tub-one`)).json()) as {
      acts: { id: string }[];
    };
    return new Set(answer.acts.map((act) => act.id));
  };
  expect(acknowledged.size).toBeGreaterThan(KILLS);
  const afterKills = await found();
  expect([...acknowledged].filter((id) => !afterKills.has(id))).toEqual([]);

  await studio.kill();
  rmSync(join(studio.data, 'db'), { recursive: true });
  await studio.start();
  const rebuilt = await found();
  expect([...afterKills].filter((id) => !rebuilt.has(id))).toEqual([]);
  expect(readdirSync(studio.data)).toContain('db');
});
