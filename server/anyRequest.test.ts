import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bodies } from '../api/entry.ts';
import { listening } from './testing/listening.ts';
import { act, pieceMade } from './testing/studio.ts';

/** Whatever is sent, the answer is a problem in words that names its field, never a fault of the server. */
describe('a request of any kind', () => {
  let studio: Awaited<ReturnType<typeof listening>>;
  beforeAll(async () => {
    studio = await listening();
    await studio.folder.store.keep(act(pieceMade('p')));
  }, 60_000);
  afterAll(() => studio.close());

  const send = (path: string, body: unknown) =>
    fetch(`${studio.address}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body) ?? '',
    });
  const kinds = Object.keys(bodies) as (keyof typeof bodies)[];
  const subject = fc.oneof(
    fc.constantFrom('p', 'room-default', 'clay-default', 'studio', 'nobody', ''),
    fc.string({ maxLength: 12 }),
  );
  const at = fc.oneof(
    fc.constantFrom(
      '2026-03-10T10:00:00.000Z',
      '1970-01-01T00:00:00.000Z',
      '9999-12-31T23:59:59.999Z',
      'now',
    ),
    fc.string({ maxLength: 30 }),
  );
  const entry = fc.record({
    id: fc.uuid(),
    kind: fc.oneof(fc.constantFrom(...kinds), fc.string({ maxLength: 20 })),
    v: fc.oneof({ weight: 9, arbitrary: fc.constant(1) }, { weight: 1, arbitrary: fc.integer() }),
    subject,
    at,
    place: fc.constantFrom(null, 'rim', 'wall', 'foot', 'lid'),
    face: fc.constantFrom(null, 'outside', 'inside', 'edge'),
    body: fc.oneof(
      fc.object({ maxDepth: 2 }),
      fc.constant({}),
      fc.constant(null),
      fc.anything({ maxDepth: 1 }),
    ),
  });
  const anyAct = fc.record({
    id: fc.oneof({ weight: 5, arbitrary: fc.constant('fresh') }, { weight: 1, arbitrary: fc.string() }),
    makerId: fc.oneof(fc.constant('maker-default'), fc.string({ maxLength: 9 })),
    deviceAt: at,
    entries: fc.array(entry, { maxLength: 3 }),
  });

  it('to log is taken or refused with words, and the log stays readable', { timeout: 120_000 }, async () => {
    await fc.assert(
      fc.asyncProperty(anyAct, async (made) => {
        const response = await send('/api/acts', {
          ...made,
          id: made.id === 'fresh' ? randomUUID() : made.id,
        });
        expect([200, 201, 400, 409, 422]).toContain(response.status);
        const answer = (await response.json()) as { detail?: string; code?: string };
        if (response.status >= 400) expect(answer.detail?.length).toBeGreaterThan(15);
      }),
      { numRuns: 250 },
    );
    for (const path of [
      '/api/studio',
      '/api/bench',
      '/api/pieces',
      '/api/pieces/p',
      '/api/shelf',
      '/api/learning',
    ])
      expect((await fetch(`${studio.address}${path}`)).status).toBe(200);
  });

  it('to any other door is answered below 500', { timeout: 120_000 }, async () => {
    const doors = [
      '/api/readings/preview',
      '/api/formats/preview',
      '/api/formats/take',
      '/api/pair',
      '/api/files',
      '/api/import',
      '/api/nowhere',
    ];
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...doors), fc.anything({ maxDepth: 2 }), async (door, body) => {
        expect((await send(door, body)).status).toBeLessThan(500);
      }),
      { numRuns: 150 },
    );
  });

  it.each([
    '/api/pieces/%00',
    '/api/pieces/..%2f..',
    '/api/tubs/%E0%A4%A',
    '/api/labels?tubs=%00',
    '/api/nothing',
  ])('for %s is told that there is no such thing', async (path) => {
    const response = await fetch(`${studio.address}${path}`);
    expect(response.status).toBeGreaterThanOrEqual(400);
    expect(response.status).toBeLessThan(500);
  });
});
