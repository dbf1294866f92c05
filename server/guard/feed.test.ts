import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, onTestFinished } from 'vitest';
import { listening } from '../testing/listening.ts';
import { createFeed } from './feed.ts';

describe('the address that a calendar follows', () => {
  let studio: Awaited<ReturnType<typeof listening>>;
  beforeAll(async () => {
    studio = await listening();
  }, 60_000);
  afterAll(() => studio.close());
  const ask = (path: string, method = 'GET') => fetch(`${studio.address}${path}`, { method });
  const made = async (method: string) =>
    ((await (await ask('/api/feed', method)).json()) as { path: string }).path;

  it('is made, read, made anew and withdrawn: an old one leads nowhere', async () => {
    expect(await made('GET')).toBeNull();
    const first = await made('POST');
    expect(first).toMatch(/^\/feed\/[\w-]{32}\.ics$/);
    const answer = await ask(first);
    expect(answer.headers.get('content-type')).toBe('text/calendar; charset=utf-8');
    expect(await answer.text()).toMatch(/^BEGIN:VCALENDAR\r\n/);
    const second = await made('POST');
    expect((await ask(first)).status).toBe(404);
    expect((await ask(second)).status).toBe(200);
    expect(await made('DELETE')).toBeNull();
    const gone = await ask(second);
    expect(gone.status).toBe(404);
    expect(((await gone.json()) as { detail: string }).detail).toMatch(/withdrawn.*make a new one/);
  });

  it('is not guessed, and an alarm that cannot be is refused with its field', async () => {
    expect((await ask(`/feed/${'a'.repeat(32)}.ics`)).status).toBe(404);
    const refused = await ask('/api/week/calendar?alarm=soon');
    expect(refused.status).toBe(422);
    expect(await refused.json()).toMatchObject({
      field: 'alarm',
      detail: expect.stringMatching(/whole number/),
    });
    expect((await ask('/api/week/calendar?alarm=30')).status).toBe(200);
  });
});

describe('a feed that is kept', () => {
  const folder = () => {
    const path = mkdtempSync(join(tmpdir(), 'kosmema-feed-'));
    onTestFinished(() => rmSync(path, { recursive: true }));
    return join(path, 'feed.json');
  };

  it('outlives a restart, readable by its owner alone', () => {
    const path = folder();
    const token = createFeed(path).make();
    expect(createFeed(path).isRight(token)).toBe(true);
    expect(statSync(path).mode & 0o077).toBe(0);
    createFeed(path).withdraw();
    expect(createFeed(path).isRight(token)).toBe(false);
    expect(createFeed(path).isRight('')).toBe(false);
  });

  it('that is torn leads nowhere, and a new one can be made', () => {
    const path = folder();
    writeFileSync(path, '{"token":"ab');
    const feed = createFeed(path);
    expect(feed.token()).toBeNull();
    expect(feed.isRight(feed.make())).toBe(true);
  });
});
