import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { installed, must, root, run } from './run.mjs';

/** Everything: what it needs is installed first; then types, lint, unit, server and browser tests. */
installed();
const { needChromium } = await import('./chromium.mjs');
needChromium();

// databases by the hundred are made, copied and removed: in memory where there is room for them
const memory = '/dev/shm';
if (existsSync(memory) && roomGB(memory) > 4) {
  const folder = mkdtempSync(`${memory}/kosmema-test-`);
  chmodSync(folder, 0o755);
  process.env.TMPDIR = folder;
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
}

const results = `${root}test-results`;
rmSync(results, { recursive: true, force: true });
mkdirSync(results);

must('node', ['scripts/check.mjs', '--no-unit']);
must('node', ['scripts/drift.mjs']);
const codes = [
  run('npx', [
    '--no-install',
    'vitest',
    'run',
    '--reporter=dot',
    '--reporter=json',
    `--outputFile.json=${results}/vitest.json`,
  ]),
];
if (process.env.CI && process.getuid?.() === 0) codes.push(run('node', ['scripts/postgres.mjs']));
must('node', ['scripts/build.mjs']);
codes.push(run('npx', ['--no-install', 'playwright', 'test']));

const counts = { passed: 0, failed: 0 };
for (const name of ['vitest.json', 'postgres.json']) {
  if (!existsSync(`${results}/${name}`)) continue;
  const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(`${results}/${name}`, 'utf8'));
  counts.passed += numPassedTests;
  counts.failed += numFailedTests;
}
if (existsSync(`${results}/browser.json`)) {
  const { expected, unexpected, flaky } = JSON.parse(readFileSync(`${results}/browser.json`, 'utf8')).stats;
  counts.passed += expected + flaky;
  counts.failed += unexpected;
}
const bad = codes.some((code) => code !== 0);
if (bad && counts.failed === 0) counts.failed = 1;
console.log(`${counts.passed} passed, ${counts.failed} failed`);
process.exit(bad ? 1 : 0);

function roomGB(folder) {
  const { bavail, bsize } = statfsSync(folder);
  return (bavail * bsize) / 1e9;
}
