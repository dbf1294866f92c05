import { readdirSync, readFileSync } from 'node:fs';
import { installed, root, run } from './run.mjs';

/** The property tests with cases not drawn before, or those of a seed given: `npm run explore -- 1234`. */
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
process.exit(run('npx', ['--no-install', 'vitest', 'run', ...files]));
