import { createHash } from 'node:crypto';
import { rmSync } from 'node:fs';
import { createConnection, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Held by the one process that may use a data folder. */
export interface FolderLock {
  release: () => Promise<void>;
}

/**
 * Takes a data folder by listening on a local socket named by its real path.
 * @returns null where another live process has it
 */
export async function takeFolder(realPath: string): Promise<FolderLock | null> {
  const name = `kosmema-${createHash('sha256').update(realPath).digest('hex').slice(0, 24)}`;
  const address = process.platform === 'win32' ? `\\\\.\\pipe\\${name}` : join(tmpdir(), `${name}.sock`);
  const server = (await listen(address)) ?? (await afterTheDead(address));
  if (!server) return null;
  return { release: () => new Promise((resolve) => server.close(() => resolve())) };
}

function listen(address: string): Promise<Server | null> {
  return new Promise((resolve, reject) => {
    const server = createServer((socket) => socket.end());
    server.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EADDRINUSE' ? resolve(null) : reject(error),
    );
    server.listen(address, () => {
      server.unref();
      resolve(server);
    });
  });
}

/** A socket file left by a killed process is removed and taken; one that answers belongs to a live process. */
async function afterTheDead(address: string): Promise<Server | null> {
  if (await answers(address)) return null;
  rmSync(address, { force: true });
  return listen(address);
}

function answers(address: string): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = createConnection(address);
    socket.once('connect', () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });
}
