import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { anyActs } from './any/acts.ts';
import { createStudio, expect, test } from './studio.ts';

/** How many acts, and from which seed; `npm run explore` asks for more. */
const ACTS = Number(process.env['KOSMEMA_ACTS'] ?? 250);
const SEED = Number(process.env['KOSMEMA_SEED'] ?? 20260311) % 1_000_003;
const LOOK_EVERY = 100;
const RESTARTS = 3;
/** Views asked for at once. */
const AT_ONCE = 8;
const BEGIN = Date.parse('2026-03-10T08:00:00Z');

/** The smallest photograph there is. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

type Seen = Record<string, unknown>;

/** Whatever is taken can be read for ever: acts of every kind against the real server, killed and restarted between. */
test(`${ACTS} acts of any kind leave every view answering, as a fold made anew has it`, async () => {
  test.setTimeout(120_000 + ACTS * 600);
  const studio = createStudio();
  // the clock stands far ahead of every act, so that none is in the future
  studio.setClock(new Date(BEGIN + 12 * 86_400_000).toISOString());
  await studio.start();
  const send = async (path: string, body: Buffer) => {
    const response = await fetch(`${studio.address}${path}`, { method: 'POST', body: new Uint8Array(body) });
    return ((await response.json()) as { file: string }).file;
  };
  const csv = (hour: number) =>
    Buffer.from(`Time,Temp C,RH\n2026-03-07 ${hour}:00,20,50\n2026-03-07 ${hour}:05,21,51\n`);
  const maker = anyActs(SEED / 1_000_003, BEGIN + 10 * 86_400_000, {
    photo: await send('/api/photos', PIXEL),
    climates: [await send('/api/files', csv(10)), await send('/api/files', csv(11))],
  });
  const statuses = new Map<number, number>();
  const acknowledged: string[] = [];

  const lookAt = async (path: string): Promise<[string, unknown]> => {
    const response = await fetch(`${studio.address}${path}`);
    const text = await response.text();
    const undone = response.status === 404 && /^\/api\/(tubs|batches|guides)\//.test(path);
    const said = `${path}: ${response.status} ${text.slice(0, 300)}\n${studio.output.slice(-800)}`;
    expect(response.status === 200 || undone, said).toBe(true);
    return [path, /json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : text];
  };
  const look = async (): Promise<Seen> => {
    const paths = maker.views();
    const seen: [string, unknown][] = [];
    for (let i = 0; i < paths.length; i += AT_ONCE)
      seen.push(...(await Promise.all(paths.slice(i, i + AT_ONCE).map(lookAt))));
    return Object.fromEntries(seen);
  };
  const allPlanned = () =>
    expect
      .poll(
        async () => {
          const today = (await (await fetch(`${studio.address}/api/today`)).json()) as {
            pieces: { state: string; name: string }[];
          };
          return today.pieces
            .filter(({ state }) => state !== 'planned' && state !== 'resting')
            .map(({ state, name }) => `${name}: ${state}`);
        },
        { timeout: 400_000, intervals: [300], message: studio.output.slice(-1500) },
      )
      .toEqual([]);
  /** All there is to see; what the passing of time alone changes, and answers that are being worked out, left out. */
  const logged = async (): Promise<Seen> => {
    const passing = ['/api/today', '/api/learning', '/api/sensors', '/api/files'];
    const seen = Object.entries(await look()).filter(([path]) => !passing.includes(path));
    return JSON.parse(
      JSON.stringify(Object.fromEntries(seen), (key, value: unknown) =>
        [
          'answers',
          'stageName',
          'wet',
          'due',
          'tonight',
          'working',
          'kiln',
          'carryBy',
          'thicknessM',
          'night',
          'learned',
          'evaporationPerDay',
          'correction',
          'attention',
          'drift',
          'asOf',
          'current',
          'holdsUntil',
          'next',
          'follows',
          'openDryAt',
          'openLossM3',
        ].includes(key)
          ? undefined
          : value,
      ),
    ) as Seen;
  };

  for (let i = 1; i <= ACTS; i++) {
    const { id, body } = maker.next();
    const response = await fetch(`${studio.address}/api/acts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    const answer = (await response.json()) as { detail?: string };
    statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
    expect(
      [201, 422],
      `${JSON.stringify(body)}\n${JSON.stringify(answer)}\n${studio.output.slice(-800)}`,
    ).toContain(response.status);
    if (response.status === 422) expect(answer.detail!.length).toBeGreaterThan(15);
    else acknowledged.push(id.toLowerCase());
    maker.told(id, response.status === 201);
    if (i % LOOK_EVERY === 0) await look();
    if (i % Math.ceil(ACTS / RESTARTS) !== 0) continue;
    const before = await logged();
    await studio.kill();
    const restart = Math.floor((i * RESTARTS) / ACTS);
    if (restart === 1) rmSync(join(studio.data, 'db'), { recursive: true });
    if (restart === 2) rmSync(join(studio.data, 'derived'), { recursive: true, force: true });
    await studio.start();
    // what a database made anew lacks of readings is written into it while the studio is open already
    await expect.poll(logged, { timeout: 400_000 }).toEqual(before);
  }
  await allPlanned();
  expect(statuses.get(201)! / ACTS).toBeGreaterThan(0.3);
  expect(maker.kinds.size).toBeGreaterThan(55);
  expect(new Set(acknowledged).size).toBe(acknowledged.length);
  await studio.discard();
});
