import { spawn } from 'node:child_process';
import { context } from 'esbuild';
import { installed, root } from './run.mjs';
import { buildNode, nodeBundles } from './build.mjs';

/** The server rebuilt and restarted at every change, and Vite in front of it for the browser. */
installed();
await buildNode();
let server = null;
const restart = () => {
  server?.kill('SIGTERM');
  const previous = server;
  const begin = () =>
    (server = spawn('node', ['--enable-source-maps', 'dist/server/main.js'], {
      cwd: root,
      stdio: 'inherit',
    }));
  if (previous && previous.exitCode === null) previous.once('exit', begin);
  else begin();
};
const bundle = await context({
  ...nodeBundles,
  plugins: [
    {
      name: 'restart',
      setup: (build) => build.onEnd((result) => void (result.errors.length === 0 && restart())),
    },
  ],
});
await bundle.watch();
const vite = spawn('npx', ['--no-install', 'vite'], { cwd: root, stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, () => {
    server?.kill('SIGTERM');
    vite.kill('SIGTERM');
    process.exit(0);
  });
}
