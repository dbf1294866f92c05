import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { atShare, entry, json, logAt, pieceMade, sleep, startServer, tell } from './measuring.mjs';
import { root } from './run.mjs';

/**
 * Fifty requests a second for five minutes (or the seconds given) against 30 pieces of three layers and 20 tubs, two acts a
 * second among them. `--compiler` runs a compiler beside it all the while; `--write` writes the table into docs/load.md.
 */
const options = process.argv.slice(2);
const SECONDS = Number(options.find((of) => /^\d+$/.test(of)) ?? 300);
const beside = options.includes('--compiler');
const RATE = 50;
const NOW = Date.parse('2026-03-11T09:20:00Z');
const folder = mkdtempSync(join(tmpdir(), 'kosmema-load-'));
const clock = join(folder, 'clock');
writeFileSync(clock, new Date(NOW).toISOString());
const { address, memory, stop } = await startServer(join(folder, 'data'), clock);
const log = (...entries) => logAt(address, NOW, ...entries);

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
  const of = {
    name: `Piece ${i}`,
    wallM: 0.004 + (i % 8) / 1000,
    layers,
    cover: i % 2 ? 'open' : 'tight',
  };
  const made = await log(pieceMade(`piece-${i}`, NOW - (6 + i) * 3_600_000, of));
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
  const { pieces } = await json(`${address}/api/today`);
  if (pieces.every(({ state }) => state === 'planned')) break;
  await sleep(500);
}
const before = memory();

const asks = [
  '/api/today',
  '/api/today',
  '/api/pieces',
  '/api/shelf',
  '/api/studio',
  'piece',
  'tub',
  '/api/bins',
];
const times = { Today: [], 'all else that is read': [], 'an act': [] };
let failed = 0;
const ask = async (i) => {
  const named = asks[i % asks.length];
  const path =
    named === 'piece' ? `/api/pieces/piece-${i % 30}` : named === 'tub' ? `/api/tubs/tub-${i % 20}` : named;
  const isAct = i % (RATE / 2) === 7;
  const kind = isAct ? 'an act' : path === '/api/today' ? 'Today' : 'all else that is read';
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
  if (wait > 0) await sleep(wait);
  running.push(ask(i).catch(() => (failed += 1)));
}
await Promise.all(running);
compiler?.kill();
compiler = null;
const wanted = beside ? ['2,000', '2,000', '300'] : ['400', '100', '60'];
const ms = (list, share) => `${atShare(list, share).toFixed(0)} ms`;
tell(
  beside ? 'load beside a compiler' : 'load',
  [
    ['', 'asked', 'median', '99 % within', 'longest', 'wanted, of 99 %'],
    ...Object.entries(times).map(([kind, list], i) => [
      kind,
      list.length.toLocaleString('en'),
      ms(list, 0.5),
      ms(list, 0.99),
      ms(list, 1),
      `${wanted[i]} ms`,
    ]),
  ],
  `${failed === 0 ? 'None' : failed} failed in ${SECONDS} s; memory went from ${before.toFixed(0)} to ${memory().toFixed(0)} MB.`,
);
await stop('SIGTERM');
rmSync(folder, { recursive: true, force: true });
process.exit(failed > 0 ? 1 : 0);
