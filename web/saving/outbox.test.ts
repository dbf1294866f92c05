import { afterEach, describe, expect, it, vi } from 'vitest';
import { drop, entry, flush, log, retract } from './outbox.ts';

const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
const note = () => entry('piece.noted', 'p', { text: 'x' });
const server = (reply: () => Promise<Response>) => {
  const fetched = vi.fn<(path: string, init: RequestInit) => Promise<Response>>(() => reply());
  vi.stubGlobal('fetch', fetched);
  return fetched;
};
const sentIds = (fetched: ReturnType<typeof server>) =>
  fetched.mock.calls.map(([, init]) => (JSON.parse(init.body as string) as { id: string }).id);

afterEach(() => vi.unstubAllGlobals());

describe('the outbox', () => {
  it('keeps what cannot be sent, and sends it later in order under the same names', async () => {
    server(() => Promise.reject(new TypeError('no network')));
    const first = await log('one', [note()]);
    const second = await log('two', [note()]);
    expect([first.kind, second.kind]).toEqual(['waiting', 'waiting']);
    const back = server(() => Promise.resolve(answer(201, { n: 1, recordedAt: '', again: false })));
    await flush();
    expect(sentIds(back)).toEqual([first, second].map((o) => (o.kind === 'waiting' ? o.actId : '')));
  });

  it('gives a refusal back to the form that asked, and keeps nothing of it', async () => {
    server(() =>
      Promise.resolve(
        answer(422, { status: 422, detail: 'That cannot be right.', code: 'invalid', field: 'body' }),
      ),
    );
    const outcome = await log('wrong', [note()]);
    expect(outcome).toMatchObject({ kind: 'refused', problem: { detail: 'That cannot be right.' } });
    const later = server(() => Promise.resolve(answer(201, {})));
    await flush();
    expect(later).not.toHaveBeenCalled();
  });

  it('does not let one refused act hold up those behind it', async () => {
    server(() => Promise.reject(new TypeError('no network')));
    await log('will be refused', [note()]);
    const good = await log('good', [note()]);
    let asked = 0;
    const back = server(() =>
      Promise.resolve(
        (asked += 1) === 1
          ? answer(422, { status: 422, detail: 'no', code: 'x', field: null })
          : answer(201, {}),
      ),
    );
    await flush();
    expect(sentIds(back)).toHaveLength(2);
    expect(sentIds(back)[1]).toBe(good.kind === 'waiting' ? good.actId : '');
    await drop(1);
  });

  it('undoes by an act of its own', async () => {
    const fetched = server(() => Promise.resolve(answer(201, {})));
    await retract('0190-some-act', 'undo');
    const sent = JSON.parse(fetched.mock.calls[0]![1].body as string) as {
      entries: { kind: string; subject: string }[];
    };
    expect(sent.entries[0]).toMatchObject({ kind: 'act.retracted', subject: '0190-some-act' });
  });
});
