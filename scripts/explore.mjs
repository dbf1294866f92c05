import { readdirSync, readFileSync } from 'node:fs';
import { build } from 'esbuild';
import { installed, must, root, run } from './run.mjs';

/** The property tests and acts of any kind with cases not drawn before, or those of a seed given: `npm run explore -- 1234`. */
installed();
const seed = process.argv[2] ?? String(Date.now() % 2 ** 31);
console.log(`Seed ${seed}`);
process.env.KOSMEMA_SEED = seed;
const files = ['core', 'server', 'web']
  .flatMap((folder) =>
    readdirSync(`${root}${folder}`, { recursive: true }).map((file) => `${folder}/${file}`),
  )
  .filter(
    (file) => file.endsWith('.test.ts') && readFileSync(`${root}${file}`, 'utf8').includes('fast-check'),
  );
const drawn = run('npx', ['--no-install', 'vitest', 'run', ...files]);
const { needChromium } = await import('./chromium.mjs');
needChromium();
must('node', ['scripts/build.mjs']);
/** More acts of any kind than in `npm test`, ten times over, each time from another seed. */
process.env.KOSMEMA_ACTS ??= '2000';
let failed = drawn;
for (let round = 0; round < 10; round++) {
  process.env.KOSMEMA_SEED = String(Number(seed) + round);
  console.log(`Acts of any kind from seed ${process.env.KOSMEMA_SEED}`);
  const code = run('npx', ['--no-install', 'playwright', 'test', 'e2e/anyActs.spec.ts']);
  failed ||= code;
}

// bodies made from the contract to do harm, and folders with every damage
await build({
  entryPoints: [`${root}perf/hostile.ts`],
  outfile: `${root}dist/bench/hostile.js`,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
});
failed ||= run('node', ['dist/bench/hostile.js', process.env.KOSMEMA_HOSTILE ?? '100000', seed]);
process.env.KOSMEMA_DAMAGES = '100';
failed ||= run('npx', ['--no-install', 'playwright', 'test', 'e2e/damaged.spec.ts']);
process.exit(failed);
