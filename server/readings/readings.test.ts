import { describe, expect, it } from 'vitest';
import iconv from 'iconv-lite';
import { meansOver } from '../../core/drying/series.ts';
import type { ReadingsAnswers } from '../../core/log/entry.ts';
import { readReadings } from './read.ts';

const answers: ReadingsAnswers = { zone: 'Etc/UTC', dayFirst: null, columns: null, fahrenheit: null };
const read = (text: string | Buffer, more: Partial<ReadingsAnswers> = {}) => {
  const outcome = readReadings(Buffer.from(text as string), { ...answers, ...more });
  if (!outcome.ok) throw new Error(outcome.problem.message);
  return outcome.value;
};
const iso = (at: number) => new Date(at).toISOString();

describe('a logger’s file', () => {
  it('is read with commas, points and ISO times', () => {
    const { readings } = read(
      'Timestamp,Temp (°C),RH (%)\n2026-03-08 10:00,20.5,48\n2026-03-08 10:05,20.6,47\n',
    );
    expect(readings).toHaveLength(2);
    expect(readings[0]).toEqual({ at: Date.parse('2026-03-08T10:00Z'), celsius: 20.5, humidity: 0.48 });
  });

  it('is read with semicolons, decimal commas, days first, and lines before its header', () => {
    const { readings, preview } = read(
      'Logger 7\nSerial;12\n\nDatum;Temperatur;Feuchte\n08.03.2026 10:00;20,5 °C;48,0 %\n',
    );
    expect(preview.delimiter).toBe(';');
    expect(readings[0]).toMatchObject({ celsius: 20.5, humidity: 0.48 });
  });

  it.each([
    [
      'utf-16le',
      Buffer.concat([
        Buffer.from([0xff, 0xfe]),
        iconv.encode('Time\tTemp °C\tHumidity %\n2026-03-08 10:00\t20\t50\n', 'utf-16le'),
      ]),
    ],
    ['utf-16le', iconv.encode('Time\tTemp °C\tHumidity %\n2026-03-08 10:00\t20\t50\n', 'utf-16le')],
    ['utf-8', Buffer.from('\ufeffTime,Temp °C,Humidity %\n2026-03-08 10:00,20,50\n')],
  ])('is read in %s', (encoding, bytes) => {
    const { preview, readings } = read(bytes);
    expect(preview.encoding).toBe(encoding);
    expect(readings).toHaveLength(1);
  });

  it('is read in Windows-1252', () => {
    const { preview, readings } = read(
      iconv.encode('Time,Temp °C,Humidity %\n2026-03-08 10:00,20,50\n', 'windows-1252'),
    );
    expect(preview.encoding).toMatch(/1252|8859/i);
    expect(readings[0]!.celsius).toBe(20);
  });

  it('has its date and time joined where they stand apart, and its dew point left alone', () => {
    const { readings } = read('Date,Time,Dew point °C,Temperature °C,Humidity %\n2026-03-08,10:00,9,20,50\n');
    expect(readings[0]).toMatchObject({ at: Date.parse('2026-03-08T10:00Z'), celsius: 20 });
  });

  it('asks which is the day when its dates leave it open, and not when they tell', () => {
    const open = 'Time,Temp C,RH\n03/04/2026 10:00,20,50\n03/05/2026 10:00,20,50\n';
    expect(read(open).preview.questions.map((q) => q.ask)).toEqual(['dayFirst']);
    expect(read(open).readings).toHaveLength(0);
    expect(iso(read(open, { dayFirst: true }).readings[0]!.at)).toBe('2026-04-03T10:00:00.000Z');
    expect(iso(read(open, { dayFirst: false }).readings[0]!.at)).toBe('2026-03-04T10:00:00.000Z');
    expect(iso(read('Time,Temp C,RH\n03/14/2026 2:00 PM,20,50\n').readings[0]!.at)).toBe(
      '2026-03-14T14:00:00.000Z',
    );
  });

  it('asks for the unit of hot temperatures that name none, and turns Fahrenheit', () => {
    const hot = 'Time,Temp,RH\n2026-03-08 10:00,68,50\n';
    expect(read(hot).preview.questions.map((q) => q.ask)).toEqual(['fahrenheit']);
    expect(read(hot, { fahrenheit: true }).readings[0]!.celsius).toBeCloseTo(20, 9);
    expect(read('Time,Temp °F,RH\n2026-03-08 10:00,68,50\n').readings[0]!.celsius).toBeCloseTo(20, 9);
  });

  it('tells the doubled hour apart by the order of its rows, and names a skipped one', () => {
    // IANA tz database, zone CET: back on 25 October 2026 03:00, forward on 29 March 2026 02:00
    const back =
      'Time,Temp C,RH\n2026-10-25 01:30,20,50\n2026-10-25 02:30,20,50\n2026-10-25 02:30,20,50\n2026-10-25 03:30,20,50\n';
    const hours = read(back, { zone: 'CET' }).readings.map((r) => iso(r.at).slice(11, 16));
    expect(hours).toEqual(['23:30', '00:30', '01:30', '02:30']);
    const skipped = read('Time,Temp C,RH\n2026-03-29 02:30,20,50\n', { zone: 'CET' });
    expect(skipped.preview.badRows[0]).toMatchObject({
      line: 2,
      message: expect.stringContaining('clocks') as string,
    });
  });

  it('names each bad row and keeps the good ones', () => {
    const { preview, readings } = read(
      'Time,Temp C,RH\n2026-03-08 10:00,20,140\n2026-03-08 10:05,warm,50\n2026-02-30 10:10,20,50\n2026-03-08 10:15,20,0\n2026-03-08 10:20,20,50\n',
    );
    expect(readings).toHaveLength(1);
    expect(preview.badRows.map((row) => row.line)).toEqual([2, 3, 4, 5]);
  });

  it('asks for its columns when it does not name them', () => {
    const nameless = 'a,b,c\n2026-03-08 10:00,20,50\n';
    expect(read(nameless).preview.questions.map((q) => q.ask)).toEqual(['columns']);
    expect(read(nameless, { columns: { time: 0, celsius: 1, humidity: 2 } }).readings).toHaveLength(1);
  });

  it.each([
    ['a workbook', Buffer.from('PK\u0003\u0004rest'), 'save the sheet as CSV'],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 1, 2]), 'picture'],
    ['nothing', Buffer.alloc(0), 'empty'],
    ['a letter', Buffer.from('Dear all,'), 'no table'],
  ])('is refused when it is %s', (_name, bytes, words) => {
    const outcome = readReadings(bytes, answers);
    expect(outcome.ok ? '' : outcome.problem.message).toContain(words);
  });

  it('becomes means over five minutes', () => {
    const series = meansOver(
      [
        { at: 0, celsius: 20, humidity: 0.4 },
        { at: 60_000, celsius: 22, humidity: 0.6 },
        { at: 600_000, celsius: 10, humidity: 0.5 },
      ],
      300_000,
    );
    expect(series).toEqual({ at: [150_000, 750_000], celsius: [21, 10], humidity: [0.5, 0.5] });
  });
});
