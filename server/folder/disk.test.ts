import { spawnSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, inject, it } from 'vitest';
import { onPostgres, testClock } from '../testing/studio.ts';
import { problemOf } from './disk.ts';
import { openFolder } from './folder.ts';

/** A disk of its own, as small as is asked for; null where none can be made here. */
const mounted: string[] = [];
function smallDisk(megabytes: number): string | null {
  const path = mkdtempSync(join(tmpdir(), 'kosmema-disk-'));
  const made = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', path]);
  if (made.status !== 0) return null;
  mounted.push(path);
  return path;
}
afterEach(() => {
  for (const path of mounted.splice(0)) spawnSync('umount', [path]);
});
const canMount = process.getuid?.() === 0 && spawnSync('which', ['mount']).status === 0;
const filled = (path: string, left: number) => {
  const { bavail, bsize } = statfsSync(path);
  writeFileSync(join(path, 'ballast'), Buffer.alloc(bavail * bsize - left));
};

describe.skipIf(onPostgres !== undefined || !canMount)('a disk that is full at the start', () => {
  it.each([
    ['to the last byte', 0],
    ['but for too little to open a database', 400_000],
  ])('%s is told in a sentence, and nothing is touched', async (_name, left) => {
    const disk = smallDisk(150);
    if (!disk) return expect(disk).toBeNull();
    const data = join(disk, 'data');
    mkdirSync(data);
    cpSync(inject('template'), join(data, 'db'), { recursive: true });
    const first = await openFolder(data, testClock);
    if (!first.ok) throw new Error(first.problem.message);
    await first.value.close();
    const before = readdirSync(data).sort();
    filled(disk, left);
    const opened = await openFolder(data, testClock);
    if (opened.ok) await opened.value.close();
    else {
      expect(opened.problem.code).toBe('disk-full');
      expect(opened.problem.message).toMatch(
        /is full. Make at least 64 MB of room, then start again. Nothing/,
      );
    }
    expect(readdirSync(data).sort()).toEqual(before);
    rmSync(join(disk, 'ballast'));
    const again = await openFolder(data, testClock);
    expect(again.ok).toBe(true);
    if (again.ok) {
      expect(again.value.notes).toEqual([]);
      await again.value.close();
    }
    expect(existsSync(join(data, 'db'))).toBe(true);
  });
});

describe('what stops a start', () => {
  it.each([
    ['ENOSPC', 'disk-full', /Make at least 64 MB of room/],
    ['EDQUOT', 'disk-full', /Make at least 64 MB of room/],
    ['EACCES', 'not-writable', /Change its permissions/],
    ['EROFS', 'not-writable', /Change its permissions/],
    ['ENOTDIR', 'no-folder', /choose a folder with KOSMEMA_DATA/],
    ['EIO', 'unusable', /Start from a copy of it, or take your last export/],
  ])('by %s is told in a sentence with what to do', (code, told, words) => {
    const found = problemOf('/data', Object.assign(new Error('it went wrong'), { code }));
    expect(found).toMatchObject({ code: told, message: expect.stringMatching(words) as string });
  });

  it('by a file where the folder should be is told', async () => {
    const path = join(mkdtempSync(join(tmpdir(), 'kosmema-file-')), 'data');
    writeFileSync(path, 'x');
    expect(await openFolder(path, testClock)).toMatchObject({ ok: false, problem: { code: 'no-folder' } });
  });
});
