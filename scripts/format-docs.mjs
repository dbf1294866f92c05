import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import prettier from 'prettier';
import { root } from './run.mjs';

/** Writes the schemas in docs/formats.md anew from the contract; the words around them stay. */
const folder = mkdtempSync(join(root, 'node_modules/.formats-'));
await build({
  entryPoints: [`${root}api/formats.ts`],
  outfile: join(folder, 'formats.mjs'),
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
});
const { formatSchemas } = await import(pathToFileURL(join(folder, 'formats.mjs')).href);
rmSync(folder, { recursive: true, force: true });

const path = `${root}docs/formats.md`;
const text = readFileSync(path, 'utf8').replaceAll(
  /(<!-- schema (\w+) -->\n)[\s\S]*?(\n<!-- end -->)/g,
  (_all, begin, name, end) =>
    `${begin}\n\`\`\`json\n${JSON.stringify(formatSchemas()[name], null, 2)}\n\`\`\`\n${end}`,
);
writeFileSync(
  path,
  await prettier.format(text, { parser: 'markdown', ...(await prettier.resolveConfig(path)) }),
);
console.log('docs/formats.md');
