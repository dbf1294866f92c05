import { tool } from './run.mjs';

tool('tsc', ['-p', 'core/tsconfig.json']);
tool('tsc', ['-p', 'tsconfig.json']);
tool('eslint', ['.', '--max-warnings', '0']);
tool('prettier', ['--check', '--log-level', 'warn', '.']);
tool('depcruise', ['--output-type', 'err', 'core', 'api', 'server', 'web', 'demo', 'e2e']);
if (!process.argv.includes('--no-unit'))
  tool('vitest', ['run', '--project', 'core', '--project', 'web', '--reporter', 'dot']);
