import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { must, root, run } from './run.mjs';

/**
 * Fifty requests a second for five minutes (or the seconds given) against 30 pieces of three layers and 20 tubs, two acts a
 * second among them. `--compiler` runs a compiler beside it all the while; `--write` writes the table into docs/load.md.
 */
const options = process.argv.slice(2);
const SECONDS = Number(options.find((of) => /^\d+$/.test(of)) ?? 300);
const beside = options.includes('--compiler');
const RATE = 50;
if (!existsSync(`${root}dist/server/main.js`)) must('node', ['scripts/build.mjs']);
const folder = mkdtempSync(join(tmpdir(), 'kosmema-load-'));
const clock = join(folder, 'clock');
const NOW = Date.parse('2026-03-11T09:20:00Z');
writeFileSync(clock, new Date(NOW).toISOString());
const server = spawn('node', ['dist/server/main.js'], {
  cwd: root,
  env: { ...process.env, KOSMEMA_DATA: join(folder, 'data'), KOSMEMA_CLOCK_FILE: clock, PORT: '0' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise((resolve) => {
  let said = '';
  server.stdout.on('data', (chunk) => {
    said += chunk;
    const found = /Kosmema is at (\S+)/.exec(said);
    if (found) resolve(found[1]);
  });
});
const memory = () =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024;
const iso = (at) => new Date(at).toISOString();
const entry = (kind, subject, at, body, v = 1) => ({
  id: randomUUID(),
  kind,
  v,
  subject,
  at: iso(at),
  place: null,
  face: null,
  body,
});
const log = (...entries) =>
  fetch(`${address}/api/acts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: randomUUID(), makerId: 'maker-default', deviceAt: iso(NOW), entries }),
  });
const zone = { id: 'whole', name: 'All over', kind: 'whole' };
const band = { id: 'band', name: 'Band', kind: 'band', from: 0.5, to: 0.9 };
const layer = (id, technique, rev, zones) => ({
  id,
  technique,
  rev,
  schools: {},
  zones,
  face: 'outside',
  upon: 'firm',
  also: [],
  stock: [],
});
const layers = [
  layer('ground', 'brushed-coats', '1', [zone]),
  layer('carved', 'sgraffito', '2', [band]),
  layer('trailed', 'slip-trailing', '1', [{ ...band, from: 0.1, to: 0.3 }]),
];
for (let i = 0; i < 30; i++) {
  const made = await log(
    entry(
      'piece.made',
      `piece-${i}`,
      NOW - (6 + i) * 3_600_000,
      {
        name: `Piece ${i}`,
        clayId: 'clay-default',
        form: {
          kind: 'cylinder',
          diameterM: 0.1,
          heightM: 0.15,
          wallM: 0.004 + (i % 8) / 1000,
          mouth: 'open',
        },
        roomId: 'room-default',
        layers,
        cover: i % 2 ? 'open' : 'tight',
        stand: 'board',
        attachmentM: null,
        stage: null,
      },
      2,
    ),
  );
  if (!made.ok) throw new Error(await made.text());
}
for (let i = 0; i < 20; i++)
  await log(
    entry('tub.made', `tub-${i}`, NOW - 9 * 3_600_000, {
      name: `Tub ${i}`,
      use: 'brushed-engobe',
      contents: '',
      clayId: null,
      volumeM3: 0.001,
      capacityM3: 0.002,
      grainDensity: 2600,
      wetColour: '#556677',
      firedColour: '#223344',
      adjusted: 'none',
      carries: [],
      keepsDays: 180,
      composition: [],
      batchId: null,
    }),
  );
/** Until every piece has its answer: a loaded machine takes its time. */
for (;;) {
  const { pieces } = await (await fetch(`${address}/api/bench`)).json();
  if (pieces.every(({ state }) => state === 'planned')) break;
  await new Promise((resolve) => setTimeout(resolve, 500));
}
const before = memory();

const asks = [
  '/api/bench',
  '/api/bench',
  '/api/pieces',
  '/api/shelf',
  '/api/studio',
  'piece',
  'tub',
  '/api/bins',
];
const times = { Bench: [], 'all else': [], 'an act': [] };
let failed = 0;
const ask = async (i) => {
  const named = asks[i % asks.length];
  const path =
    named === 'piece' ? `/api/pieces/piece-${i % 30}` : named === 'tub' ? `/api/tubs/tub-${i % 20}` : named;
  const isAct = i % (RATE / 2) === 7;
  const kind = isAct ? 'an act' : path === '/api/bench' ? 'Bench' : 'all else';
  const begun = performance.now();
  const response = await (isAct
    ? log(
        entry(
          i % 2 ? 'tub.noted' : 'piece.covered',
          i % 2 ? `tub-${i % 20}` : `piece-${i % 30}`,
          NOW,
          i % 2 ? { text: 'n' } : { cover: i % 4 ? 'open' : 'draped', stand: 'board' },
        ),
      )
    : fetch(`${address}${path}`));
  await response.arrayBuffer();
  if (!response.ok) failed += 1;
  times[kind].push(performance.now() - begun);
};
/** A compiler that begins again whenever it is done. */
let compiler = null;
const compile = () => {
  compiler = spawn('npx', ['--no-install', 'tsc', '-p', 'tsconfig.json', '--noEmit'], {
    cwd: root,
    stdio: 'ignore',
  });
  compiler.on('exit', () => compiler && compile());
};
if (beside) compile();
const running = [];
const begun = performance.now();
for (let i = 0; i < SECONDS * RATE; i++) {
  const due = begun + (i * 1000) / RATE;
  const wait = due - performance.now();
  if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
  running.push(ask(i).catch(() => (failed += 1)));
}
await Promise.all(running);
const at = (list, share) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];
compiler?.kill();
compiler = null;
const wanted = beside
  ? { Bench: '2,000', 'all else': '2,000', 'an act': '300' }
  : { Bench: '400', 'all else': '100', 'an act': '60' };
const ms = (list, share) => at(list, share).toFixed(0);
const rows = Object.entries(times).map(([kind, list]) => [
  { Bench: 'Bench', 'all else': 'all else that is read', 'an act': 'an act' }[kind],
  list.length.toLocaleString('en'),
  `${ms(list, 0.5)} ms`,
  `${ms(list, 0.99)} ms`,
  `${ms(list, 1)} ms`,
  `${wanted[kind]} ms`,
]);
const table = [
  ['', 'asked', 'median', '99 % within', 'longest', 'wanted, of 99 %'],
  ['---', '---', '---', '---', '---', '---'],
  ...rows,
]
  .map((cells) => `| ${cells.join(' | ')} |`)
  .join('\n');
const words = `${failed === 0 ? 'None' : failed} failed in ${SECONDS} s; memory went from ${before.toFixed(0)} to ${memory().toFixed(0)} MB.`;
console.log(`${table}\n\n${words}`);
if (options.includes('--write')) {
  const doc = `${root}docs/load.md`;
  const name = beside ? 'load beside a compiler' : 'load';
  const [begin, end] = [`<!-- ${name} -->`, `<!-- end of ${name} -->`];
  const text = readFileSync(doc, 'utf8');
  const [from, to] = [text.indexOf(begin), text.indexOf(end)];
  if (from < 0 || to < 0) throw new Error(`docs/load.md has no place for ${name}`);
  writeFileSync(doc, `${text.slice(0, from)}${begin}\n\n${table}\n\n${words}\n\n${text.slice(to)}`);
  run('npx', ['--no-install', 'prettier', '--write', '--log-level', 'warn', 'docs/load.md']);
}
server.kill('SIGTERM');
await new Promise((resolve) => server.on('exit', resolve));
rmSync(folder, { recursive: true, force: true });
process.exit(failed > 0 ? 1 : 0);
