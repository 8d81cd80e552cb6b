import Papa from 'papaparse';

export type CsvCell = string | number | null;

/** Rows as CSV text. What a spreadsheet would run as a formula is quoted with an apostrophe; numbers are left alone. */
export const csvText = (rows: CsvCell[][]): string => (rows.length ? `${Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' })}\r\n` : '');

/** Rows of CSV text, whatever its delimiter, without what a spreadsheet put before it; empty lines are left out. */
export function csvRows(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  return data.map((row) => row.map((cell) => cell.trim().replace(/^'(?=[=+\-@])/, '')));
}
