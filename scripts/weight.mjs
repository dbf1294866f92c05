import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { root } from './run.mjs';

const LIMIT_KB = 215;

/** The first view's JavaScript, gzipped: the entry with all it imports at once, and Today's own part. */
export function weigh() {
  const manifest = JSON.parse(readFileSync(`${root}dist/web/.vite/manifest.json`, 'utf8'));
  const seen = new Set();
  const visit = (name) => {
    if (seen.has(name)) return;
    seen.add(name);
    for (const next of manifest[name].imports ?? []) visit(next);
  };
  visit('index.html');
  visit('web/today/Today.tsx');
  const files = new Set([...seen].map((name) => manifest[name].file));
  const bytes = [...files].reduce(
    (sum, file) => sum + gzipSync(readFileSync(`${root}dist/web/${file}`)).length,
    0,
  );
  const kb = bytes / 1024;
  console.log(`First view: ${kb.toFixed(0)} kB of JavaScript, gzipped (limit ${LIMIT_KB}).`);
  if (kb > LIMIT_KB) {
    console.error('The first view is too heavy: load something later.');
    process.exit(1);
  }
}
