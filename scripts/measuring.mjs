import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { must, root, run } from './run.mjs';

/** What the scripts that measure the built server share. */

if (!existsSync(`${root}dist/server/main.js`)) must('node', ['scripts/build.mjs']);

/** Starts the server on a data folder, its clock read from a file. @returns once it listens, with the seconds that took */
export async function startServer(data, clock) {
  const begun = performance.now();
  const server = spawn('node', ['dist/server/main.js'], {
    cwd: root,
    env: { ...process.env, KOSMEMA_DATA: data, KOSMEMA_CLOCK_FILE: clock, PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  const address = await new Promise((resolve) =>
    server.stdout.on('data', (chunk) => {
      said += chunk;
      const found = /Kosmema is at (\S+)/.exec(said);
      if (found) resolve(found[1]);
    }),
  );
  return {
    address,
    seconds: (performance.now() - begun) / 1000,
    /** What it holds now, MB. */
    memory: () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024,
    stop: (signal) =>
      new Promise((resolve) => {
        server.once('exit', resolve);
        server.kill(signal);
      }),
  };
}

const iso = (at) => new Date(at).toISOString();

export const entry = (kind, subject, at, body, v = 1) => ({
  id: randomUUID(),
  kind,
  v,
  subject,
  at: iso(at),
  place: null,
  face: null,
  body,
});

/** A thrown cylinder, as it is made. */
export const pieceMade = (subject, at, { name, wallM = 0.006, layers = [], cover = 'open' }) =>
  entry(
    'piece.made',
    subject,
    at,
    {
      name,
      clayId: 'clay-default',
      form: { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM, mouth: 'open' },
      roomId: 'room-default',
      layers,
      cover,
      stand: 'board',
      attachmentM: null,
      stage: null,
    },
    2,
  );

/** Logs entries as one act. */
export const logAt = (address, at, ...entries) =>
  fetch(`${address}/api/acts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: randomUUID(), makerId: 'maker-default', deviceAt: iso(at), entries }),
  });

export const json = async (path, init) => (await fetch(path, init)).json();
export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

export async function timed(work) {
  const begun = performance.now();
  const value = await work();
  return { value, ms: performance.now() - begun };
}

/** The value below which a share of a list lies. */
export const atShare = (list, share) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];
export const median = (list) => atShare(list, 0.5);

/** Prints a table with a sentence under it; with `--write` among the options it goes into its place in docs/load.md too. */
export function tell(place, [head, ...rows], words) {
  const table = [head, head.map(() => '---'), ...rows].map((cells) => `| ${cells.join(' | ')} |`).join('\n');
  console.log(`${table}\n\n${words}`);
  if (!process.argv.includes('--write')) return;
  const doc = `${root}docs/load.md`;
  const [begin, end] = [`<!-- ${place} -->`, `<!-- end of ${place} -->`];
  const text = readFileSync(doc, 'utf8');
  const [from, to] = [text.indexOf(begin), text.indexOf(end)];
  if (from < 0 || to < 0) throw new Error(`docs/load.md has no place for ${place}`);
  writeFileSync(doc, `${text.slice(0, from)}${begin}\n\n${table}\n\n${words}\n\n${text.slice(to)}`);
  run('npx', ['--no-install', 'prettier', '--write', '--log-level', 'warn', 'docs/load.md']);
}
