import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Entry } from '../../core/log/entry.ts';
import { fromCsv } from '../formats/csv.ts';
import { listening } from '../testing/listening.ts';
import { act, entry, pieceMade } from '../testing/studio.ts';

const named = (subject: string, name: string): Entry => {
  const made = pieceMade(subject);
  return { ...made, body: { ...made.body, name } } as Entry;
};

let address: string;
let close: () => Promise<void>;

beforeAll(async () => {
  ({ address, close } = await listening());
  const send = (body: unknown) =>
    fetch(`${address}/api/acts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  const noted = act(entry('piece.noted', 'p', { text: 'two, "three"' }));
  for (const body of [
    act(named('p', '=SUM(1)')),
    act(named('q', 'Plain jar')),
    act(entry('piece.finished', 'q', { outcome: 'good', faults: [], note: '' })),
    noted,
    act(entry('act.retracted', noted.id, { reason: '' })),
  ])
    expect((await send(body)).status).toBe(201);
});
afterAll(() => close());

const table = async (name: string) => {
  const response = await fetch(`${address}/api/tables/${name}.csv`);
  expect(response.headers.get('content-type')).toMatch(/^text\/csv/);
  expect(response.headers.get('content-disposition')).toMatch(new RegExp(`kosmema-${name}-.*\\.csv`));
  return response.text();
};

describe('the studio as tables', () => {
  it('has every piece, open and finished, its name no formula', async () => {
    const text = await table('pieces');
    expect(text).toContain("'=SUM(1)");
    const { rows } = fromCsv(text);
    expect(rows.map(({ cells }) => [cells['piece'], cells['outcome']]).sort()).toEqual([
      ['=SUM(1)', ''],
      ['Plain jar', 'good'],
    ]);
    expect(rows.every(({ cells }) => Number(cells['steps']) > 0)).toBe(true);
  });

  it('has every entry of the log, and whether it still stands', async () => {
    const { rows } = fromCsv(await table('log'));
    const noted = rows.find(({ cells }) => cells['kind'] === 'piece.noted')!.cells;
    expect(noted).toMatchObject({ of: 'piece p', stands: 'undone' });
    expect(JSON.parse(noted['what']!)).toEqual({ text: 'two, "three"' });
    expect(rows.filter(({ cells }) => cells['kind'] === 'piece.made')).toHaveLength(2);
  });

  it('has the readings of the rooms', async () => {
    expect(fromCsv(await table('readings')).headers).toEqual(['room', 'time', 'celsius', 'humidity_percent']);
  });
});
