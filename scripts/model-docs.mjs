import { readFileSync, writeFileSync } from 'node:fs';
import { build } from 'esbuild';
import prettier from 'prettier';
import { root } from './run.mjs';

/** Writes into docs/model.md the table of what a forecast is unsure of, from the code. */
const bundled = await build({
  entryPoints: [`${root}core/forecast/prior.ts`],
  bundle: true,
  write: false,
  platform: 'node',
  format: 'esm',
  logLevel: 'warning',
});
const { unknowns, unknownWords, usualPrior, measuredAir } = await import(
  `data:text/javascript;base64,${Buffer.from(bundled.outputFiles[0].text).toString('base64')}`
);
const table = [
  '| not known | one sigma | where the air is measured |',
  '| --- | --- | --- |',
  ...unknowns.map(
    (name) =>
      `| ${unknownWords[name]} | ${usualPrior[name].sigma} | ${measuredAir[name]?.sigma ?? 'the same'} |`,
  ),
].join('\n');
const file = `${root}docs/model.md`;
const text = readFileSync(file, 'utf8').replace(
  /(<!-- priors -->)[^]*(<!-- \/priors -->)/,
  `$1\n\n${table}\n\n$2`,
);
const options = await prettier.resolveConfig(file);
writeFileSync(file, await prettier.format(text, { ...options, parser: 'markdown' }));
console.log('docs/model.md');
