import {
  measurementFile,
  measurementRow,
  type MeasurementFile,
  type MeasurementRow,
} from '../../api/formats.ts';
import { bodies } from '../../api/entry.ts';
import type { SlipCatalogue } from '../../core/log/materials.ts';
import { entriesOf, type Entry } from '../../core/log/entry.ts';
import type { TubState } from '../../core/log/tub.ts';
import { measuredGravity } from '../../core/slip/density.ts';
import { readNumber } from '../../core/units/quantity.ts';
import { fromCsv, toCsv } from './csv.ts';
import { cleared, readJson, type ReadRow, type Reading } from './reading.ts';

const NUMBERS = [
  'sg',
  'mass_g',
  'tare_g',
  'volume_ml',
  'seconds',
  'rest_s',
  'temperature_c',
  'level_ml',
] as const;
const HEADERS = [
  'tub',
  'at',
  'sg',
  'mass_g',
  'tare_g',
  'volume_ml',
  'feel',
  'cup',
  'seconds',
  'rest_s',
  'temperature_c',
  'level_ml',
] as const;

/** Every measurement of the tubs given, a row for each timing of a cup. */
function rowsOf(
  tubs: { tub: TubState; entries: readonly Entry[] }[],
  { cups }: SlipCatalogue,
): MeasurementRow[] {
  return tubs.flatMap(({ tub, entries }) =>
    entriesOf(entries, 'tub.measured').flatMap(({ at, body }) => {
      const { sample, gravityRead, feel, celsius, levelM3 } = body;
      const gravity = sample ? measuredGravity(sample) : null;
      const timings = body.flow.length > 0 ? body.flow : [null];
      return timings.map((flow, i): MeasurementRow => ({
        tub: tub.made.name,
        at,
        sg: i > 0 ? null : gravity?.ok ? rounded(gravity.value, 4) : gravityRead,
        mass_g: i > 0 || !sample ? null : rounded(sample.massKg * 1e3, 4),
        tare_g: i > 0 || !sample ? null : rounded(sample.tareKg * 1e3, 4),
        volume_ml: i > 0 || !sample ? null : rounded(sample.volumeM3 * 1e6, 4),
        feel: i > 0 ? null : feel,
        cup: flow ? (cups[flow.cupId]?.name ?? flow.cupId) : null,
        seconds: flow?.seconds ?? null,
        rest_s: flow?.restS ?? null,
        temperature_c: i > 0 ? null : celsius,
        level_ml: i > 0 || levelM3 === null ? null : rounded(levelM3 * 1e6, 3),
      }));
    }),
  );
}

const rounded = (value: number, decimals: number): number => Number(value.toFixed(decimals));

export const measurementsJson = (
  tubs: { tub: TubState; entries: readonly Entry[] }[],
  catalogue: SlipCatalogue,
): MeasurementFile => ({ format: 'kosmema-measurements', version: 1, measurements: rowsOf(tubs, catalogue) });

export const measurementsCsv = (
  tubs: { tub: TubState; entries: readonly Entry[] }[],
  catalogue: SlipCatalogue,
): string =>
  toCsv(
    [...HEADERS],
    rowsOf(tubs, catalogue).map((row) => HEADERS.map((header) => row[header])),
  );

/** What a file of measurements holds, each row on its own. */
export function readMeasurements(text: string, catalogue: SlipCatalogue, tubs: TubState[]): Reading {
  const take = (row: MeasurementRow, line: number) => entryRow(row, line, catalogue, tubs);
  if (text.trimStart().startsWith('{'))
    return readJson(text, measurementFile, (file) => file.measurements.map((row, i) => take(row, i + 1)));
  const { headers, rows } = fromCsv(text);
  const missing = ['tub', 'at'].filter((header) => !headers.includes(header));
  if (missing.length > 0)
    return cleared(`The file lacks the columns ${missing.join(', ')}: its first line names them.`);
  return {
    rows: rows.map(({ line, cells }) => {
      const numbers: Record<string, number | null> = {};
      for (const column of NUMBERS) {
        const cell = cells[column] ?? '';
        const number = cell === '' ? null : readNumber(cell);
        if (cell !== '' && number === null) return { line, problem: `${column} “${cell}” is not a number` };
        numbers[column] = number;
      }
      const at =
        cells['at'] && !Number.isNaN(Date.parse(cells['at']))
          ? new Date(cells['at']).toISOString()
          : cells['at'];
      const parsed = measurementRow.safeParse({
        tub: cells['tub'],
        at,
        feel: cells['feel'] || null,
        cup: cells['cup'] || null,
        ...numbers,
      });
      return parsed.success
        ? take(parsed.data, line)
        : { line, problem: `${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}` };
    }),
  };
}

function entryRow(row: MeasurementRow, line: number, { cups }: SlipCatalogue, tubs: TubState[]): ReadRow {
  const tub = tubs.find((t) => t.made.name.toLowerCase() === row.tub.toLowerCase());
  if (!tub) return { line, problem: `there is no tub “${row.tub}” on this shelf: put it there first` };
  const cupId =
    row.cup && Object.entries(cups).find(([id, cup]) => id === row.cup || cup.name === row.cup)?.[0];
  if (row.seconds !== null && !cupId)
    return { line, problem: `the cup “${row.cup ?? ''}” is not known here: add it first` };
  const weighed = row.mass_g !== null && row.volume_ml !== null;
  const body = {
    sample: weighed
      ? { massKg: row.mass_g! / 1e3, tareKg: (row.tare_g ?? 0) / 1e3, volumeM3: row.volume_ml! / 1e6 }
      : null,
    gravityRead: weighed ? null : row.sg,
    flow: row.seconds === null ? [] : [{ cupId: cupId!, seconds: row.seconds, restS: row.rest_s ?? 0 }],
    feel: row.feel,
    celsius: row.temperature_c,
    levelM3: row.level_ml === null ? null : row.level_ml / 1e6,
  };
  const parsed = bodies['tub.measured'].safeParse(body);
  if (!parsed.success)
    return { line, problem: `${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}` };
  return {
    line,
    words: `${tub.made.name} at ${row.at}`,
    entry: { kind: 'tub.measured', subject: tub.id, at: row.at, body: parsed.data },
  };
}
