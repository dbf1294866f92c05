import Papa from 'papaparse';

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
export function tableOf(text: string): Table {
  const parsed = Papa.parse<string[]>(text, {
    delimitersToGuess: [',', ';', '\t', '|'],
    skipEmptyLines: false,
  });
  const lines = parsed.data.map((cells, i) => ({ line: i + 1, cells: cells.map((cell) => cell.trim()) }));
  const filled = lines.filter(({ cells }) => cells.some((cell) => cell !== ''));
  const header = headerIndex(filled.slice(0, 40).map(({ cells }) => cells));
  const headers = filled[header]?.cells ?? [];
  return joinDateAndTime({ delimiter: parsed.meta.delimiter, headers, rows: filled.slice(header + 1) });
}

/** The header: among the first lines, the one with most words that name a reading; else the first. */
function headerIndex(lines: string[][]): number {
  const scores = lines.map((cells) =>
    cells.length < 2 ? 0 : cells.filter((cell) => named.test(cell) && !/^\d/.test(cell)).length,
  );
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
