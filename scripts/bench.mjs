import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from 'esbuild';
import { benchBrowser } from './bench-browser.mjs';
import { must, root } from './run.mjs';

/**
 * Speeds, printed with the machine they were measured on, and what got slower than the last kept; `--keep` keeps what is
 * measured now.
 */
await build({
  entryPoints: [`${root}perf/bench.ts`, `${root}perf/figures.ts`],
  outdir: `${root}dist/bench`,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
});
const { against, figure, measured } = await import('../dist/bench/figures.js');
must('node', ['--expose-gc', 'dist/bench/bench.js', 'dist/bench/measured.json']);
if (!existsSync(`${root}dist/web/index.html`)) must('node', ['scripts/build.mjs']);

const folder = mkdtempSync(join(tmpdir(), 'kosmema-bench-'));
const clock = join(folder, 'clock');
writeFileSync(clock, '2026-03-11T09:20:00Z');

async function start() {
  const begun = performance.now();
  const server = spawn('node', ['dist/server/main.js'], {
    cwd: root,
    env: { ...process.env, KOSMEMA_DATA: join(folder, 'data'), KOSMEMA_CLOCK_FILE: clock, PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise((resolve) =>
    server.stdout.on('data', (chunk) => /at (http\S+)/.test(chunk) && resolve(/at (http\S+)/.exec(chunk)[1])),
  );
  return {
    address,
    ms: performance.now() - begun,
    stop: () =>
      new Promise((resolve) => {
        server.on('exit', resolve);
        server.kill('SIGTERM');
      }),
  };
}

const timed = async (path) => {
  const begun = performance.now();
  await (await fetch(path)).arrayBuffer();
  return performance.now() - begun;
};

const first = await start();
must('node', ['dist/demo/make.js', first.address], { stdio: 'ignore' });
await first.stop();
const again = await start();
figure('Start with the data of the demo', again.ms);
const today = `${again.address}/api/today`;
const answered = await timed(today);
while ((await (await fetch(today)).json()).pieces.some(({ state }) => state === 'working'));
figure('Today of the demo, first answer', answered);
figure('Today of the demo, warm', await timed(today));
await benchBrowser(again.address);
await again.stop();
rmSync(folder, { recursive: true, force: true });
const all = { ...JSON.parse(readFileSync(`${root}dist/bench/measured.json`, 'utf8')), ...measured() };
against(`${root}perf/kept.json`, all, process.argv.includes('--keep'));
