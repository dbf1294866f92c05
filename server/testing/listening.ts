import { cpSync, mkdtempSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inject } from 'vitest';
import { createApp } from '../app/app.ts';
import type { Clock } from '../time/clock.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { hostNames } from '../guard/hosts.ts';
import { httpServer } from '../app/httpServer.ts';
import type { Plans } from '../planning/plans.ts';
import { plansOf, weeksOf } from './plans.ts';
import { onPostgres, opened, testClock } from './studio.ts';

/** The whole application on an open data folder, listening. */
export async function listeningOn(
  folder: OpenFolder,
  { clock = testClock, plans = plansOf(folder) }: { clock?: Clock; plans?: Plans } = {},
): Promise<{ address: string; close: () => Promise<void> }> {
  const web = mkdtempSync(join(tmpdir(), 'kosmema-web-'));
  writeFileSync(join(web, 'index.html'), '<meta property="csp-nonce" nonce="__NONCE__">');
  const app = createApp({
    store: folder.store,
    files: folder.files,
    clock,
    plans,
    weeks: weeksOf(folder, plans, clock),
    webFolder: web,
    hosts: hostNames(null),
    pairing: null,
    tls: false,
  });
  const server = httpServer(app).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () => {
      server.closeAllConnections();
      return new Promise((resolve) => server.close(() => resolve()));
    },
  };
}

/** The same on a data folder of its own. */
export async function listening(): Promise<{
  folder: OpenFolder;
  address: string;
  close: () => Promise<void>;
}> {
  const path = join(mkdtempSync(join(tmpdir(), 'kosmema-app-')), 'data');
  if (!onPostgres) cpSync(inject('template'), join(path, 'db'), { recursive: true });
  const folder = await opened(path);
  const { address, close } = await listeningOn(folder);
  return { folder, address, close: () => close().then(() => folder.close()) };
}
