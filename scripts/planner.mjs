import { build } from 'esbuild';
import { must, root } from './run.mjs';

/** The study of what the plan is worth; a number says how many studios, 200 unless said otherwise. */
await build({
  entryPoints: [`${root}perf/planner.ts`],
  outfile: `${root}dist/bench/planner.js`,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
});
must('node', ['dist/bench/planner.js', ...process.argv.slice(2)]);
