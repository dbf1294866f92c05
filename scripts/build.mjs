import { cpSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { build as bundle } from 'esbuild';
import { root, tool } from './run.mjs';
import { weigh } from './weight.mjs';

/** What packages of the older kind of modules ask for. */
const asCommonJs = [
  "import { createRequire as requireFrom } from 'node:module';",
  "import { dirname as folderOf } from 'node:path';",
  "import { fileURLToPath as pathOf } from 'node:url';",
  'const require = requireFrom(import.meta.url);',
  'const __filename = pathOf(import.meta.url);',
  'const __dirname = folderOf(__filename);',
].join('\n');

/** Bundles of what runs in Node: the server, and the program that makes the demo studio. */
export const nodeBundles = {
  entryPoints: {
    'server/main': `${root}server/app/main.ts`,
    'server/plan.worker': `${root}server/planning/plan.worker.ts`,
    'server/schedule.worker': `${root}server/schedule/schedule.worker.ts`,
    'server/chore.worker': `${root}server/jobs/job.worker.ts`,
    'demo/make': `${root}demo/make.ts`,
  },
  outdir: `${root}dist`,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  // a start is mostly the loading of modules: one file of them all, but for those that read files of their own
  external: ['@electric-sql/pglite', 'pdfkit', 'piscina', 'highs'],
  banner: { js: asCommonJs },
  minifySyntax: true,
  minifyWhitespace: true,
  sourcemap: true,
  logLevel: 'warning',
};

const migrationsFolder = `${root}server/db/migrations`;

export async function buildNode() {
  await bundle(nodeBundles);
  mkdirSync(`${root}dist/server`, { recursive: true });
  cpSync(migrationsFolder, `${root}dist/server/migrations`, { recursive: true });
}

/** An empty database, for new ones to be copied from. */
async function buildBlank() {
  const client = await PGlite.create(`${root}dist/server/blank`);
  await migrate(drizzle(client), { migrationsFolder });
  await client.close();
}

export async function buildWeb() {
  tool('vite', ['build', '--logLevel', 'warn']);
  // what a tablet keeps of the program, to open without the studio's computer
  const files = readdirSync(`${root}dist/web/assets`).map((name) => `/assets/${name}`);
  await bundle({
    entryPoints: { sw: `${root}web/serviceWorker.ts` },
    outdir: `${root}dist/web`,
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    define: { PROGRAM_FILES: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
    logLevel: 'warning',
  });
  weigh();
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  rmSync(`${root}dist`, { recursive: true, force: true });
  await buildNode();
  await buildBlank();
  await buildWeb();
}
