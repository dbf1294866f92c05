import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
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
  it('to any other door is answered below 500', { timeout: 120_000 }, async () => {
    const doors = [
      '/api/acts',
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
