import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { Aedes } from 'aedes';
import mqtt from 'mqtt';
import { describe, expect, it } from 'vitest';
import { MINUTE } from '../../core/units/quantity.ts';
import { act, emptyFolder, entry, NOW, opened } from '../testing/studio.ts';
import { createMeans } from './means.ts';
import { numberAt } from './message.ts';
import { createSensors } from './sensors.ts';

describe('a message', () => {
  const at = (text: string, path: string) => numberAt(Buffer.from(text), path);
  it('is read at a path, as a number or as one in quotes', () => {
    expect(at('{"temperature": 20.5}', 'temperature')).toEqual({ ok: true, value: 20.5 });
    expect(at('{"d": [{"t": "19.5"}]}', 'd.0.t')).toEqual({ ok: true, value: 19.5 });
    expect(at('21', '$')).toEqual({ ok: true, value: 21 });
  });
  it('that is text, lacks the path, or is no reading at all is refused with words', () => {
    for (const [text, path] of [
      ['warm', '$'],
      ['{"temperature": "warm"}', 'temperature'],
      ['{"humidity": 40}', 'temperature'],
      ['x'.repeat(5000), '$'],
    ] as const)
      expect(at(text, path).ok).toBe(false);
  });
});

describe('five-minute means', () => {
  it('take doubled and crowded messages as one mean, and stop at a flood', () => {
    const means = createMeans();
    for (let i = 0; i < 3_000; i++) expect(means.add(i, 20 + (i % 2), 0.5)).toBe(true);
    expect(means.add(3_000, 99, 0.9)).toBe(false);
    const [mean] = means.ended(6 * MINUTE);
    expect(mean).toMatchObject({ celsius: 20.5, humidity: 0.5, at: 2.5 * MINUTE });
    expect(means.ended(7 * MINUTE)).toEqual([]);
  });
});

describe('a sensor over MQTT', () => {
  it('is there from the act that sets it on, and gone with the one that sets it off', async () => {
    const path = emptyFolder();
    const folder = await opened(path);
    const { store, files } = folder;
    const clock = { now: () => NOW, workshopTime: false, save: () => {} };
    const sensors = createSensors({ store, files, clock, folder: join(path, 'sensors') });
    const set = { url: 'mqtt://127.0.0.1:1', topic: 'a', celsiusPath: 't', humidityPath: 'h', on: true };
    expect(sensors.heardFrom('room-default')).toBeNull();
    await store.keep(act(entry('sensor.set', 'room-default', set)));
    expect(sensors.heardFrom('room-default')).toEqual({ lastAt: null });
    await store.keep(act(entry('sensor.set', 'room-default', { ...set, on: false })));
    expect(sensors.heardFrom('room-default')).toBeNull();
    await sensors.close();
    await folder.close();
  });

  it(
    'feeds its room, is refused what cannot be, and its means come into the log by the hour',
    { timeout: 30_000 },
    async () => {
      const broker = await Aedes.createBroker();
      const socket = createServer((stream) => broker.handle(stream));
      await new Promise<void>((resolve) => socket.listen(0, '127.0.0.1', resolve));
      const url = `mqtt://127.0.0.1:${(socket.address() as AddressInfo).port}`;
      const path = emptyFolder();
      const folder = await opened(path);
      let now = NOW - 60 * MINUTE;
      const sensors = createSensors({
        store: folder.store,
        files: folder.files,
        clock: { now: () => now, workshopTime: false, save: () => {} },
        folder: join(path, 'sensors'),
      });
      const set = { url, topic: 'room/air', celsiusPath: 't', humidityPath: 'h', on: true };
      await folder.store.keep(act(entry('sensor.set', 'room-default', set)));
      expect(sensors.set()).toEqual({ rooms: { 'room-default': set }, scale: null });
      const sender = await mqtt.connectAsync(url);
      const send = async (text: string) => sender.publishAsync('room/air', text);
      await expect.poll(() => sensors.status()[0]?.connected, { timeout: 10_000 }).toBe(true);
      await send('hot');
      await send('{"t": 1000000, "h": 40}');
      await send('{"t": 20, "h": 140}');
      await expect.poll(() => sensors.status()[0]?.refused.count).toBe(3);
      expect(sensors.status()[0]!.refused.last).toContain('humidity of 140 %');
      for (let i = 0; i < 12; i++) {
        await send(`{"t": ${18 + i / 10}, "h": 55}`);
        await expect.poll(() => sensors.status()[0]?.lastAt).toBe(now);
        // minutes that are not over yet tell nothing
        expect(sensors.recent('room-default', now - (now % (5 * MINUTE)))).toEqual([]);
        now += 5 * MINUTE;
      }
      await expect
        .poll(async () => (await folder.store.readings('room-default', 0, Number.MAX_SAFE_INTEGER)).length, {
          timeout: 10_000,
        })
        .toBe(12);
      expect(sensors.recent('room-default', 0)).toEqual([]);
      await sender.endAsync();
      await sensors.close();
      await folder.close();
      await new Promise<void>((resolve) => broker.close(() => resolve()));
      socket.close();
    },
  );
});
