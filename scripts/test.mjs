import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { installed, root, run, sideBySide } from './run.mjs';

/** Everything: what it needs is installed first; then types, lint, unit and server tests, then the journeys in the browser. */
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

const postgres = process.env.CI && process.getuid?.() === 0 ? [['node', 'scripts/postgres.mjs']] : [];
// what checks and builds fills the gaps that the unit tests leave
const failed = await sideBySide([
  [['vitest', 'run', '--reporter=dot', '--reporter=json', `--outputFile.json=${results}/vitest.json`]],
  [
    ['node', 'scripts/check.mjs', '--no-unit'],
    ['node', 'scripts/drift.mjs'],
    ['node', 'scripts/build.mjs'],
    ...postgres,
  ],
]);
const unsound = failed.some(({ args }) => args[0] === 'node' && args[1] !== 'scripts/postgres.mjs');
const journeys = unsound ? 1 : run('npx', ['--no-install', 'playwright', 'test']);

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
const bad = failed.length > 0 || journeys !== 0;
if (bad && counts.failed === 0) counts.failed = 1;
console.log(`${counts.passed} passed, ${counts.failed} failed`);
process.exit(bad ? 1 : 0);

function roomGB(folder) {
  const { bavail, bsize } = statfsSync(folder);
  return (bavail * bsize) / 1e9;
}
