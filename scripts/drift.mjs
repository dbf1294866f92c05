import { cpSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { root, run } from './run.mjs';

/** Fails where the database's schema in code and its migrations have drifted apart. */
const folder = mkdtempSync(join(tmpdir(), 'kosmema-drift-'));
cpSync(`${root}server/db/migrations`, join(folder, 'migrations'), { recursive: true });
const count = () => readdirSync(join(folder, 'migrations')).length;
const before = count();
const code = run(
  'npx',
  [
    '--no-install',
    'drizzle-kit',
    'generate',
    '--dialect',
    'postgresql',
    '--schema',
    './server/db/schema.ts',
    '--out',
    join(folder, 'migrations'),
  ],
  { stdio: 'ignore' },
);
const drifted = code !== 0 || count() !== before;
rmSync(folder, { recursive: true, force: true });
if (drifted) {
  console.error('server/db/schema.ts has changes without a migration: npm run migration.');
  process.exit(1);
}
