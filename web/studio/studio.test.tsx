import { fireEvent, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { ReadingsPreview, SensorsAnswer } from '../../api/routes.ts';
import type { EntryBodies } from '../../core/log/entry.ts';
import { DEFAULT_ROOM } from '../../core/log/studio.ts';
import { MINUTE } from '../../core/units/quantity.ts';
import { currentMaker, useStudio } from '../asking/maker.ts';
import {
  choose,
  complaint,
  give,
  loggedOnly,
  NOON,
  press,
  show,
  testStudio,
  type,
} from '../testing/studio.test-support.tsx';
import { Clays } from './Clays.tsx';
import { Hours } from './Hours.tsx';
import { Makers } from './Makers.tsx';
import { Rooms } from './Rooms.tsx';
import { Sensors } from './Sensors.tsx';

/** A section of the Studio page, with what the studio has. */
function Of({ section }: { section: 'rooms' | 'clays' | 'makers' | 'hours' | 'sensors' }) {
  const { data } = useStudio();
  if (!data) return null;
  const { studio, rooms, clays, makers } = data;
  switch (section) {
    case 'rooms':
      return <Rooms rooms={rooms} zone={studio.zone} />;
    case 'clays':
      return <Clays clays={clays} />;
    case 'makers':
      return <Makers makers={makers} />;
    case 'hours':
      return <Hours studio={studio} />;
    case 'sensors':
      return <Sensors rooms={rooms} zone={studio.zone} />;
  }
}
function section(name: Parameters<typeof Of>[0]['section'], ...more: Parameters<typeof testStudio>) {
  const studio = testStudio(...more);
  show(<Of section={name} />);
  return studio;
}

describe('rooms', () => {
  it('are added with what their air does on a usual day, in SI', async () => {
    const studio = section('rooms');
    await press('Add a room');
    await type('Name', 'Kiln shed');
    await type(/^Usual temperature/, '27,5');
    await type(/^Usual humidity/, '35');
    await choose(/^Air/, 'Draughty');
    await press('Set it');
    await screen.findByText('Kiln shed');
    expect(loggedOnly(studio, 'room.set').body).toMatchObject({
      name: 'Kiln shed',
      heatTransfer: 7,
      cycle: { meanCelsius: 27.5, meanHumidity: 0.35 },
    });
  });

  it.each([
    [/^Usual temperature/, '90'],
    [/^Usual humidity/, '0'],
    [/^Up and down by/, 'a lot'],
    [/^Warmest at/, '25'],
  ])('are not set with %s of %s: the field says so and keeps it', async (field, text) => {
    const studio = section('rooms');
    await press('Change Workroom');
    await type(field, text);
    await press('Set it');
    const input = await screen.findByLabelText<HTMLInputElement>(field);
    await expect.poll(() => input.getAttribute('aria-invalid')).toBe('true');
    expect(input.value).toBe(text);
    expect(studio.logged).toEqual([]);
  });
});

describe('the air of a room', () => {
  it('is typed as its instrument has it, in the units of whoever reads it', async () => {
    const studio = section('rooms');
    studio.answers['GET /api/rooms'] = () => ({
      [DEFAULT_ROOM]: { measured: null, read: { at: NOON - 3_600_000, celsius: 17.5, humidity: 0.62 } },
    });
    expect(await screen.findByText(/read 11:00: 17.5 °C, 62 %/)).toBeTruthy();
    await press('Type the air of Workroom now');
    await type(/^Temperature/, '21.5');
    await type(/^Humidity/, '480');
    await press('Log the air');
    expect(await complaint()).toContain('umidity');
    await type(/^Humidity/, '48');
    await press('Log the air');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]![0]).toMatchObject({
      kind: 'room.read',
      subject: DEFAULT_ROOM,
      body: { celsius: 21.5, humidity: 0.48 },
    });
  });
});

describe('clays', () => {
  it('take water of the whole, as bags have it, and keep it by dry clay', async () => {
    const studio = section('clays');
    await press('Add a clay');
    await type('Name', 'Brook stoneware');
    await type(/^Water from the bag/, '20');
    await type(/^Shrinking stops at/, '10');
    await type(/^Shrinkage, plastic to fired/, '11');
    await press('Set it');
    await screen.findByText('Brook stoneware');
    const { plasticX, criticalX, totalShrinkage } = loggedOnly(studio, 'clay.set').body;
    // X = W/(1 − W): 0.2/0.8 and 0.1/0.9
    expect(plasticX).toBeCloseTo(0.25, 12);
    expect(criticalX).toBeCloseTo(1 / 9, 12);
    expect(totalShrinkage).toBeCloseTo(0.11, 12);
  });

  it('cannot stop shrinking wetter than they come from the bag', async () => {
    const studio = section('clays');
    await press('Add a clay');
    await type('Name', 'Odd');
    await type(/^Shrinking stops at/, '40');
    await press('Set it');
    expect(await complaint()).not.toBe('');
    expect(studio.logged).toEqual([]);
  });
});

