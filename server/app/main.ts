import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import envPaths from 'env-paths';
import qrcode from 'qrcode';
import { createApp } from './app.ts';
import { createJobs, type Jobs } from '../jobs/jobs.ts';
import { derivedFile } from '../files/answerCache.ts';
import { sharingPlans } from '../planning/sharedPlan.ts';
import { planningThreads, threadedPlanner, warmedUp } from '../planning/planner.ts';
import { createPlans, type Plans } from '../planning/plans.ts';
import { threadedScheduler } from '../schedule/scheduler.ts';
import { standsBy } from '../schedule/stands.ts';
import { createWeeks, type Weeks } from '../schedule/weeks.ts';
import { fileClock, systemClock, workshopClock, type Clock } from '../time/clock.ts';
import { openFolder, type OpenFolder } from '../folder/folder.ts';
import { lookAtFiles, type FilesLook } from '../files/look.ts';
import { createFeed } from '../guard/feed.ts';
import { hostNames } from '../guard/hosts.ts';
import { httpServer } from './httpServer.ts';
import { createPairing } from '../guard/pairing.ts';
import { createSensors, type Sensors } from '../sensors/sensors.ts';

const DEFAULT_PORT = 4680;
const env = process.env;

async function main(): Promise<void> {
  const dataFolder = env['KOSMEMA_DATA'] ?? envPaths('kosmema', { suffix: '' }).data;
  const port = portFrom(env['PORT']);
  const share = process.argv.includes('--share');
  const sharedAddress = share ? (env['KOSMEMA_ADDRESS'] ?? networkAddress()) : null;
  if (share && !sharedAddress)
    fail('This machine has no network address to share on. Connect it, or set KOSMEMA_ADDRESS.');
  const tls = tlsFiles();
  const clock = clockFor(dataFolder);
  const chores = createJobs(join(import.meta.dirname, 'chore.worker.js'));
  const folder = await opened(dataFolder, clock, chores);
  const pairing = share ? createPairing(join(dataFolder, 'paired.json')) : null;
  const sensors = createSensors({
    store: folder.store,
    files: folder.files,
    clock,
    folder: join(dataFolder, 'sensors'),
  });
  const look = lookAtFiles(folder.store.ledger, folder.files, (words) => console.error(words));
  const planThread = join(import.meta.dirname, 'plan.worker.js');
  const scheduleThread = join(import.meta.dirname, 'schedule.worker.js');
  const made = versionOf(planThread);
  const derived = (name: string) => join(dataFolder, 'derived', `${name}.json`);
  const weeks: Weeks = createWeeks({
    ahead: (now) => plans.ahead(now),
    hours: () => folder.store.studio().studio,
    clock,
    scheduler: threadedScheduler(scheduleThread),
    kept: derivedFile(derived('week'), versionOf(scheduleThread)),
    stands: standsBy(folder.store),
    byItself: warmedUp,
  });
  const plans = createPlans({
    store: folder.store,
    planner: sharingPlans(threadedPlanner(planThread, { threads: planningThreads(), atOnce: warmedUp })),
    studyPlanner: threadedPlanner(planThread),
    sensors,
    meant: weeks.meantOf,
    kept: derivedFile(derived('answers'), made),
    studied: derivedFile(derived('lessons'), made),
  });
  const app = createApp({
    store: folder.store,
    files: folder.files,
    clock,
    webFolder: webFolder(),
    hosts: hostNames(sharedAddress),
    pairing,
    tls: tls !== null,
    plans,
    weeks,
    feed: createFeed(join(dataFolder, 'feed.json')),
    chores,
    sensors,
    look,
  });
  const server = httpServer(app, tls);
  await listen(server, port, share ? '0.0.0.0' : '127.0.0.1', folder);
  const scheme = tls ? 'https' : 'http';
  const actualPort = (server.address() as AddressInfo).port;
  for (const note of folder.notes) console.log(note);
  console.log(`Kosmema is at ${scheme}://127.0.0.1:${actualPort}`);
  if (pairing)
    await announceSharing(`${scheme}://${sharedAddress}:${actualPort}`, pairing.code, tls !== null);
  if (clock.workshopTime) setInterval(clock.save, 20_000).unref();
  endCleanly(server, folder, sensors, { plans, weeks, look }, chores);
}

