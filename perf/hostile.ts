import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { exampleOf } from '../api/bounds.test-support.ts';
import { dice, hostileActs, kinds, moments, subjects } from './hostileActs.ts';

/**
 * Bodies made from the contract itself to do harm: each field at, below and above its bounds and of wrong kinds, rings,
 * repeats, and all of it many times over. Whatever is sent, the answer comes within a second, is never a fault of the
 * program, and every view answers afterwards and after a restart.
 *
 *     hostile REQUESTS SEED
 */
const REQUESTS = Number(process.argv[2] ?? 100_000);
const SEED = Number(process.argv[3] ?? 20260311) % 1_000_003;
const MOST_MS = 1_000;
const AT_ONCE = 4;
const LOOK_EVERY = 5_000;
const NOW = Date.parse('2026-03-20T09:00:00Z');
const thrown = dice(SEED / 1_000_003);
const { chance, one } = thrown;
const { act: actBody, wrong } = hostileActs(thrown);

const views = () => [
  '/api/studio',
  '/api/today',
  '/api/pieces',
  '/api/pieces?which=finished',
  '/api/shelf',
  '/api/bins',
  '/api/kiln',
  '/api/learning',
  '/api/techniques',
  '/api/rooms',
  '/api/sensors',
  '/api/files',
  '/api/formats/recipes.csv',
  '/api/formats/recipes.json',
  '/api/formats/measurements.csv',
];
const otherDoors = [
  '/api/readings/preview',
  '/api/formats/preview',
  '/api/formats/take',
  '/api/files',
  '/api/photos',
  '/api/import',
  '/api/nothing',
];

const folder = mkdtempSync(join(tmpdir(), 'kosmema-hostile-'));
const clock = join(folder, 'clock');
writeFileSync(clock, new Date(NOW).toISOString());
let child: ChildProcess | null = null;
process.on('exit', () => child?.kill('SIGKILL'));
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(1));
let output = '';
async function start(): Promise<string> {
  child = spawn('node', ['dist/server/main.js'], {
    env: { ...process.env, KOSMEMA_DATA: join(folder, 'data'), KOSMEMA_CLOCK_FILE: clock, PORT: '0' },
  });
  output = '';
  return new Promise((resolve, reject) => {
    const listen = (chunk: Buffer) => {
      output = (output + chunk.toString()).slice(-20_000);
      const found = /Kosmema is at (http\S+)/.exec(output)?.[1];
      if (found) resolve(found);
    };
    child!.stdout!.on('data', listen);
    child!.stderr!.on('data', listen);
    child!.once('exit', () => reject(new Error(output)));
  });
}
const stop = (signal: NodeJS.Signals) =>
  new Promise<void>((resolve) => {
    child!.once('exit', () => resolve());
    child!.kill(signal);
  });

let faults = 0;
function fault(said: string): void {
  faults += 1;
  console.error(said);
}
const statuses = new Map<number, number>();
const taken = new Set<string>();
let longest = 0;
let address = await start();

/** How late this program itself has been in all, ms: that is no answer's fault. */
let own = 0;
let last = performance.now();
const TICK_MS = 10;
setInterval(() => {
  const now = performance.now();
  own += Math.max(0, now - last - 2 * TICK_MS);
  last = now;
}, TICK_MS).unref();

async function ask(path: string, body?: string): Promise<number> {
  const [begun, late] = [performance.now(), own];
  const response = await fetch(`${address}${path}`, {
    ...(body !== undefined && { method: 'POST', body, headers: { 'content-type': 'application/json' } }),
  });
  const text = await response.text();
  const ms = Math.max(0, performance.now() - begun - (own - late));
  longest = Math.max(longest, ms);
  const said = `${path} ${response.status} in ${ms.toFixed(0)} ms: ${text.slice(0, 200)} of ${(body ?? '').slice(0, 600)}`;
  if (response.status >= 500 || ms > MOST_MS) fault(said);
  return response.status;
}

/** Every view, and everything that was logged, answers. */
async function look(): Promise<void> {
  for (const path of views())
    if ((await ask(path)) !== 200) fault(`${path} did not answer\n${output.slice(-500)}`);
  for (const id of subjects)
    for (const of of ['pieces', 'tubs', 'batches', 'guides']) await ask(`/api/${of}/${id}`);
}

/** What the examples name is there, so that much of what is sent can be taken. */
async function begin(): Promise<void> {
  const founding = [
    'clay.set',
    'room.set',
    'material.set',
    'cup.set',
    'recipe.set',
    'kiln.set',
    'group.set',
    'maker.set',
    'piece.made',
    'tub.made',
    'batch.begun',
    'bin.set',
    'trial.begun',
    'load.set',
    'guide.set',
  ];
  for (const name of founding) {
    const kind = kinds.find((of) => of.kind === name)!;
    for (const subject of ['a', 'text', 'p1', 'p2', 'p3']) {
      const body = exampleOf(kind.shape) as Record<string, unknown>;
      const named = 'name' in body ? { ...body, name: `${name} ${subject}` } : body;
      const made =
        name === 'piece.made'
          ? {
              ...named,
              layers: [
                {
                  id: 'a',
                  technique: 'sgraffito',
                  rev: '2',
                  schools: {},
                  zones: [{ id: 'a', name: 'a', kind: 'whole' }],
                  face: 'outside',
                  upon: null,
                  also: [],
                  stock: [],
                },
              ],
            }
          : named;
      const entry = {
        id: randomUUID(),
        kind: name,
        v: kind.v,
        subject,
        at: '2026-03-18T09:00:00.000Z',
        place: null,
        face: null,
        body: made,
      };
      await ask(
        '/api/acts',
        JSON.stringify({
          id: randomUUID(),
          makerId: 'maker-default',
          deviceAt: moments[0],
          entries: [entry],
        }),
      );
    }
  }
}

async function send(): Promise<void> {
  if (chance(0.04)) return void (await ask(one([...views(), ...subjects.map((id) => `/api/pieces/${id}`)])));
  if (chance(0.02)) return void (await ask(one(otherDoors), JSON.stringify(wrong()) ?? ''));
  const body = actBody();
  const status = await ask('/api/acts', body);
  statuses.set(status, (statuses.get(status) ?? 0) + 1);
  if (status === 201) for (const [, kind] of body.matchAll(/"kind":"([a-z]+\.[a-z-]+)"/g)) taken.add(kind!);
}

await begin();
for (let sent = 0; sent < REQUESTS && faults < 20; sent += LOOK_EVERY) {
  let left = Math.min(LOOK_EVERY, REQUESTS - sent);
  const sender = async () => {
    while (left-- > 0) await send();
  };
  await Promise.all(Array.from({ length: AT_ONCE }, sender));
  await look();
  console.log(
    `${Math.min(REQUESTS, sent + LOOK_EVERY)} sent, longest ${longest.toFixed(0)} ms, ${faults} faults, ${JSON.stringify(Object.fromEntries(statuses))}`,
  );
}
await stop('SIGKILL');
address = await start();
await look();
await stop('SIGTERM');
rmSync(folder, { recursive: true, force: true });
console.log(
  `${REQUESTS} sent from seed ${SEED}: ${faults} faults, longest answer ${longest.toFixed(0)} ms, ${taken.size} kinds taken`,
);
process.exit(faults > 0 ? 1 : 0);