describe('makers', () => {
  it('are added with units of their own, and log on this tablet once chosen', async () => {
    const studio = section('makers');
    await press('Add a maker');
    await type('Name', 'Ola');
    await choose(/^Lengths/, 'inches');
    await choose(/^Decimal sign/, 'Comma');
    await type(/^Smallest step of the scale/, '0,01');
    await press('Set it');
    expect(await screen.findByText('in, g, ml, °C; decimal comma')).toBeTruthy();
    await press('Log as Ola');
    expect(await screen.findByText('logs on this tablet')).toBeTruthy();
    const { subject, body } = loggedOnly(studio, 'maker.set');
    expect(body.units).toMatchObject({ length: 'in', decimal: ',' });
    expect(body.scaleStepKg).toBeCloseTo(1e-5, 12);
    expect(currentMaker()).toBe(subject);
  });

  it('need a name', async () => {
    const studio = section('makers');
    await press('Add a maker');
    await press('Set it');
    expect(await complaint()).toMatch(/name/i);
    expect(studio.logged).toEqual([]);
  });
});

describe('working hours', () => {
  it('are written as a maker writes them', async () => {
    const studio = section('hours');
    await type('Monday', '9-12.30, 14:00–18');
    await type('Saturday', '');
    await press('Set the hours');
    await expect.poll(() => studio.logged.length).toBe(1);
    const { hours } = loggedOnly(studio, 'studio.set').body;
    expect(hours.filter(({ weekday }) => weekday === 1)).toEqual([
      { weekday: 1, fromMinute: 540, toMinute: 750 },
      { weekday: 1, fromMinute: 840, toMinute: 1080 },
    ]);
    expect(hours.some(({ weekday }) => weekday === 6)).toBe(false);
  });

  it.each(['nine to five', '9:75–12', '9–12–15'])('names the day where “%s” cannot be read', async (text) => {
    const studio = section('hours');
    await type('Wednesday', text);
    await press('Set the hours');
    expect(await complaint()).toMatch(/^Wednesday: write hours like/);
    expect(screen.getByLabelText<HTMLInputElement>('Wednesday').value).toBe(text);
    expect(studio.logged).toEqual([]);
  });

  it('takes an evening that ends after midnight, and refuses spells that overlap', async () => {
    const studio = section('hours');
    await type('Friday', '9:00–12:00, 19:00–1:30');
    await type('Saturday', '1:00–4:00');
    await press('Set the hours');
    expect(await complaint()).toMatch(/^Friday: one spell begins before another has ended/);
    await type('Saturday', '2:00–4:00');
    await press('Set the hours');
    await expect.poll(() => studio.logged.length).toBe(1);
    const { hours } = loggedOnly(studio, 'studio.set').body;
    expect(hours).toContainEqual({ weekday: 5, fromMinute: 19 * 60, toMinute: 25 * 60 + 30 });
  });

  it('names the night where it cannot be read', async () => {
    section('hours');
    await type('Night begins', 'late');
    await press('Set the hours');
    expect(await complaint()).toMatch(/^Night: write times/);
  });
});

