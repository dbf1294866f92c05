import type { ReadingsPreview, ReadingsQuestion } from '../../api/index.ts';
import type { AirReading } from '../../core/drying/series.ts';
import type { ReadingsAnswers } from '../../core/log/entry.ts';
import { fromUnit, metricUnits, type Instant } from '../../core/units/quantity.ts';
import { ok, refused, type Result } from '../../core/units/problem.ts';
import { numberIn, recognised, saysFahrenheit, type Columns } from './columns.ts';
import { decodeText } from './decode.ts';
import { daysFirst, leavesOrderOpen, momentReader } from './moments.ts';
import { tableOf, type Table } from './table.ts';

export interface ReadFile {
  preview: ReadingsPreview;
  readings: AirReading[];
}

const BAD_SHOWN = 50;
const SAMPLE = 12;

/**
 * Reads a data logger's file. What it does not say is asked in `preview.questions`; until those are answered
 * there are no readings. Bad rows are named, the good ones kept.
 */
export function readReadings(bytes: Buffer, answers: ReadingsAnswers): Result<ReadFile> {
  const decoded = decodeText(bytes);
  if (!decoded.ok) return decoded;
  const tabled = tableOf(decoded.value.text);
  if (!tabled.ok) return tabled;
  const table = tabled.value;
  if (table.rows.length === 0 || table.headers.length < 2) {
    return refused(
      'no-table',
      'file',
      'There is no table of readings in this file: it needs a line of column names, then time, temperature and humidity.',
    );
  }
  const columns = answers.columns ?? recognised(table);
  if (columns && Math.max(...Object.values(columns)) >= table.headers.length) {
    return refused(
      'no-such-column',
      'answers.columns',
      'The file has fewer columns than that: choose the columns again.',
    );
  }
  const { questions, dayFirst, fahrenheit } = openQuestions(table, columns, answers);
  const rows =
    columns && questions.length === 0
      ? readRows(table, columns, { zone: answers.zone, dayFirst, fahrenheit })
      : { readings: [], bad: [], notes: [] };
  const times = rows.readings.map((reading) => reading.at);
  return ok({
    readings: rows.readings,
    preview: {
      encoding: decoded.value.encoding,
      delimiter: table.delimiter,
      headers: table.headers,
      columns,
      questions,
      goodRows: rows.readings.length,
      badRows: rows.bad.slice(0, BAD_SHOWN),
      badCount: rows.bad.length,
      sample: evenly(rows.readings, SAMPLE),
      from: extreme(times, Math.min),
      to: extreme(times, Math.max),
      notes: rows.notes,
    },
  });
}

function openQuestions(table: Table, columns: Columns | null, answers: ReadingsAnswers) {
  const questions: ReadingsQuestion[] = [];
  if (!columns) {
    questions.push({
      ask: 'columns',
      text: 'Which columns hold the time, the temperature and the humidity?',
      options: table.headers.map((label, answer) => ({ label, answer })),
    });
    return { questions, dayFirst: true, fahrenheit: false };
  }
  const times = table.rows.map(({ cells }) => cells[columns.time] ?? '');
  const dayFirst = answers.dayFirst ?? daysFirst(times);
  if (dayFirst === null && leavesOrderOpen(times)) {
    const example = times.find((text) => /\d/.test(text)) ?? '';
    questions.push({
      ask: 'dayFirst',
      text: `“${example}”: which comes first?`,
      options: [
        { label: 'The day', answer: true },
        { label: 'The month', answer: false },
      ],
    });
  }
  const fahrenheit =
    answers.fahrenheit ??
    saysFahrenheit(table, columns.celsius) ??
    (hotterThanRooms(table, columns.celsius) ? null : false);
  if (fahrenheit === null) {
    questions.push({
      ask: 'fahrenheit',
      text: 'The temperatures look high and name no unit. Which is it?',
      options: [
        { label: '°F', answer: true },
        { label: '°C', answer: false },
      ],
    });
  }
  return { questions, dayFirst: dayFirst ?? true, fahrenheit: fahrenheit ?? false };
}

function hotterThanRooms(table: Table, column: number): boolean {
  const values = table.rows.flatMap(({ cells }) => numberIn(cells[column] ?? '') ?? []).sort((a, b) => a - b);
  return (values[values.length >> 1] ?? 0) > 42;
}

function readRows(
  table: Table,
  columns: Columns,
  how: { zone: string; dayFirst: boolean; fahrenheit: boolean },
) {
  const moment = momentReader(how.zone, how.dayFirst);
  const asFraction = humidityIsFraction(table, columns.humidity);
  const readings: AirReading[] = [];
  const bad: { line: number; message: string }[] = [];
  for (const { line, cells } of table.rows) {
    const row = readRow(cells, columns, { moment, asFraction, fahrenheit: how.fahrenheit });
    if ('wrong' in row) bad.push({ line, message: row.wrong });
    else readings.push(row);
  }
  return { readings, bad, notes: asFraction ? ['Humidity is written as a share of 1, not in percent.'] : [] };
}

function readRow(
  cells: string[],
  columns: Columns,
  how: {
    moment: (text: string) => { at: Instant } | { wrong: string };
    asFraction: boolean;
    fahrenheit: boolean;
  },
): AirReading | { wrong: string } {
  const when = how.moment(cells[columns.time] ?? '');
  if ('wrong' in when) return when;
  const temperature = numberIn(cells[columns.celsius] ?? '');
  if (temperature === null)
    return { wrong: `temperature “${(cells[columns.celsius] ?? '').slice(0, 20)}” is not a number` };
  const percent = numberIn(cells[columns.humidity] ?? '');
  if (percent === null)
    return { wrong: `humidity “${(cells[columns.humidity] ?? '').slice(0, 20)}” is not a number` };
  const celsius = how.fahrenheit
    ? fromUnit('temperature', temperature, { ...metricUnits, temperature: 'F' })
    : temperature;
  const humidity = how.asFraction ? percent : percent / 100;
  if (celsius < -20 || celsius > 60) return { wrong: `${temperature} ° is no room’s temperature` };
  if (humidity <= 0 || humidity > 1)
    return { wrong: `humidity ${percent}${how.asFraction ? '' : ' %'} is not possible` };
  return { at: when.at, celsius, humidity: Math.min(0.99, Math.max(0.02, humidity)) };
}

function humidityIsFraction(table: Table, column: number): boolean {
  const values = table.rows.slice(0, 500).flatMap(({ cells }) => numberIn(cells[column] ?? '') ?? []);
  return values.length > 0 && values.every((value) => value <= 1) && values.some((value) => value > 0);
}

function evenly<T>(rows: T[], count: number): T[] {
  const step = Math.max(1, rows.length / count);
  return Array.from({ length: Math.min(count, rows.length) }, (_, i) => rows[Math.floor(i * step)]!);
}

function extreme(times: Instant[], pick: (a: number, b: number) => number): Instant | null {
  return times.length === 0 ? null : times.reduce((a, b) => pick(a, b));
}
