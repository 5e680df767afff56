import Papa from 'papaparse';

/** What stands in a field of a table. */
export type Cell = string | number | boolean | null;

/** Signs that make a spreadsheet work something out, wide ones and those behind blanks, too. */
const FORMULA = /^[\s\p{Cc}\u200b\ufeff]*[=+\-@|%\uff1d\uff0b\uff0d\uff20\u2212]/u;

/**
 * Writes a table as CSV: commas, quotes where they are needed, lines ended as spreadsheets want them, a mark
 * in front that says it is UTF-8. Text that would be taken for a formula is written as text.
 *
 * @example
 * writeTable(['name', 'bpm'], [['=1+1', -3]]) // '\ufeffname,bpm\r\n\'=1+1,-3'
 */
export function writeTable(head: readonly string[], rows: readonly (readonly Cell[])[]): string {
  const data = rows.map((row) => row.map(harmless));
  return `\ufeff${Papa.unparse({ fields: [...head], data }, { newline: '\r\n' })}`;
}

/** Text that a spreadsheet would run is written so that it only shows it. */
function harmless(cell: Cell): Cell {
  return typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : cell;
}
