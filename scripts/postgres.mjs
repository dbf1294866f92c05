import { spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { root, run } from './run.mjs';

/** The server's tests on Debian's PostgreSQL, in a cluster of its own, as user postgres where this is root. */
const asRoot = process.getuid?.() === 0;
const versions = '/usr/lib/postgresql';
if (!existsSync(versions) && asRoot && existsSync('/usr/bin/apt-get')) {
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-qq'], { env });
  run('apt-get', ['install', '-y', '-qq', 'postgresql'], { env });
}
if (!existsSync(versions)) {
  console.error('Install PostgreSQL (Debian: apt-get install postgresql) to run these.');
  process.exit(1);
}
const bin = join(versions, readdirSync(versions).sort((a, b) => Number(b) - Number(a))[0], 'bin');
const folder = mkdtempSync(join(tmpdir(), 'kosmema-pg-'));
const identity = asRoot ? id('postgres') : {};
if (asRoot) chownSync(folder, identity.uid, identity.gid);
const pg = (program, args) => {
  const done = spawnSync(join(bin, program), args, {
    cwd: folder,
    encoding: 'utf8',
    ...identity,
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  if (done.status !== 0) throw new Error(`${program}: ${done.stderr}`);
};
const port = 20_000 + (process.pid % 20_000);
const data = join(folder, 'data');
let code = 1;
try {
  pg('initdb', ['-D', data, '-A', 'trust', '-U', 'postgres', '-E', 'UTF8', '--no-sync']);
  pg('pg_ctl', [
    '-D',
    data,
    '-w',
    '-l',
    join(folder, 'log'),
    '-o',
    `-p ${port} -k ${folder} -c listen_addresses=127.0.0.1 -c fsync=off`,
    'start',
  ]);
  const env = { ...process.env, KOSMEMA_TEST_POSTGRES: `postgres://postgres@127.0.0.1:${port}/postgres` };
  code = run(
    'npx',
    [
      '--no-install',
      'vitest',
      'run',
      '--project',
      'server',
      // these ask nothing of the database that the others do not
      '--exclude=server/anyRequest.test.ts',
      '--exclude=server/everyTechnique.test.ts',
      '--exclude=server/planning/**',
      '--exclude=server/schedule/**',
      '--exclude=server/guard/**',
      '--exclude=server/readings/**',
      '--exclude=server/docs.test.ts',
      '--reporter=dot',
      '--reporter=json',
      `--outputFile.json=${root}test-results/postgres.json`,
    ],
    { env },
  );
} finally {
  if (existsSync(join(data, 'postmaster.pid'))) pg('pg_ctl', ['-D', data, '-m', 'immediate', 'stop']);
  rmSync(folder, { recursive: true, force: true });
}
process.exit(code);

function id(name) {
  const number = (flag) => Number(spawnSync('id', [flag, name], { encoding: 'utf8' }).stdout);
  return { uid: number('-u'), gid: number('-g') };
}
