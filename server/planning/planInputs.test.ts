import { describe, expect, it } from 'vitest';
import { tubBody } from '../../core/log/entries.test-support.ts';
import type { AirReading } from '../../core/drying/series.ts';
import type { Air } from '../../core/drying/air.ts';
import { roomClimate } from '../../core/piece/planInput.ts';
import { wholeZone, type Layer } from '../../core/technique/layer.ts';
import { act, emptyFolder, entry, NOW, opened } from '../testing/studio.ts';
import type { Sensors } from '../sensors/sensors.ts';
import { createPlanInputs } from './planInputs.ts';

const HOUR = 3_600_000;
const at = (hours: number) => new Date(NOW - hours * HOUR).toISOString();
const room = (humidity: number) => ({
  name: 'Cellar',
  cycle: { meanCelsius: 18, swingCelsius: 1, meanHumidity: humidity, swingHumidity: 0, warmestHour: 15 },
  heatTransfer: 4,
});
const layer: Layer = {
  id: 'one',
  technique: 'sgraffito',
  rev: '2',
  schools: {},
  zones: [wholeZone],
  face: 'outside',
  upon: null,
  also: [],
  stock: [{ ids: ['black'] }],
};

const made = (id: string) =>
  entry(
    'piece.made',
    id,
    {
      name: 'Cup',
      clayId: 'clay-default',
      form: { kind: 'plate', diameterM: 0.2, wallM: 0.006 },
      roomId: 'room-default',
      layers: [layer],
      cover: 'open',
      stand: 'board',
      attachmentM: null,
      stage: null,
    },
    at(8),
  );
/** A piece in the class g. */
const classOf = (id: string) => [made(id), entry('piece.grouped', id, { groups: ['g'] }, at(2))];

describe('what a plan rests on', () => {
  it('is marked: a room it passed through, a tub it is planned from; and not what it does not know of', async () => {
    const folder = await opened(emptyFolder());
    const { keep } = folder.store;
    await keep(
      act(entry('room.set', 'cellar', room(0.6), at(9)), entry('room.set', 'attic', room(0.3), at(9))),
    );
    await keep(
      act(entry('tub.made', 'black', tubBody(), at(9)), entry('tub.made', 'white', tubBody(), at(9))),
    );
    await keep(
      act(
        made('p'),
        entry('piece.moved', 'p', { roomId: 'cellar' }, at(6)),
        entry('piece.moved', 'p', { roomId: 'room-default' }, at(4)),
      ),
    );
    const cases = createPlanInputs(folder.store, null);
    const mark = () => cases.logMark(cases.piece('p')!);
    const moved = async (entered: ReturnType<typeof entry>) => {
      const before = mark();
      expect(await keep(act(entered))).toMatchObject({ kind: 'kept' });
      return mark() !== before;
    };
    expect(await moved(entry('room.set', 'cellar', room(0.9), at(5)))).toBe(true);
    expect(await moved(entry('room.set', 'attic', room(0.5), at(5)))).toBe(false);
    const measured = { sample: null, gravityRead: 1.44, flow: [], feel: null, celsius: null, levelM3: null };
    expect(await moved(entry('tub.measured', 'white', measured, at(3)))).toBe(false);
    expect(await moved(entry('tub.measured', 'black', measured, at(3)))).toBe(true);
    const given = await cases.of(cases.piece('p')!, {}, NOW);
    expect(given.ok && given.value.tubs).toMatchObject({ black: { specificGravity: 1.44 } });
    expect(given.ok && given.value.rooms.map(({ id }) => id).sort()).toEqual(['cellar', 'room-default']);
    await folder.close();
  });

  it('is the air that was read in its room, but for where it was measured', async () => {
    const folder = await opened(emptyFolder());
    const { keep } = folder.store;
    await keep(act(entry('tub.made', 'black', tubBody(), at(9)), made('p')));
    const cases = createPlanInputs(folder.store, null);
    const mark = cases.logMark(cases.piece('p')!);
    const reading = { celsius: 25, humidity: 0.3 };
    expect(await keep(act(entry('room.read', 'room-default', reading, at(2))))).toMatchObject({
      kind: 'kept',
    });
    expect(await keep(act(entry('room.read', 'nowhere', reading, at(2))))).not.toMatchObject({
      kind: 'kept',
    });
    expect(cases.logMark(cases.piece('p')!)).not.toBe(mark);
    const given = await cases.of(cases.piece('p')!, {}, NOW);
    if (!given.ok) throw new Error('not planned');
    const [room] = given.value.rooms;
    const air: Air = { celsius: 0, humidity: 0 };
    roomClimate(room!, given.value.studio)(NOW - 2 * HOUR, air);
    expect(air).toMatchObject(reading);
    const series = {
      at: [-3, -2, -1].map((hours) => NOW + hours * HOUR),
      celsius: [15, 15, 15],
      humidity: [0.8, 0.8, 0.8],
    };
    roomClimate({ ...room!, series }, given.value.studio)(NOW - 2 * HOUR, air);
    expect(air).toMatchObject({ celsius: 15, humidity: 0.8 });
    await folder.close();
  });

  it('is no other by each word of a sensor, only by a mean of minutes that have ended', async () => {
    const folder = await opened(emptyFolder());
    await folder.store.keep(act(entry('tub.made', 'black', tubBody(), at(9))));
    await folder.store.keep(act(made('p')));
    const ended: AirReading[] = [];
    let lastAt = NOW;
    const cases = createPlanInputs(folder.store, {
      recent: () => ended,
      heardFrom: () => ({ lastAt }),
    } as Pick<Sensors, 'recent' | 'heardFrom'>);
    const given = async () => JSON.stringify(await cases.of(cases.piece('p')!, {}, NOW));
    const before = await given();
    lastAt += 20_000;
    expect(await given()).toBe(before);
    ended.push({ at: NOW - HOUR, celsius: 30, humidity: 0.2 });
    expect(await given()).not.toBe(before);
    await folder.close();
  });

  it('is hands of its class where that has hours, marked when they change', async () => {
    const folder = await opened(emptyFolder());
    const { keep } = folder.store;
    const meets = (weekday: number) =>
      entry(
        'group.set',
        'g',
        { name: 'Class', kind: 'class', dueAt: null, hours: [{ weekday, fromMinute: 1080, toMinute: 1200 }] },
        at(3),
      );
    await keep(act(entry('tub.made', 'black', tubBody(), at(9))));
    expect(await keep(act(meets(2), ...classOf('p')))).toMatchObject({ kind: 'kept' });
    const cases = createPlanInputs(folder.store, null);
    const hours = async () => {
      const given = await cases.of(cases.piece('p')!, {}, NOW);
      return given.ok ? given.value.studio.hours.map(({ weekday }) => weekday) : [];
    };
    expect(await hours()).toEqual([2]);
    const before = cases.logMark(cases.piece('p')!);
    await keep(act(meets(4)));
    expect(await hours()).toEqual([4]);
    expect(cases.logMark(cases.piece('p')!)).not.toBe(before);
    await folder.close();
  });
});
