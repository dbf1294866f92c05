import { existsSync, mkdtempSync } from 'node:fs';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { createPairing } from './pairing.ts';
import { policy } from './policy.ts';

/** Pairing behind its code: guesses by one address, by many, and those who are paired already. */

let close = () => {};
beforeEach(() => void vi.useFakeTimers({ toFake: ['Date', 'setTimeout', 'clearTimeout'] }));
afterEach(() => {
  close();
  vi.useRealTimers();
});

async function paired(path = join(mkdtempSync(join(tmpdir(), 'kosmema-pair-')), 'paired.json')) {
  const pairing = createPairing(path);
  const app = express().use(policy(false), pairing.router, pairing.guard);
  app.get('/api/studio', (_request, response) => void response.json({}));
  const server = app.listen(0, '0.0.0.0');
  await new Promise((resolve) => server.once('listening', resolve));
  close = () => void server.close();
  const { port } = server.address() as AddressInfo;
  /** As it comes from an address of its own; all of these lead back to this machine. */
  const ask = (method: string, url: string, from: string, body = '', cookie = '') =>
    new Promise<{ status: number; cookie: string }>((resolve, reject) => {
      const sent = request(
        {
          port,
          host: '127.0.0.1',
          localAddress: from,
          method,
          path: url,
          // by another name than its own: not the machine itself
          headers: { host: 'studio', cookie, 'content-type': 'application/x-www-form-urlencoded' },
        },
        (response) => {
          response.resume();
          const [set = ''] = response.headers['set-cookie'] ?? [];
          resolve({ status: response.statusCode!, cookie: set.split(';')[0]! });
        },
      );
      sent.on('error', reject);
      sent.end(body);
    });
  const guess = (from: string, code: string) => ask('POST', '/pair', from, `code=${code}`);
  const wrong = pairing.code === '000000' ? '000001' : '000000';
  return { path, code: pairing.code, wrong, guess, ask };
}

describe('pairing', () => {
  it('takes ten wrong codes of one address, and then none of it for ten minutes', async () => {
    const { guess, wrong, code } = await paired();
    for (let i = 0; i < 10; i++) expect((await guess('127.0.0.2', wrong)).status).toBe(422);
    expect((await guess('127.0.0.2', code)).status).toBe(429);
    expect((await guess('127.0.0.3', code)).status).toBe(303);
    vi.advanceTimersByTime(10 * 60_000 + 1);
    expect((await guess('127.0.0.2', code)).status).toBe(303);
  });

  it('takes sixty wrong codes of many addresses together; who is paired goes on', async () => {
    const { guess, wrong, code, ask, path } = await paired();
    const { cookie, status } = await guess('127.0.0.9', code);
    expect(status).toBe(303);
    const answers = [];
    for (let i = 0; i < 300; i++) answers.push((await guess(`127.0.1.${1 + (i % 30)}`, wrong)).status);
    expect(answers.filter((of) => of === 422)).toHaveLength(60);
    expect(answers.slice(60)).not.toContain(422);
    expect((await guess('127.0.2.1', code)).status).toBe(429);
    expect((await ask('GET', '/api/studio', '127.0.0.9', '', cookie)).status).toBe(200);
    expect((await ask('GET', '/api/studio', '127.0.2.1')).status).toBe(401);
    expect(existsSync(path)).toBe(true);
    vi.advanceTimersByTime(10 * 60_000 + 1);
    expect((await guess('127.0.2.1', code)).status).toBe(303);
  });

  it('outlives a start: who was paired is known by the new program, under whatever code', async () => {
    const first = await paired();
    const { cookie } = await first.guess('127.0.0.9', first.code);
    close();
    const again = await paired(first.path);
    expect((await again.ask('GET', '/api/studio', '127.0.0.9', '', cookie)).status).toBe(200);
  });
});
