import { must, tool, together } from './run.mjs';

/** Types, lint, format and layers, two at a time; then the unit tests. */
await together([
  [['eslint', '.', '--max-warnings', '0']],
  [
    ['tsc', '-p', 'core/tsconfig.json'],
    ['tsc', '-p', 'tsconfig.json'],
    ['prettier', '--check', '--log-level', 'warn', '.'],
    ['depcruise', '--output-type', 'err', 'core', 'api', 'server', 'web', 'demo', 'e2e'],
  ],
]);
must('node', ['scripts/kernel.mjs', '--check']);
if (!process.argv.includes('--no-unit'))
  tool('vitest', ['run', '--project', 'core', '--project', 'web', '--reporter', 'dot']);
