import Papa from 'papaparse';

/** Text that a spreadsheet would take for a formula, or that was defused already. */
const FORMULA = /^'*[=+\-@\t\r]/;
const DEFUSED = /^'+[=+\-@\t\r]/;

/** Rows without a header, formulas defused. */
export const csvRows = (rows: (string | number | null)[][]): string =>
  `${Papa.unparse(rows, { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`;

/** Rows as CSV (RFC 4180). Text that would start a formula is defused with an apostrophe. */
export function toCsv(headers: string[], rows: (string | number | null)[][]): string {
  return Papa.unparse({ fields: headers, data: rows }, { newline: '\r\n', escapeFormulae: FORMULA }) + '\r\n';
}

export interface CsvRow {
  /** Line of the file, the header being line 1 (rows that hold line breaks count as one). */
  line: number;
  cells: Record<string, string>;
}

/** Rows of a CSV with a header, any usual delimiter; what was defused is restored. */
export function fromCsv(text: string): { headers: string[]; rows: CsvRow[] } {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const [first = [], ...rest] = data;
  const headers = first.map((header) => header.trim().toLowerCase());
  return {
    headers,
    rows: rest.map((row, i) => ({
      line: i + 2,
      cells: Object.fromEntries(headers.map((header, c) => [header, restored((row[c] ?? '').trim())])),
    })),
  };
}

const restored = (cell: string): string => (DEFUSED.test(cell) ? cell.slice(1) : cell);