function portFrom(text: string | undefined): number {
  if (text === undefined || text === '') return DEFAULT_PORT;
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    fail(`PORT must be a whole number from 0 to 65535, not “${text}”.`);
  return port;
}

function clockFor(dataFolder: string): Clock {
  if (env['KOSMEMA_CLOCK_FILE']) return fileClock(env['KOSMEMA_CLOCK_FILE']);
  const start = env['KOSMEMA_WORKSHOP_START'];
  return start ? workshopClock(join(dataFolder, 'workshop-time'), Date.parse(start)) : systemClock;
}

async function opened(dataFolder: string, clock: Clock, chores: Jobs): Promise<OpenFolder> {
  const outcome = await openFolder(dataFolder, clock, { chores });
  return outcome.ok ? outcome.value : fail(outcome.problem.message);
}

function webFolder(): string | null {
  const folder = fileURLToPath(new URL('../web', import.meta.url));
  return existsSync(join(folder, 'index.html')) ? folder : null;
}

function tlsFiles(): { cert: Buffer; key: Buffer } | null {
  const cert = env['KOSMEMA_TLS_CERT'];
  const key = env['KOSMEMA_TLS_KEY'];
  if (!cert && !key) return null;
  if (!cert || !key) fail('Set both KOSMEMA_TLS_CERT and KOSMEMA_TLS_KEY, or neither.');
  for (const file of [cert, key])
    if (!existsSync(file)) fail(`There is no file ${file}: check KOSMEMA_TLS_CERT and KOSMEMA_TLS_KEY.`);
  return { cert: readFileSync(cert), key: readFileSync(key) };
}

function networkAddress(): string | null {
  const all = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
  return all.find((net) => net.family === 'IPv4' && !net.internal)?.address ?? null;
}

function listen(server: Server, port: number, host: string, folder: OpenFolder): Promise<void> {
  return new Promise((resolve) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      const reason =
        error.code === 'EADDRINUSE'
          ? `Port ${port} is taken. Set another with PORT.`
          : `Cannot listen on port ${port}: ${error.message}`;
      folder.close().then(
        () => fail(reason),
        () => fail(reason),
      );
    });
    server.listen(port, host, resolve);
  });
}

async function announceSharing(address: string, code: string, tls: boolean): Promise<void> {
  console.log(
    `\nOn a tablet in the same network open ${address}\nand type the pairing code ${code.slice(0, 3)} ${code.slice(3)}\n`,
  );
  console.log(await qrcode.toString(address, { type: 'terminal', small: true }));
  if (!tls)
    console.log(
      'Without a certificate the tablet cannot reload while it is offline; the open page goes on by itself.',
    );
}

function endCleanly(
  server: Server,
  folder: OpenFolder,
  sensors: Sensors,
  background: { plans: Plans; weeks: Weeks; look: FilesLook },
  chores: Jobs,
): void {
  let ending = false;
  const end = () => {
    if (ending) return;
    ending = true;
    server.close();
    server.closeAllConnections();
    for (const work of Object.values(background)) work.close();
    sensors
      .close()
      .then(() => folder.close())
      .then(() => chores.close())
      .then(
        () => process.exit(0),
        (error: unknown) => fail(`The program could not end cleanly: ${String(error)}`),
      );
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
}

/** What worked-out answers are made by: those of another build are worked out anew. */
const versionOf = (program: string): string =>
  existsSync(program) ? createHash('sha1').update(readFileSync(program)).digest('hex') : 'sources';

function fail(message: string): never {
  console.error(message);
  process.exit(1);
}

await main().catch((error: unknown) => fail(`Kosmema could not start: ${String(error)}`));
