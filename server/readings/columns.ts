import type { ReadingsAnswers } from '../../core/log/entry.ts';
import { readNumber } from '../../core/units/quantity.ts';
import type { Table } from './table.ts';

export type Columns = NonNullable<ReadingsAnswers['columns']>;

const names: Record<keyof Columns, RegExp> = {
  time: /date|time|zeit|datum|heure|fecha|stamp|logged/i,
  humidity: /humid|feuch|(^|[^a-z])r\.?h|%\s*$|hum(\.|$|\s)|luftf|hygro/i,
  celsius: /temp|°\s*[cf]|(^|[^a-z])deg|celsius|fahrenheit|^t(\s|$|\[|\()/i,
};

/** Columns that say which reading they are by their header; null where that cannot be told. */
export function recognised(table: Table): Columns | null {
  const taken = new Set<number>();
  const find = (pattern: RegExp, fits: (cell: string) => boolean) => {
    const at = table.headers.findIndex(
      (header, i) =>
        !taken.has(i) && pattern.test(header) && !/dew|taupunkt/i.test(header) && mostly(table, i, fits),
    );
    if (at >= 0) taken.add(at);
    return at;
  };
  const time = find(names.time, (cell) => /\d/.test(cell) && /[-/.:T]|\d{9,}/.test(cell));
  const humidity = find(names.humidity, (cell) => numberIn(cell) !== null);
  const celsius = find(names.celsius, (cell) => numberIn(cell) !== null);
  return time < 0 || humidity < 0 || celsius < 0 ? null : { time, celsius, humidity };
}

function mostly(table: Table, column: number, fits: (cell: string) => boolean): boolean {
  const sample = table.rows.slice(0, 50).map(({ cells }) => cells[column] ?? '');
  return sample.filter(fits).length > sample.length / 2;
}

/** A number that may carry its unit, like `20,5 °C` or `48 %`. */
export function numberIn(cell: string): number | null {
  return readNumber(cell.replace(/\s*(°?\s*[CF]|%\s*(rh)?|RH)\s*$/i, ''));
}

/** Whether a header or its cells say Fahrenheit, say Celsius, or leave it open. */
export function saysFahrenheit(table: Table, column: number): boolean | null {
  const texts = [
    table.headers[column] ?? '',
    ...table.rows.slice(0, 5).map(({ cells }) => cells[column] ?? ''),
  ];
  if (texts.some((text) => /°\s*F|fahrenheit|\(F\)|\[F\]|_f$|deg\s*F/i.test(text))) return true;
  if (texts.some((text) => /°\s*C|celsius|\(C\)|\[C\]|_c$|deg\s*C/i.test(text))) return false;
  return null;
}
