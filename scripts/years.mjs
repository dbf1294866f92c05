import { createReadStream, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from 'esbuild';
import {
  atShare,
  entry,
  json,
  logAt,
  median,
  pieceMade,
  sleep,
  startServer,
  tell,
  timed,
} from './measuring.mjs';
import { must, root } from './run.mjs';

/**
 * Three years of use against the built server: import while people log, start, and how fast it answers then.
 * `npm run years -- 500` is smaller; `--write` writes the table into docs/load.md.
 */
await build({
  entryPoints: [`${root}perf/years.ts`],
  outfile: `${root}dist/bench/years.js`,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
});
const folder = mkdtempSync(join(tmpdir(), 'kosmema-years-'));
const [data, archive, clock] = ['data', 'years.zip', 'clock'].map((name) => join(folder, name));
const NOW = Date.parse('2026-03-11T09:05:00Z');
writeFileSync(clock, new Date(NOW).toISOString());
must('node', ['dist/bench/years.js', archive, ...process.argv.slice(2).filter((of) => /^\d+$/.test(of))]);

let server = await startServer(data, clock);
const at = (path) => `${server.address}${path}`;
const log = (...entries) => logAt(server.address, NOW, ...entries);
const cover = (piece) => entry('piece.covered', piece, NOW, { cover: 'draped', stand: 'board' });

await log(pieceMade('on-the-bench', NOW - 3_600_000, { name: 'On the bench' }));
const waits = { act: [], read: [] };
let asking = true;
const people = (async () => {
  while (asking) {
    waits.act.push((await timed(() => log(cover('on-the-bench')))).ms);
    waits.read.push((await timed(() => fetch(at('/api/clock')))).ms);
    await sleep(50);
  }
})();
const taken = await timed(() =>
  json(at('/api/import'), {
    method: 'POST',
    duplex: 'half',
    headers: { 'content-length': String(statSync(archive).size) },
    body: createReadStream(archive),
  }),
);
console.log(`Import: ${JSON.stringify(taken.value)}`);
const written = await timed(async () => {
  for (;;) {
    const rooms = await json(at('/api/rooms'));
    const measured = Object.values(rooms).flatMap((room) => room.measured ?? []);
    const to = Math.min(...measured.map((room) => room.to));
    if (measured.length === 4 && to > Date.parse('2026-03-10T00:00:00Z')) return;
    await sleep(500);
  }
});
asking = false;
await people;
const answered = await timed(async () => {
  for (;;) {
    const { pieces } = await json(at('/api/today'));
    if (pieces.length > 1 && pieces.every(({ state }) => state === 'planned')) return pieces.length;
    await sleep(200);
  }
});
await sleep(4_000);
await server.stop('SIGKILL');
server = await startServer(data, clock);
const first = await timed(() => json(at('/api/today')));
const { pieces } = first.value;
const planned = pieces.filter(({ state }) => state === 'planned').length;
const atStart = server.memory();
const many = async (count, work) => {
  const times = [];
  for (let i = 0; i < count; i++) times.push((await timed(work)).ms);
  return median(times);
};
const warm = await many(40, () => json(at('/api/today')));
const page = await many(40, () => json(at('/api/pieces?which=finished')));
const search = await many(20, () => json(at('/api/pieces?which=finished&search=piece+49')));
const piece = pieces[0].pieceId;
const act = await many(40, () => log(cover(piece)));
const seen = await many(8, async () => {
  await log(cover(piece));
  for (;;) {
    const now = await json(at('/api/today'));
    if (now.pieces.find(({ pieceId }) => pieceId === piece).state === 'planned') return;
  }
});
const s = (value) => `${value.toFixed(value < 10 ? 1 : 0)} s`;
const ms = (value) => `${value.toFixed(0)} ms`;
tell(
  'years',
  [
    ['', 'wanted', 'measured'],
    ['import of it all, with progress', '90 s', s(taken.ms / 1000)],
    ['until the database has every reading, behind', '', `${s(written.ms / 1000)} more`],
    [
      'an act of a person in that time: longest of 99 %; longest',
      '200 ms',
      `${ms(atShare(waits.act, 0.99))}; ${ms(atShare(waits.act, 1))}`,
    ],
    [
      'another request in that time: longest of 99 %; longest',
      '200 ms',
      `${ms(atShare(waits.read, 0.99))}; ${ms(atShare(waits.read, 1))}`,
    ],
    [`Today of ${answered.value} pieces, all anew, beside learning`, '', s(answered.ms / 1000)],
    [
      'start to an answered Today, with its last full ones',
      '6 s',
      `${s(server.seconds + first.ms / 1000)}, ${planned} of ${pieces.length}`,
    ],
    ['Today, warm', '50 ms', ms(warm)],
    ['an act acknowledged', '30 ms', ms(act)],
    ['an act seen on Today, beside learning', '500 ms', s(seen / 1000)],
    ['first page of pieces; a search over all', '50 ms', `${ms(page)}; ${ms(search)}`],
    [
      'memory after the start; after all of this',
      '700 MB',
      `${atStart.toFixed(0)} MB; ${server.memory().toFixed(0)} MB`,
    ],
  ],
  `${waits.act.length} acts were logged while it was taken and written.`,
);
await server.stop('SIGTERM');
rmSync(folder, { recursive: true, force: true });
