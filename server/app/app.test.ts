import { request as httpRequest } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { TodayAnswer, ProblemDetails } from '../../api/index.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { act, entry, pieceMade } from '../testing/studio.ts';
import { listening } from '../testing/listening.ts';

let folder: OpenFolder;
let address: string;
let close: () => Promise<void>;

beforeAll(async () => {
  ({ folder, address, close } = await listening());
});

afterAll(() => close());

const post = (path: string, body: unknown, headers: Record<string, string> = {}) =>
  fetch(`${address}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });

async function problemOf(response: Response): Promise<ProblemDetails> {
  expect(response.headers.get('content-type')).toContain('application/problem+json');
  return (await response.json()) as ProblemDetails;
}

/** A request with headers that fetch would not let through. */
const raw = (headers: Record<string, string>, method = 'GET', path = '/api/studio'): Promise<number> =>
  new Promise((resolve, reject) => {
    const sent = httpRequest(`${address}${path}`, { method, headers }, (response) => {
      response.resume();
      resolve(response.statusCode!);
    });
    sent.on('error', reject);
    sent.end();
  });

describe('the guard', () => {
  it('answers only to its own names', async () => {
    expect(await raw({ host: 'evil.example' })).toBe(403);
    expect(await raw({ host: `localhost:${new URL(address).port}` })).toBe(200);
  });

  it('takes no writes from another site', async () => {
    expect((await post('/api/acts', {}, { origin: 'https://evil.example' })).status).toBe(403);
    expect(await raw({ 'sec-fetch-site': 'cross-site' }, 'POST', '/api/acts')).toBe(403);
  });

  it('sends pages with a nonce of their own and a policy that names it', async () => {
    const [a, b] = await Promise.all([fetch(address), fetch(address)]);
    const nonce = /nonce="([^"]+)"/.exec(await a.text())![1]!;
    expect(a.headers.get('content-security-policy')).toContain(`'nonce-${nonce}'`);
    expect(await b.text()).not.toContain(nonce);
    expect(a.headers.get('content-security-policy')).not.toMatch(/unsafe-inline|upgrade-insecure|\*/);
    expect(a.headers.get('strict-transport-security')).toBeNull();
  });
});

describe('bad input', () => {
  it('that is not JSON is told so, without a stack', async () => {
    const response = await post('/api/acts', '{"half":');
    expect(response.status).toBe(400);
    const problem = await problemOf(response);
    expect(problem.code).toBe('not-json');
    expect(JSON.stringify(problem)).not.toMatch(/at .*\.(ts|js)/);
  });

  it('of a wrong shape names its field and the remedy', async () => {
    const made = act(pieceMade());
    (made.entries[0]!.body as { form: { wallM: number } }).form.wallM = -1;
    const response = await post('/api/acts', made);
    expect(response.status).toBe(422);
    expect(await problemOf(response)).toMatchObject({
      field: 'entries.0.body.form.wallM',
      detail: expect.stringContaining('measure the wet wall') as string,
    });
  });

  it('for a piece that does not exist is refused with words', async () => {
    const response = await post('/api/acts', act(entry('piece.noted', 'nobody', { text: 'x' })));
    expect(await problemOf(response)).toMatchObject({ status: 422, code: 'no-such-piece' });
    expect((await fetch(`${address}/api/pieces/nobody`)).status).toBe(404);
  });

  it('of 50 MB is refused at once and leaves nothing behind', async () => {
    const response = await fetch(`${address}/api/files`, {
      method: 'POST',
      body: Buffer.alloc(50 * 1024 * 1024, 65),
    });
    expect(await problemOf(response)).toMatchObject({
      status: 413,
      detail: expect.stringContaining('20 MB') as string,
    });
    expect((await post('/api/acts', JSON.stringify({ pad: 'x'.repeat(600_000) }))).status).toBe(413);
  });

  it('of readings with bad rows is refused until they are left out', async () => {
    const upload = await fetch(`${address}/api/files`, {
      method: 'POST',
      body: 'Time,Temp C,RH\n2026-03-08 10:00,20,50\n2026-03-08 10:05,20,140\n',
    });
    const { file } = (await upload.json()) as { file: string };
    const taken = (skipBad: boolean) =>
      act(
        entry('readings.taken', 'room-default', {
          file,
          fileName: 'a.csv',
          answers: { zone: 'Etc/UTC', dayFirst: null, columns: null, fahrenheit: null },
          skipBad,
        }),
      );
    expect(await problemOf(await post('/api/acts', taken(false)))).toMatchObject({
      code: 'bad-rows',
      detail: expect.stringContaining('line 3') as string,
    });
    expect((await post('/api/acts', taken(true))).status).toBe(201);
    expect(await folder.store.readings('room-default', 0, Date.parse('2999-01-01'))).toHaveLength(1);
  });
});

describe('what the screens read', () => {
  it('has a logged piece on the bench, and not once it is undone', async () => {
    const made = act(pieceMade('begun'));
    expect((await post('/api/acts', made)).status).toBe(201);
    expect((await post('/api/acts', made)).status).toBe(200);
    expect((await post('/api/acts', { ...made, makerId: 'other' })).status).toBe(409);
    const today = async () =>
      ((await (await fetch(`${address}/api/today`)).json()) as TodayAnswer).pieces.map((p) => p.pieceId);
    expect(await today()).toContain('begun');
    await post('/api/acts', act(entry('act.retracted', made.id, { reason: '' })));
    expect(await today()).not.toContain('begun');
  });
});
