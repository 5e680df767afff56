import Papa from 'papaparse';

/** A column that is looked for: its name here, and words it goes by elsewhere. */
export interface TableField<Name extends string = string> {
  readonly name: Name;
  readonly words: readonly string[];
}

/** Which column a field stands in, by its number from 0; null for none. */
export type TableColumns<Name extends string = string> = Readonly<Record<Name, number | null>>;

/** A table that was read: its head, its rows, and how it was read. */
export interface FoundTable {
  readonly ok: true;
  /** What its columns are called; "column 1" and so on where the first row is no head. */
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly encoding: string;
  readonly separator: string;
}

export type ReadTable = FoundTable | { readonly ok: false; readonly why: string };

const LARGEST = 5_000_000;
const MOST_ROWS = 5000;
const MOST_COLUMNS = 100;
const SEPARATORS = [',', ';', '\t', '|'];
/** A mark our own tables put before what a spreadsheet would run. */
const MADE_HARMLESS = /^'(?=[\s\p{Cc}\u200b\ufeff]*[=+\-@|%\uff1d\uff0b\uff0d\uff20\u2212])/u;

/**
 * Reads a table of text: any usual separator, UTF-8, UTF-16 or the Windows coding of the West; the first row is
 * its head where it has a word that is looked for. Refused: nothing, what is no text, more than 5,000 rows.
 *
 * @example
 * const fields = [{ name: 'name', words: ['name'] }];
 * const table = readTable(new TextEncoder().encode('Name;Age\nBram;12'), fields);
 * table.ok && table.rows // [['Bram', '12']]
 */
export function readTable(bytes: Uint8Array, fields: readonly TableField[]): ReadTable {
  if (bytes.length > LARGEST) return { ok: false, why: 'The table is larger than 5 MB.' };
  const [whole, encoding] = decoded(bytes);
  if (whole.includes('\0'))
    return { ok: false, why: 'This is no table of text. Save it as CSV, and choose that.' };
  const [text, hinted] = withoutHint(whole);
  const { data, meta } = Papa.parse<string[]>(text, {
    delimiter: hinted,
    delimitersToGuess: SEPARATORS,
    skipEmptyLines: 'greedy',
  });
  const rows = data.map((row) => row.map((cell) => cell.trim().replace(MADE_HARMLESS, '')));
  const width = Math.max(0, ...rows.map((row) => row.length));
  const [first, ...others] = rows;
  if (!first) return { ok: false, why: 'There is nothing in this table.' };
  if (rows.length > MOST_ROWS || width > MOST_COLUMNS)
    return {
      ok: false,
      why: `The table has more than ${MOST_ROWS} rows or ${MOST_COLUMNS} columns.`,
    };
  const hasHead = isHead(first, fields);
  const numbered = Array.from({ length: width }, (_, at) => `column ${at + 1}`);
  return {
    ok: true,
    head: hasHead
      ? numbered.map((name, at) => (first[at] === '' ? name : (first[at] ?? name)))
      : numbered,
    rows: hasHead ? others : rows,
    encoding,
    separator: meta.delimiter,
  };
}

/**
 * Finds which column each field stands in: by a word it goes by, else by one that has such a word in it; no
 * column stands for two fields.
 *
 * @example
 * columnsOf(['Student name'], [{ name: 'name', words: ['name'] }]) // { name: 0 }
 */
export function columnsOf<Name extends string>(
  head: readonly string[],
  fields: readonly TableField<Name>[],
): TableColumns<Name> {
  const names = head.map(plain);
  const taken = new Set<number>();
  const found = new Map<Name, number>();
  const take = (isIt: (name: string, word: string) => boolean): void => {
    for (const { name, words } of fields.filter((one) => !found.has(one.name))) {
      const at = names.findIndex(
        (column, place) => !taken.has(place) && words.some((word) => isIt(column, plain(word))),
      );
      if (at < 0) continue;
      found.set(name, at);
      taken.add(at);
    }
  };
  take((column, word) => column === word);
  take((column, word) => word.length > 2 && column.includes(word));
  return Object.fromEntries(
    fields.map(({ name }) => [name, found.get(name) ?? null]),
  ) as TableColumns<Name>;
}

/** What stands in a field of a row; empty where no column is its. */
export function cellOf(row: readonly string[], column: number | null): string {
  return column === null ? '' : (row[column] ?? '');
}

function decoded(bytes: Uint8Array): readonly [text: string, encoding: string] {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe)
    return [new TextDecoder('utf-16le').decode(bytes), 'UTF-16'];
  if (first === 0xfe && second === 0xff)
    return [new TextDecoder('utf-16be').decode(bytes), 'UTF-16'];
  try {
    return [new TextDecoder('utf-8', { fatal: true }).decode(bytes), 'UTF-8'];
  } catch {
    return [new TextDecoder('windows-1252').decode(bytes), 'Windows Western'];
  }
}

/** A word as it is compared: letters and digits, small, without accents. */
function plain(word: string): string {
  return word
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{Letter}\p{Number}]/gu, '');
}

/** Some programs say in a first line which separator follows. */
function withoutHint(text: string): readonly [text: string, separator: string] {
  const hint = /^sep=(.)\r?\n/i.exec(text);
  return hint ? [text.slice(hint[0].length), hint[1] ?? ''] : [text, ''];
}

function isHead(row: readonly string[], fields: readonly TableField[]): boolean {
  const words = new Set(fields.flatMap((one) => one.words.map(plain)));
  return row.some((cell) => words.has(plain(cell)));
}
