import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  renameSync,
  rmSync,
  statfsSync,
  statSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { problem, type Problem } from '../../core/units/problem.ts';

/** The disk under a data folder: whether it can be written, and what lies where a folder should be. */

/** A database needs about so much to be opened at all, bytes. */
const NEEDED = 64 * 1024 * 1024;
/** What is written to see whether the disk takes it, bytes. */
const PROBE = 256 * 1024;

export const diskFull = (path: string): Problem =>
  problem(
    'disk-full',
    null,
    `The disk that holds ${path} is full. Make at least ${NEEDED / 1024 / 1024} MB of room, then start again. Nothing was changed, and nothing was lost.`,
  );

/** Why a data folder cannot be worked in; null where it can. It is made where it is not there. */
export function unusable(path: string): Problem | null {
  try {
    mkdirSync(path, { recursive: true });
    accessSync(path, constants.R_OK | constants.W_OK);
    probe(join(path, '.probe'));
    return null;
  } catch (error) {
    return problemOf(path, error as NodeJS.ErrnoException);
  }
}

/** What stopped a start, in a sentence that says what to do. */
export function problemOf(path: string, error: NodeJS.ErrnoException): Problem {
  if (error.code === 'ENOSPC' || error.code === 'EDQUOT') return diskFull(path);
  if (error.code === 'EEXIST' || error.code === 'ENOTDIR')
    return problem(
      'no-folder',
      null,
      `${path} is a file, or lies in one: choose a folder with KOSMEMA_DATA. Nothing was changed.`,
    );
  if (error.code !== undefined && ['EACCES', 'EPERM', 'EROFS'].includes(error.code))
    return problem(
      'not-writable',
      null,
      `The data folder ${path} cannot be read and written throughout${error.path ? ` (${error.path})` : ''}. Change its permissions, or choose another folder with KOSMEMA_DATA.`,
    );
  return problem(
    'unusable',
    null,
    `The data folder ${path} could not be opened: ${error.message}. Start from a copy of it, or take your last export into a new folder.`,
  );
}

/** Whether so little room is left that a database cannot be opened, however sound it is. */
export function isFull(path: string): boolean {
  const { bavail, bsize } = statfsSync(path);
  return bavail * bsize < NEEDED;
}

/** Writes a little and takes it back. @throws where the disk does not take it */
function probe(path: string): void {
  try {
    const fd = openSync(path, 'w');
    try {
      writeSync(fd, Buffer.alloc(PROBE, 1));
      fsyncSync(fd);
    } finally {
      closeSync(fd);
    }
  } finally {
    rmSync(path, { force: true });
  }
}

/**
 * Makes sure that a folder lies at a path; what else lies there is put aside.
 * @returns where it was put; null where nothing was in the way
 */
export const folderAt = (path: string, stamp: number): string | null => {
  const aside = existsSync(path) && !statSync(path).isDirectory() ? setAside(path, stamp) : null;
  mkdirSync(path, { recursive: true });
  return aside;
};

/** The same for a file: a folder that lies there is put aside. */
export const fileAt = (path: string, stamp: number): string | null =>
  existsSync(path) && statSync(path).isDirectory() ? setAside(path, stamp) : null;

/** Puts something that cannot be worked with out of the way. */
export function setAside(path: string, stamp: number): string {
  const aside = `${path}.damaged-${stamp}`;
  renameSync(path, aside);
  return aside;
}
