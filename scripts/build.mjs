import { cpSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { build as bundle } from 'esbuild';
import { root, tool } from './run.mjs';
import { weigh } from './weight.mjs';

/** Bundles of what runs in Node: the server, and the program that makes the demo studio. */
export const nodeBundles = {
  entryPoints: {
    'server/main': `${root}server/main.ts`,
    'server/plan.worker': `${root}server/planning/plan.worker.ts`,
    'server/chore.worker': `${root}server/chores/chore.worker.ts`,
    'demo/make': `${root}demo/make.ts`,
  },
  outdir: `${root}dist`,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  sourcemap: true,
  logLevel: 'warning',
};

export async function buildNode() {
  await bundle(nodeBundles);
  mkdirSync(`${root}dist/server`, { recursive: true });
  cpSync(`${root}server/db/migrations`, `${root}dist/server/migrations`, { recursive: true });
}

export function buildWeb() {
  tool('vite', ['build', '--logLevel', 'warn']);
  // what a tablet keeps of the program, to open without the studio's computer
  const files = readdirSync(`${root}dist/web/assets`).map((name) => `/assets/${name}`);
  writeFileSync(`${root}dist/web/assets.json`, JSON.stringify({ files }));
  weigh();
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  rmSync(`${root}dist`, { recursive: true, force: true });
  await buildNode();
  buildWeb();
}
