import { spawn } from 'node:child_process';
import {
  createReadStream,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { build } from 'esbuild';
import { must, root } from './run.mjs';

/** Three years of use against the built server: import, start, and how fast it answers then. `npm run years -- 500` is smaller. */
if (!existsSync(`${root}dist/server/main.js`)) must('node', ['scripts/build.mjs']);
await build({
  entryPoints: [`${root}bench/years.ts`],
  outfile: `${root}dist/bench/years.js`,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
});
const folder = mkdtempSync(join(tmpdir(), 'kosmema-years-'));
const archive = join(folder, 'years.zip');
const clock = join(folder, 'clock');
writeFileSync(clock, '2026-03-11T09:05:00Z');
must('node', ['dist/bench/years.js', archive, ...process.argv.slice(2)]);

let server;
async function start() {
  const begun = performance.now();
  server = spawn('node', ['dist/server/main.js'], {
    cwd: root,
    env: { ...process.env, KOSMEMA_DATA: join(folder, 'data'), KOSMEMA_CLOCK_FILE: clock, PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  const address = await new Promise((resolve) =>
    server.stdout.on('data', (chunk) => {
      said += chunk;
      const found = /Kosmema is at (\S+)/.exec(said);
      if (found) resolve(found[1]);
    }),
  );
  return { address, seconds: (performance.now() - begun) / 1000 };
}
const stop = (signal) =>
  new Promise((resolve) => {
    server.once('exit', resolve);
    server.kill(signal);
  });
const memory = () =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024;
const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];
const timed = async (work) => {
  const begun = performance.now();
  const value = await work();
  return { value, ms: performance.now() - begun };
};
const json = async (path, init) => (await fetch(path, init)).json();

let { address } = await start();
let longest = 0;
let asking = true;
const watching = (async () => {
  while (asking) {
    const { ms } = await timed(() => fetch(`${address}/api/clock`));
    longest = Math.max(longest, ms);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
})();
const taken = await timed(() =>
  json(`${address}/api/import`, {
    method: 'POST',
    duplex: 'half',
    headers: { 'content-length': String(statSync(archive).size) },
    body: createReadStream(archive),
  }),
);
console.log(`Import: ${(taken.ms / 1000).toFixed(0)} s (wanted 90): ${JSON.stringify(taken.value)}`);
const written = await timed(async () => {
  for (;;) {
    const rooms = await json(`${address}/api/rooms`);
    const to = Math.min(...Object.values(rooms).map((room) => room.to));
    if (Object.keys(rooms).length === 4 && to > Date.parse('2026-03-10T00:00:00Z')) return;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
});
asking = false;
await watching;
console.log(
  `Readings in the database after ${(written.ms / 1000).toFixed(0)} s more; longest wait of another request meanwhile ${longest.toFixed(0)} ms (wanted 200); memory ${memory().toFixed(0)} MB`,
);
const answered = await timed(async () => {
  for (;;) {
    const { pieces } = await json(`${address}/api/bench`);
    if (pieces.length > 0 && pieces.every(({ state }) => state === 'planned')) return pieces.length;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
});
console.log(
  `Bench of ${answered.value} pieces, all anew, beside learning: ${(answered.ms / 1000).toFixed(1)} s`,
);
await new Promise((resolve) => setTimeout(resolve, 4_000));
await stop('SIGKILL');
const again = await start();
({ address } = again);
const first = await timed(() => json(`${address}/api/bench`));
const states = first.value.pieces.map(({ state }) => state);
console.log(
  `Start ${again.seconds.toFixed(1)} s, to an answered Bench ${(again.seconds + first.ms / 1000).toFixed(1)} s (wanted 6): ${states.filter((s) => s === 'planned').length} of ${states.length} with their last numbers; memory ${memory().toFixed(0)} MB (wanted 700)`,
);
const many = async (count, work) => {
  const times = [];
  for (let i = 0; i < count; i++) times.push((await timed(work)).ms);
  return median(times);
};
console.log(`Bench warm: ${(await many(40, () => json(`${address}/api/bench`))).toFixed(0)} ms (wanted 50)`);
console.log(
  `First page of pieces: ${(await many(40, () => json(`${address}/api/pieces?which=finished`))).toFixed(0)} ms (wanted 50); a search ${(await many(20, () => json(`${address}/api/pieces?which=finished&search=piece+49`))).toFixed(0)} ms`,
);
const piece = first.value.pieces[0].pieceId;
const act = () => {
  const at = new Date(Date.parse('2026-03-11T09:05:00Z')).toISOString();
  const entry = {
    id: randomUUID(),
    kind: 'piece.covered',
    v: 1,
    subject: piece,
    at,
    place: null,
    face: null,
    body: { cover: 'draped', stand: 'board' },
  };
  return { id: randomUUID(), makerId: 'maker-default', deviceAt: at, entries: [entry] };
};
const send = () =>
  fetch(`${address}/api/acts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(act()),
  });
console.log(`An act acknowledged: ${(await many(40, send)).toFixed(0)} ms (wanted 30)`);
const seen = [];
for (let i = 0; i < 8; i++)
  seen.push(
    (
      await timed(async () => {
        await send();
        for (;;) {
          const { pieces } = await json(`${address}/api/bench`);
          if (pieces.find(({ pieceId }) => pieceId === piece).state === 'planned') return;
        }
      })
    ).ms,
  );
console.log(`An act seen on the Bench: ${median(seen).toFixed(0)} ms (wanted 500)`);
console.log(`Memory at the end: ${memory().toFixed(0)} MB`);
await stop('SIGTERM');
rmSync(folder, { recursive: true, force: true });
