import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from 'esbuild';
import { json, sleep, startServer } from './measuring.mjs';
import { must, root } from './run.mjs';

/**
 * The pieces of the demo followed for ten days by the clock alone, every quarter of an hour
 * (or days, minutes and further pieces at random as given): how often, and how far, the window of a next step moves.
 */
const [days = '10', minutes = '15', random = '30'] = process.argv.slice(2);
const NOW = Date.parse('2026-03-11T09:20:00Z');
const folder = mkdtempSync(join(tmpdir(), 'kosmema-steady-'));
const clock = join(folder, 'clock');
writeFileSync(clock, new Date(NOW).toISOString());
const { address, stop } = await startServer(join(folder, 'data'), clock);

try {
  spawnSync('node', ['dist/demo/make.js', address], { cwd: root, stdio: 'inherit' });
  // what finished pieces teach belongs to the facts
  while ((await json(`${address}/api/learning`)).studying) await sleep(300);
  const { pieces: rows } = await json(`${address}/api/today`);
  const cases = [];
  for (const { pieceId } of rows) cases.push((await json(`${address}/api/pieces/${pieceId}`)).given);
  const path = join(folder, 'cases.json');
  writeFileSync(path, JSON.stringify(cases.filter(Boolean)));
  await stop('SIGTERM');
  await build({
    entryPoints: [`${root}perf/steady.ts`],
    outfile: `${root}dist/bench/steady.js`,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'warning',
  });
  must('node', ['dist/bench/steady.js', path, String(NOW), days, minutes, random]);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
