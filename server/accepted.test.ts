import { Readable } from 'node:stream';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { TodayAnswer, PieceAnswer, ProblemDetails, RoomsAnswer } from '../api/index.ts';
import { defaultBody } from '../core/clay/body.ts';
import { tubBody } from '../core/log/entries.test-support.ts';
import type { Entry } from '../core/log/entry.ts';
import { defaultRoom } from '../core/log/studio.ts';
import { createSensors } from './sensors/sensors.ts';
import { listening } from './testing/listening.ts';
import { act, emptyFolder, entry, opened, pieceMade, testClock } from './testing/studio.ts';

/** What is accepted can be read, for ever: each of these once broke a view, or the program. */
let studio: Awaited<ReturnType<typeof listening>>;
beforeAll(async () => {
  studio = await listening();
});
afterAll(() => studio.close());

const post = async (made: object) => {
  const response = await fetch(`${studio.address}/api/acts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(made),
  });
  return { status: response.status, problem: (await response.json()) as ProblemDetails };
};
const take = async (...entries: Entry[]) => {
  const made = act(...entries);
  const { status, problem } = await post(made);
  expect(status, problem.detail).toBe(201);
  return made;
};
const refused = async (...entries: Entry[]) => {
  const { status, problem } = await post(act(...entries));
  expect(status).toBe(422);
  return problem;
};
const get = async <T>(path: string): Promise<T> => {
  const response = await fetch(`${studio.address}${path}`);
  expect(response.status, path).toBe(200);
  return (await response.json()) as T;
};
const undo = (id: string) => entry('act.retracted', id, { reason: '' });
const body = (subject: string) => pieceMade(subject).body as Extract<Entry, { kind: 'piece.made' }>['body'];
const pieceOf = (subject: string, change: Partial<ReturnType<typeof body>> = {}) =>
  entry('piece.made', subject, { ...body(subject), ...change });
const tubMade = (id: string) => entry('tub.made', id, tubBody({ name: id }));
const coat = (subject: string, change: object = {}) =>
  entry('piece.coated', subject, {
    stepId: 'coat-1',
    tubId: null,
    thicknessM: 0.00015,
    specificGravity: 1.38,
    grainDensity: 2600,
    ...change,
  });
const onToday = async (id: string) =>
  (await get<TodayAnswer>('/api/today')).pieces.find(({ pieceId }) => pieceId === id);

describe('what others rest on', () => {
  it('cannot be undone: a clay in use is named with the piece that rests on it', async () => {
    const clay = await take(entry('clay.set', 'clay-grog', { ...defaultBody, name: 'Grog' }));
    await take(pieceOf('rests', { name: 'Tall jar', clayId: 'clay-grog' }));
    expect(await refused(undo(clay.id))).toMatchObject({
      code: 'in-use',
      detail: expect.stringContaining('“Tall jar” rests on it') as string,
    });
    expect(await onToday('rests')).toBeDefined();
  });

  it('can be undone with what rests on it, in one act, and once nothing does', async () => {
    const room = await take(entry('room.set', 'room-shed', { ...defaultRoom, name: 'Shed' }));
    const piece = await take(pieceOf('in-shed', { roomId: 'room-shed' }));
    await refused(undo(room.id));
    await take(undo(piece.id), undo(room.id));
  });

  it('a room moved into, a tub coated from, a cup timed with', async () => {
    await take(pieceOf('mover'));
    const room = await take(entry('room.set', 'room-cellar', { ...defaultRoom, name: 'Cellar' }));
    await take(entry('piece.moved', 'mover', { roomId: 'room-cellar' }));
    expect((await refused(undo(room.id))).code).toBe('in-use');
    const tub = await take(tubMade('tub-used'));
    await take(coat('mover', { tubId: 'tub-used' }));
    expect((await refused(undo(tub.id))).code).toBe('in-use');
  });
});

describe('an act', () => {
  it('is checked as it leaves the log: born, corrected to an unknown clay and finished at once', async () => {
    const corrected = { ...body('ghost'), clayId: 'no-clay', madeAt: '2026-03-10T09:00:00.000Z' };
    const problem = await refused(
      pieceOf('ghost'),
      entry('piece.corrected', 'ghost', corrected),
      entry('piece.finished', 'ghost', { outcome: 'good', faults: [], note: '' }),
    );
    expect(problem).toMatchObject({ code: 'no-such-clay', field: 'entries.1.body.clayId' });
    expect((await refused(pieceOf('ghost'), entry('piece.moved', 'ghost', { roomId: 'nowhere' }))).code).toBe(
      'no-such-room',
    );
  });

  it('may bring what it itself rests on, and must not begin a thing twice', async () => {
    await take(
      pieceOf('new-clay', { clayId: 'clay-same' }),
      entry('clay.set', 'clay-same', { ...defaultBody, name: 'Same' }),
    );
    expect((await refused(pieceOf('twin'), pieceOf('twin'))).code).toBe('piece-exists');
  });

  it('named in capitals is the same act, over a restart too', async () => {
    const made = { ...act(pieceMade('capital')), id: 'A1B2C3D4-0000-7000-8000-00000000000A' };
    expect((await post(made)).status).toBe(201);
    expect((await post({ ...made, id: made.id.toLowerCase() })).status).toBe(200);
    const path = emptyFolder();
    const first = await opened(path);
    await first.store.keep(made);
    await first.close();
    for (let i = 0; i < 2; i++) {
      const again = await opened(path);
      expect(again.store.ledger.acts).toHaveLength(1);
      expect(again.notes).toEqual([]);
      await again.close();
    }
  });

  it.each(['__proto__', 'constructor', 'toString', 'hasOwnProperty'])(
    'cannot name anything %s',
    async (odd) => {
      const dosed = entry('tub.dosed', 'tub-used', { does: 'flocculate', materialId: odd, massKg: 0.001 });
      expect((await refused(dosed)).detail).toMatch(/means something else here/);
      expect((await refused(pieceOf(odd))).status).toBe(422);
      expect((await refused(pieceOf('odd-clay', { clayId: odd }))).field).toContain('clayId');
    },
  );

  it.each([
    ['a zero byte', 'a\u0000b'],
    ['half a character', 'a\ud800b'],
  ])('with %s in its text is refused by its field', async (_name, text) => {
    await take(pieceOf(`text-${text.length}-${text.charCodeAt(1)}`));
    const problem = await refused(entry('piece.noted', 'mover', { text }));
    expect(problem).toMatchObject({ field: 'entries.0.body.text' });
    expect(problem.detail).toMatch(/cannot be kept/);
  });

  it.each([
    '0000-03-10T09:00:00.000Z',
    '+012026-03-10T09:00:00.000Z',
    '9999-12-31T23:59:59.999Z',
    '2026-02-30T09:00:00.000Z',
  ])('at %s is refused, whatever clock says so', async (at) => {
    expect((await post({ ...act(pieceOf('when')), deviceAt: at })).status).toBe(422);
    expect((await refused({ ...pieceOf('when'), at } as Entry)).status).toBe(422);
  });

  it('that undoes the bringing back of something is told where to undo', async () => {
    const made = await take(pieceOf('to-and-fro'));
    const gone = await take(undo(made.id));
    const back = await take(undo(gone.id));
    expect(await refused(undo(back.id))).toMatchObject({ code: 'undo-of-redo' });
    await take(undo(made.id));
  });
});

describe('figures', () => {
  it('of a coat of water and of a piece with nothing dry in it are refused', async () => {
    await take(pieceOf('figures'));
    expect((await refused(coat('figures', { specificGravity: 1 }))).detail).toMatch(/below 1.02 is water/);
    const weighed = (massKg: number, tareKg: number, dryKg: number | null) =>
      entry('piece.weighed', 'figures', { massKg, tareKg, dryKg });
    expect((await refused(weighed(1, 0.2, 0))).detail).toMatch(/more than zero/);
    expect((await refused(weighed(0.5, 0.5, 1))).code).toBe('tare-too-heavy');
    expect(await onToday('figures')).toBeDefined();
  });

  it('of a coat that was logged already are asked about, and taken beside the plan', async () => {
    await take(pieceOf('twice'));
    await take(coat('twice'));
    expect(await refused(coat('twice'))).toMatchObject({
      code: 'coated-already',
      detail: expect.stringContaining('further coat') as string,
    });
    await take(coat('twice', { stepId: null }));
  });
});

describe('ids of one kind', () => {
  it('say nothing of another: a bin on a tub’s id, and a tub read as a batch', async () => {
    await take(tubMade('shared-id'));
    await take(entry('bin.set', 'shared-id', { name: 'Bin', kind: 'waste', clayId: null }));
    for (const path of ['/api/shelf', '/api/today', '/api/bins', '/api/tubs/shared-id']) await get(path);
    expect((await fetch(`${studio.address}/api/batches/shared-id`)).status).toBe(404);
    await get('/api/tubs/shared-id');
    await take(entry('tub.noted', 'shared-id', { text: 'still a tub' }));
  });

  it('that were never logged leave nothing behind', async () => {
    const before = studio.folder.store.ledger.touched.size;
    for (let i = 0; i < 50; i++) await fetch(`${studio.address}/api/tubs/unknown-${i}`);
    expect(studio.folder.store.ledger.touched.size).toBe(before);
  });
});

describe('readings', () => {
  const file = async (text: string) => (await studio.folder.files.take(Readable.from([text]), 1e6))!.file;
  const taken = (sum: string, fileName: string) =>
    entry('readings.taken', 'room-default', {
      file: sum,
      fileName,
      answers: { zone: 'Etc/UTC', dayFirst: null, columns: null, fahrenheit: null },
      skipBad: false,
    });
  const rows = (hour: string, celsius: number) =>
    `Time,Temp C,RH\n2026-03-07 ${hour}:00,${celsius},50\n2026-03-07 ${hour}:05,${celsius},50\n`;

  it('of two files in one act are both kept, and of one file once', async () => {
    const [one, two] = [await file(rows('10', 20)), await file(rows('11', 21))];
    await take(taken(one, 'one.csv'), taken(two, 'two.csv'));
    const from = Date.parse('2026-03-07T00:00:00Z');
    const found = await studio.folder.store.readings('room-default', from, from + 86_400_000);
    expect(found.map(({ celsius }) => celsius)).toEqual([20, 20, 21, 21]);
    expect(await refused(taken(one, 'again.csv'))).toMatchObject({
      code: 'taken-already',
      detail: expect.stringContaining('“one.csv”') as string,
    });
    expect(await get('/api/rooms')).toMatchObject({
      'room-default': { measured: { celsius: 20.5, humidity: 0.5 }, read: null },
    });
  });

  it('that were undone are measured no more, whenever they were asked for', async () => {
    const measured = async () => (await get<RoomsAnswer>('/api/rooms'))['room-default'];
    const before = await measured();
    const later = await take(taken(await file(rows('15', 30)), 'later.csv'));
    const undone = await take(undo(later.id));
    expect(await measured()).toEqual(before);
    await take(undo(undone.id));
    expect((await measured())!.measured!.to).toBeGreaterThan(before!.measured!.to);
  });

  it('are other ones where as many stand, and the last is the same', async () => {
    const mark = () => studio.folder.store.readingsMark('room-default');
    const [first, second] = [
      await take(taken(await file(rows('16', 30)), 'first.csv')),
      await take(taken(await file(rows('17', 30)), 'second.csv')),
    ];
    await take(taken(await file(rows('18', 30)), 'last.csv'));
    const undone = await take(undo(first.id));
    const withoutFirst = mark();
    await take(undo(undone.id), undo(second.id));
    expect(mark()).not.toBe(withoutFirst);
  });
});

describe('a sensor', () => {
  it.each(['mqtt://', 'mqtt://host:70000', 'mqtt://host:0', 'mqtt://ho st', 'http://host', 'mqtt://[::1'])(
    'at %s is refused',
    async (url) => {
      const set = { url, topic: 'a', celsiusPath: 't', humidityPath: 'h', on: true };
      const problem = await refused(entry('sensor.set', 'room-default', set));
      expect(problem).toMatchObject({ field: 'entries.0.body.url' });
      expect(problem.detail).toMatch(/port from 1 to 65535/);
    },
  );

  it('that an earlier version let in is told of, and does no harm', async () => {
    const path = emptyFolder();
    const folder = await opened(path);
    const complain = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    await folder.store.keep(
      act(
        entry('sensor.set', 'room-default', {
          url: 'mqtt://host:70000',
          topic: 'a',
          celsiusPath: 't',
          humidityPath: 'h',
          on: true,
        }),
      ),
    );
    const sensors = createSensors({ ...folder, clock: testClock, folder: join(path, 'sensors') });
    expect(sensors.status()).toMatchObject([{ connected: false }]);
    await sensors.close();
    complain.mockRestore();
    await folder.close();
  });
});

describe('the making of a piece undone', () => {
  it('leaves it reachable, with what brings it back', async () => {
    const made = await take(pieceOf('undone'));
    await take(entry('piece.noted', 'undone', { text: 'x' }));
    const gone = await take(undo(made.id));
    const page = await get<PieceAnswer>('/api/pieces/undone');
    expect(page).toMatchObject({ given: null, unplanned: 'undone' });
    expect(page.acts.find(({ id }) => id === made.id)).toMatchObject({ standing: false, undoneBy: gone.id });
    await take(undo(gone.id));
    expect((await get<PieceAnswer>('/api/pieces/undone')).given).not.toBeNull();
  });
});
