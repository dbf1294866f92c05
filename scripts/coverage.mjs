import { build } from 'esbuild';
import { must, root } from './run.mjs';

/** The coverage study of the forecast; a number says how many cases, 500 unless said otherwise. */
await build({
  entryPoints: [`${root}perf/coverage.ts`],
  outfile: `${root}dist/bench/coverage.js`,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
});
must('node', ['dist/bench/coverage.js', ...process.argv.slice(2)]);
