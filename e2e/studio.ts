import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { expect, test as base, type Page } from '@playwright/test';

/** A server of its own for each journey, on a data folder of its own, with a clock the journey sets. */
export interface Studio {
  address: string;
  data: string;
  output: string;
  setClock: (iso: string) => void;
  kill: () => Promise<void>;
  stop: () => Promise<void>;
  /** @param program where it begins; the one built where none is given */
  start: (args?: string[], env?: Record<string, string>, program?: string) => Promise<void>;
  /** Starts it and kills it so many ms later, wherever it is by then. */
  startAndKill: (afterMs: number) => Promise<void>;
  makeDemo: () => Promise<void>;
}

/** When the demo workshop is made, and when it is looked at: a little later, while what it answered then still holds. */
export const DEMO_MADE = '2026-03-11T09:20:00Z';
const DEMO_MOMENT = '2026-03-11T09:20:25Z';
/** The environment variable that names the folder of prepared data folders. */
export const TEMPLATES = 'KOSMEMA_E2E_TEMPLATES';

export const root = join(import.meta.dirname, '..');

/** A server that lives half a minute compiles only what runs long: compiling would take as long as running. */
const SHORT_LIVED = '--interrupt-budget=2000000';

/** A journey that fails lets nothing run on beside the others. */
const running = new Set<ChildProcess>();
process.on('exit', () => running.forEach((child) => child.kill('SIGKILL')));

export function createStudio(): Studio & { discard: () => Promise<void> } {
  const folder = mkdtempSync(join(tmpdir(), 'kosmema-e2e-'));
  const clock = join(folder, 'clock');
  let child: ChildProcess | null = null;
  const ended = () =>
    new Promise<void>((resolve) =>
      child && child.exitCode === null && child.signalCode === null
        ? child.once('exit', () => resolve())
        : resolve(),
    );
  const studio: Studio & { discard: () => Promise<void> } = {
    address: '',
    output: '',
    data: join(folder, 'data'),
    setClock: (iso) => writeFileSync(clock, iso),
    start: async (args = [], env = {}, program = 'dist/server/main.js') => {
      const port = studio.address ? new URL(studio.address).port : '0';
      child = spawn('node', [SHORT_LIVED, program, ...args], {
        cwd: root,
        env: {
          ...process.env,
          KOSMEMA_DATA: studio.data,
          KOSMEMA_CLOCK_FILE: clock,
          KOSMEMA_WARM_UP: 'no',
          PORT: port,
          ...env,
        },
      });
      const begun = child;
      running.add(begun);
      begun.once('exit', () => running.delete(begun));
      studio.output = '';
      studio.address = await new Promise((resolve, reject) => {
        const listen = (chunk: Buffer) => {
          studio.output += chunk.toString();
          const found = /Kosmema is at (http\S+)/.exec(studio.output)?.[1];
          if (found) resolve(found);
        };
        child!.stdout!.on('data', listen);
        child!.stderr!.on('data', listen);
        child!.once('exit', () => reject(new Error(studio.output)));
      });
    },
    startAndKill: async (afterMs) => {
      const starting = studio.start().catch(() => undefined);
      await new Promise((resolve) => setTimeout(resolve, afterMs));
      await studio.kill();
      await starting;
    },
    kill: async () => {
      child?.kill('SIGKILL');
      await ended();
    },
    stop: async () => {
      child?.kill('SIGTERM');
      await ended();
    },
    makeDemo: () =>
      new Promise((resolve, reject) => {
        const made = spawn('node', ['dist/demo/make.js', studio.address], { cwd: root, stdio: 'inherit' });
        made.on('exit', (code) =>
          code === 0 ? resolve() : reject(new Error(`the demo ended with ${code}`)),
        );
      }),
    discard: async () => {
      await studio.kill();
      rmSync(folder, { recursive: true, force: true });
    },
  };
  studio.setClock('2026-03-10T08:00:00Z');
  return studio;
}

/** Runs a journey on a copy of a prepared data folder; it fails on any error of the page or breach of its policy. */
async function withStudio(
  page: Page,
  template: 'empty' | 'few' | 'demo',
  use: (studio: Studio) => Promise<void>,
): Promise<void> {
  // long tables are looked at whole
  await page.addInitScript(() => {
    for (const table of ['all-steps', 'all-log'])
      if (localStorage.getItem(`kosmema-${table}`) === null) localStorage.setItem(`kosmema-${table}`, 'true');
  });
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(error.message));
  page.on('console', (message) => {
    if (/Content Security Policy|Refused to/.test(message.text())) complaints.push(message.text());
  });
  const studio = createStudio();
  if (template !== 'empty') studio.setClock(DEMO_MOMENT);
  cpSync(await prepared(template), studio.data, { recursive: true });
  await studio.start();
  await use(studio);
  await studio.discard();
  expect(complaints).toEqual([]);
}

/** A prepared data folder, once it is there. */
export async function prepared(template: 'empty' | 'few' | 'demo'): Promise<string> {
  const folder = join(process.env[TEMPLATES]!, template);
  while (!existsSync(folder)) {
    if (existsSync(`${folder}.failed`)) throw new Error(readFileSync(`${folder}.failed`, 'utf8'));
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return folder;
}

/**
 * A journey with a running studio: `studio` begins empty, `fewPieces` has what is planned in a second or two, `workshop` is
 * the demo workshop at its moment.
 */
export const test = base.extend<{ studio: Studio; fewPieces: Studio; workshop: Studio }>({
  studio: ({ page }, use) => withStudio(page, 'empty', use),
  fewPieces: ({ page }, use) => withStudio(page, 'few', use),
  workshop: ({ page }, use) => withStudio(page, 'demo', use),
});

export async function expectNoAxeFindings(page: Page): Promise<void> {
  // no frames of elsewhere, so that one page is enough for it
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
}

export { expect };

/** All that the studio shows of its pieces is worked out. */
export const allWorkedOut = (page: Page, { address }: Pick<Studio, 'address'>) =>
  expect
    .poll(
      async () => {
        const answer = await page.request.get(`${address}/api/today`);
        const { pieces } = (await answer.json()) as { pieces: { state: string }[] };
        return pieces.filter(({ state }) => state === 'working').length;
      },
      { timeout: 120_000 },
    )
    .toBe(0);
