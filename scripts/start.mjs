import { existsSync } from 'node:fs';
import { installed, root, stay } from './run.mjs';

installed();
if (!existsSync(`${root}dist/web/index.html`) || !existsSync(`${root}dist/server/main.js`)) {
  const { must } = await import('./run.mjs');
  must('node', ['scripts/build.mjs']);
}
stay('node', ['--enable-source-maps', 'dist/server/main.js', ...process.argv.slice(2)]);
