import { spawn } from 'node:child_process';
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { installed, must, root } from './run.mjs';

/** The demo: installs and builds what is missing, makes the demo studio once, starts, prints the address. */
const fresh = process.argv.includes('--fresh');
const data = process.env.KOSMEMA_DATA ?? `${root}demo-data`;
const WORKSHOP_START = '2026-03-11T09:20:00Z';

installed();
if (!built()) {
  console.log('Building …');
  must('node', ['scripts/build.mjs']);
}
if (fresh) rmSync(data, { recursive: true, force: true });

const env = { ...process.env, KOSMEMA_DATA: data, KOSMEMA_WORKSHOP_START: WORKSHOP_START };
const server = spawn(
  'node',
  ['--enable-source-maps', 'dist/server/main.js', ...process.argv.slice(2).filter((a) => a !== '--fresh')],
  {
    cwd: root,
    env,
    stdio: ['inherit', 'pipe', 'inherit'],
  },
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));

let said = '';
server.stdout.on('data', async (chunk) => {
  const before = said;
  said += chunk;
  const address = /Kosmema is at (http\S+)/.exec(said)?.[1];
  if (!address || /Kosmema is at (http\S+)/.test(before))
    return void (address && process.stdout.write(chunk));
  await makeStudio(address);
  process.stdout.write(said.replace('Kosmema is at', 'The demo studio is at'));
});

async function makeStudio(address) {
  const studio = await (await fetch(`${address}/api/studio`)).json();
  if (studio.isSet) return;
  console.log('Making the demo studio …');
  const made = spawn('node', ['dist/demo/make.js', address], { cwd: root, stdio: 'inherit' });
  const code = await new Promise((resolve) => made.on('exit', resolve));
  if (code !== 0) {
    console.error('The demo studio could not be made. Try again with: npm run demo -- --fresh');
    server.kill('SIGTERM');
  }
}

/** Whether the build is newer than everything it is made of. */
function built() {
  const mark = `${root}dist/web/index.html`;
  if (!existsSync(mark) || !existsSync(`${root}dist/server/main.js`)) return false;
  const since = statSync(mark).mtimeMs;
  return ['core', 'api', 'server', 'web', 'demo'].every((folder) =>
    readdirSync(`${root}${folder}`, { recursive: true }).every(
      (file) => statSync(`${root}${folder}/${file}`).mtimeMs <= since,
    ),
  );
}
