import Papa from 'papaparse';
import { ok, refused, type Result } from '../../core/units/problem.ts';

/** Three years of readings every three minutes. */
const MOST_ROWS = 600_000;
const MOST_CELLS = 200;

export interface Table {
  delimiter: string;
  headers: string[];
  rows: { line: number; cells: string[] }[];
}

const looksLikeTime = (header: string) => /^(time|zeit|heure|hora|uhrzeit|tijd)\b/i.test(header.trim());
const looksLikeDate = (header: string) => /^(date|datum|fecha|data)$/i.test(header.trim());
const named = /time|date|zeit|datum|temp|humid|feuch|rh|°c|°f/i;

/**
 * The table in a text: its delimiter guessed, lines before the header left out, a date and a time column that
 * stand apart joined into one.
 */
export function tableOf(text: string): Result<Table> {
  const delimiter = delimiterOf(text);
  const filled: Table['rows'] = [];
  let line = 0;
  let refusal: Result<never> | null = null;
  Papa.parse<string[]>(text, {
    delimiter,
    skipEmptyLines: false,
    step: ({ data }, parser) => {
      line += 1;
      if (data.length > MOST_CELLS || filled.length >= MOST_ROWS) {
        refusal =
          data.length > MOST_CELLS
            ? refused(
                'too-wide',
                'file',
                `Line ${line} has more than ${MOST_CELLS} columns: this is no table of readings.`,
              )
            : refused(
                'too-many-rows',
                'file',
                `The file has more than ${MOST_ROWS} rows: export a shorter time from the logger, and take it in parts. Nothing was kept of it.`,
              );
        parser.abort();
      } else if (data.some((cell) => cell.trim() !== ''))
        filled.push({ line, cells: data.map((cell) => cell.trim()) });
    },
  });
  if (refusal) return refusal;
  const header = headerIndex(filled.slice(0, 40).map(({ cells }) => cells));
  const headers = filled[header]?.cells ?? [];
  return ok(joinDateAndTime({ delimiter, headers, rows: filled.slice(header + 1) }));
}

/** How many cells of a line name a reading; nothing for a line of one cell, or of figures. */
const namesIn = (cells: string[]): number =>
  cells.length < 2 ? 0 : cells.filter((cell) => named.test(cell) && !/^\d/.test(cell)).length;

/** The delimiter under which some line near the top names most readings; where none does, the likeliest by its rows. */
function delimiterOf(text: string): string {
  const head = text.split(/\r?\n/, 60).join('\n');
  const scores = [',', ';', '\t', '|'].map((delimiter) => {
    const rows = Papa.parse<string[]>(head, { delimiter }).data;
    return { delimiter, names: Math.max(...rows.map(namesIn)) };
  });
  const best = scores.reduce((a, b) => (b.names > a.names ? b : a));
  return best.names > 0
    ? best.delimiter
    : Papa.parse<string[]>(head, { delimitersToGuess: [',', ';', '\t', '|'] }).meta.delimiter;
}

/** The header: among the first lines, the one with most words that name a reading; else the first. */
function headerIndex(lines: string[][]): number {
  const scores = lines.map(namesIn);
  const best = Math.max(0, ...scores);
  return best === 0 ? 0 : scores.indexOf(best);
}

function joinDateAndTime(table: Table): Table {
  const date = table.headers.findIndex(looksLikeDate);
  const time = table.headers.findIndex((header, i) => i !== date && looksLikeTime(header));
  if (
    date < 0 ||
    time < 0 ||
    !table.rows.slice(0, 5).every(({ cells }) => /^\d{1,2}[:.]\d{2}/.test(cells[time] ?? ''))
  )
    return table;
  const join = (cells: string[]) => [
    `${cells[date] ?? ''} ${cells[time] ?? ''}`.trim(),
    ...cells.filter((_c, i) => i !== date && i !== time),
  ];
  return {
    ...table,
    headers: join(table.headers),
    rows: table.rows.map(({ line, cells }) => ({ line, cells: join(cells) })),
  };
}
