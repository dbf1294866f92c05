import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the project; ends this program with its code when it fails. */
export function must(command, args, options = {}) {
  const code = run(command, args, options);
  if (code !== 0) {
    console.error(`\n${command} ${args.join(' ')} failed (${code}).`);
    process.exit(code);
  }
}

export function run(command, args, options = {}) {
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    shell: process.platform === 'win32',
    ...options,
  });
  return done.status ?? 1;
}

/** Runs a package's program. */
export const tool = (name, args, options) => must('npx', ['--no-install', name, ...args], options);

/** Runs packages' programs, or `node`, in lanes side by side, each lane one after the other until one fails. @returns those that failed */
export async function sideBySide(lanes) {
  const ended = await Promise.all(
    lanes.map(async (lane) => {
      for (const args of lane) {
        const code = await codeOf(args);
        if (code !== 0) return { args, code };
      }
      return { code: 0 };
    }),
  );
  const failed = ended.filter(({ code }) => code !== 0);
  for (const { args, code } of failed) console.error(`\n${args.join(' ')} failed (${code}).`);
  return failed;
}

const codeOf = ([name, ...args]) =>
  new Promise((resolve) =>
    spawn(...(name === 'node' ? ['node', args] : ['npx', ['--no-install', name, ...args]]), {
      cwd: root,
      stdio: 'inherit',
      shell: process.platform === 'win32',
    }).on('exit', (code) => resolve(code ?? 1)),
  );

/** The same; ends this program where one fails. */
export async function together(lanes) {
  const [failed] = await sideBySide(lanes);
  if (failed) process.exit(failed.code);
}

/** Starts a long-running child whose end ends this program; signals are passed on. */
export function stay(command, args, options = {}) {
  const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
  return child;
}

/** Installs from the lock file where node_modules is missing or older than it. */
export function installed() {
  const marker = `${root}node_modules/.package-lock.json`;
  const fresh =
    existsSync(marker) && statSync(marker).mtimeMs >= statSync(`${root}package-lock.json`).mtimeMs;
  if (fresh) return;
  if (existsSync(marker) && sameVersions(marker)) return;
  console.log('Installing packages from package-lock.json …');
  must('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error']);
}

function sameVersions(marker) {
  const versions = (file) =>
    JSON.stringify(
      Object.entries(JSON.parse(readFileSync(file, 'utf8')).packages ?? {})
        .filter(([path, p]) => path && !p.optional)
        .map(([path, p]) => [path, p.version])
        .sort(),
    );
  return versions(marker) === versions(`${root}package-lock.json`);
}
