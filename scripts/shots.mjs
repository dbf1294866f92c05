import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { must, root } from './run.mjs';
import { chromiumPath } from './chromium.mjs';

/** Pictures of the main views from demo data at a fixed moment, for the README. A name picks some: `-- piece`. */
const guide = 'guide-for-pictures';
const wide = { width: 1280, height: 800 };
const upright = { width: 820, height: 1180 };
const views = [
  ['today', '/', wide],
  ['today-tablet', '/', upright],
  ['plan', '/plan', wide],
  ['pieces', '/pieces', wide],
  ['new-piece', '/pieces/new', wide],
  ['piece', '/pieces/piece-pig-gulls', wide],
  ['guide-tablet', `/guide/${guide}`, upright],
  ['tonight', '/tonight', wide],
  ['techniques', '/techniques', wide],
  ['technique', '/techniques/slip-drip', wide],
  ['layers-tablet', '/pieces/piece-jar-heath/layers', upright],
  ['slips', '/slips', wide],
  ['tub', '/slips/tub-chalk', wide],
  ['measure-tablet', '/slips/tub-night/measure', upright],
  ['batch-tablet', '/slips/batches/batch-slate', upright],
  ['blend', '/slips/blend', wide],
  ['deflocculation', '/slips/tub-frost/deflocculate', wide],
  ['bench', '/benches/throw-for-bellying', wide],
  ['studio', '/studio', wide],
];
const wanted = process.argv.slice(2);
const out = `${root}docs/screenshots`;
const folder = mkdtempSync(join(tmpdir(), 'kosmema-shots-'));
const clock = join(folder, 'clock');
writeFileSync(clock, '2026-03-11T09:20:00Z');

must('node', ['scripts/build.mjs']);
const server = spawn('node', ['dist/server/main.js'], {
  cwd: root,
  env: { ...process.env, KOSMEMA_DATA: join(folder, 'data'), KOSMEMA_CLOCK_FILE: clock, PORT: '0' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
try {
  const address = await new Promise((resolve) =>
    server.stdout.on('data', (chunk) => /at (http\S+)/.test(chunk) && resolve(/at (http\S+)/.exec(chunk)[1])),
  );
  must('node', ['dist/demo/make.js', address]);
  await beginGuide(address);
  await weekPlanned(address);
  await takePictures(address);
} finally {
  server.kill('SIGTERM');
  await new Promise((resolve) => server.on('exit', resolve));
  rmSync(folder, { recursive: true, force: true });
}

/** The coming days are planned while somebody asks for them. */
async function weekPlanned(address) {
  for (;;) {
    const { current } = await (await fetch(`${address}/api/week`)).json();
    if (current) return;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
}

/** A guide over three pieces that press. */
async function beginGuide(address) {
  const at = '2026-03-11T09:20:00.000Z';
  const body = { pieces: ['piece-cruet-heron', 'piece-lantern-reeds', 'piece-caddy-knots'], over: false };
  const entry = {
    id: randomUUID(),
    kind: 'guide.set',
    v: 1,
    subject: guide,
    at,
    place: null,
    face: null,
    body,
  };
  const act = { id: randomUUID(), makerId: 'maker-ines', deviceAt: at, entries: [entry] };
  const response = await fetch(`${address}/api/acts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(act),
  });
  if (!response.ok) throw new Error(await response.text());
}

async function takePictures(address) {
  mkdirSync(out, { recursive: true });
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu'],
  });
  for (const [name, path, viewport] of views) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const page = await browser.newPage({ viewport });
    await page.goto(`${address}${path}`);
    await page.locator('main h1').first().waitFor({ state: 'attached' });
    // nothing is pictured that is still being worked out
    await page.waitForFunction(
      () => !/ …$|being worked out/m.test(document.querySelector('main').innerText),
      null,
      {
        timeout: 120_000,
      },
    );
    await page.waitForTimeout(900);
    await page.screenshot({ path: join(out, `${name}.png`) });
    await page.close();
    console.log(`docs/screenshots/${name}.png`);
  }
  await browser.close();
}