describe('sensors and scale', () => {
  const set: EntryBodies['sensor.set'] = {
    url: 'mqtt://192.168.0.5:1883',
    topic: 'yard/air',
    celsiusPath: 'values.0.t',
    humidityPath: 'values.0.h',
    on: true,
  };
  const answering = (change: Partial<SensorsAnswer>) => {
    const studio = section('sensors');
    studio.answers['GET /api/sensors'] = () => ({
      rooms: [],
      scale: null,
      set: { rooms: {}, scale: null },
      ...change,
    });
    return studio;
  };

  it('show what was heard and what was not taken, with the reason', async () => {
    answering({
      rooms: [
        {
          roomId: 'room-default',
          connected: true,
          lastAt: NOON - 5 * MINUTE,
          last: { celsius: 18.4, humidity: 0.61 },
          refused: { count: 3, last: 'a humidity of 140 % cannot be' },
        },
      ],
      scale: { massKg: 0.4321, at: NOON - MINUTE },
    });
    expect((await screen.findByText(/3 messages not taken/)).textContent).toMatch(
      /18.4 °C and 61 %, 11:55; .* humidity of 140 %/,
    );
    expect(screen.getByText(/432.1 g, 11:59/)).toBeTruthy();
  });

  it('open with how they were set, off ones too, and can be set anew', async () => {
    const studio = answering({ set: { rooms: { 'room-default': { ...set, on: false } }, scale: null } });
    await screen.findByText(/its sensor is off/);
    await press('Set the sensor of Workroom');
    expect(screen.getByLabelText<HTMLInputElement>('Topic').value).toBe('yard/air');
    expect(screen.getByLabelText<HTMLInputElement>('Temperature at').value).toBe('values.0.t');
    fireEvent.click(screen.getByRole('switch', { name: 'Listen to it' }));
    await press('Set it');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'sensor.set')).toMatchObject({ subject: 'room-default', body: set });
  });

  it.each([
    ['Broker', 'http://192.168.0.5', /mqtt:\/\//],
    ['Topic', 'yard/#', /without \+ or #/],
    ['Temperature at', '', /path|needed/i],
  ])('say what is wrong with %s “%s”', async (field, text, words) => {
    const studio = answering({});
    await press('Set the sensor of Workroom');
    await type(field, text);
    await press('Set it');
    expect(await complaint()).toMatch(words);
    expect(studio.logged).toEqual([]);
  });

  it('set the scale by its topic and the path of its mass', async () => {
    const studio = answering({});
    await press('Set the bench scale');
    await type('Mass at', 'net');
    await press('Set it');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'scale.set').body).toEqual({
      url: 'mqtt://127.0.0.1:1883',
      topic: 'workshop/scale',
      massPath: 'net',
      on: true,
    });
  });
});

describe('readings from a file', () => {
  const preview = (change: Partial<ReadingsPreview>): ReadingsPreview => ({
    encoding: 'UTF-8',
    delimiter: ',',
    headers: ['When', 'T', 'RH'],
    columns: { time: 0, celsius: 1, humidity: 2 },
    questions: [],
    goodRows: 40,
    badRows: [],
    badCount: 0,
    sample: [{ at: NOON - 60 * MINUTE, celsius: 19.5, humidity: 0.55 }],
    from: NOON - 600 * MINUTE,
    to: NOON,
    notes: [],
    ...change,
  });
  const sum = 'a'.repeat(64);
  const choosing = async (...previews: ReadingsPreview[]) => {
    const studio = section('rooms');
    const asked: unknown[] = [];
    studio.answers['POST /api/files'] = () => ({ file: sum, bytes: 100 });
    studio.answers['POST /api/readings/preview'] = (body) => {
      asked.push((body as { answers: unknown }).answers);
      return previews[Math.min(asked.length, previews.length) - 1];
    };
    await press('Take readings for Workroom');
    await give(/Choose a file/, 'logger.csv');
    return { studio, asked };
  };

  it('asks what the file does not say, and is taken when agreed', async () => {
    const question = {
      ask: 'dayFirst' as const,
      text: 'Is 03/04 the third of April or the fourth of March?',
      options: [
        { label: 'Third of April', answer: true },
        { label: 'Fourth of March', answer: false },
      ],
    };
    const { studio, asked } = await choosing(preview({ questions: [question] }), preview({}));
    await press('Fourth of March');
    await expect
      .poll(() => screen.getByRole<HTMLButtonElement>('button', { name: 'Take these readings' }).disabled)
      .toBe(false);
    expect(asked[1]).toMatchObject({ zone: 'Etc/UTC', dayFirst: false });
    await press('Take these readings');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'readings.taken')).toMatchObject({
      subject: 'room-default',
      body: { file: sum, fileName: 'logger.csv', skipBad: false, answers: { dayFirst: false } },
    });
  });

  it('names rows that cannot be read, and takes the rest only when told to', async () => {
    const { studio } = await choosing(
      preview({ badCount: 7, badRows: [{ line: 12, message: '“wet” is no humidity' }] }),
    );
    expect(await complaint()).toMatch(/7 rows cannot be read:line 12: “wet” is no humidity/);
    const take = screen.getByRole<HTMLButtonElement>('button', { name: 'Take these readings' });
    expect(take.disabled).toBe(true);
    fireEvent.click(screen.getByRole('switch', { name: /without them/ }));
    fireEvent.click(take);
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'readings.taken').body.skipBad).toBe(true);
  });
});
