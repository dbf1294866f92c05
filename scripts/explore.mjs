import { readdirSync, readFileSync } from 'node:fs';
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
// ten times as many acts of any kind as in `npm test`
const { needChromium } = await import('./chromium.mjs');
needChromium();
must('node', ['scripts/build.mjs']);
process.env.KOSMEMA_ACTS ??= '20000';
process.exit(drawn || run('npx', ['--no-install', 'playwright', 'test', 'e2e/anyActs.spec.ts']));
