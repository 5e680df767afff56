import { strToU8, zipSync } from 'fflate';
import { writeTable, type Cell } from '../table';
import {
  MANIFEST,
  rowsFile,
  type Archive,
  type ArchiveColumn,
  type ArchiveRow,
  type ArchiveTable,
  type Digest,
  type Manifest,
} from './archive';

/** Too large for a spreadsheet, or of no use in one. */
const NOT_IN_TABLES: readonly ArchiveColumn['kind'][] = ['document', 'secret'];

/** The forms of columns as a reader of another program is told them. */
const KINDS: Readonly<Record<ArchiveColumn['kind'], string>> = {
  id: 'text: a UUID; the same id is the same thing in every table',
  words: 'text',
  moment: 'text: ISO 8601 in UTC, to the millisecond',
  day: 'text: a day of the studio’s calendar, 2026-11-24',
  figure: 'number',
  'yes or no': 'true or false',
  data: 'a JSON value',
  document: 'a JSON value, left out of the table in csv/',
  secret: 'text of no use outside the studio, left out of the table in csv/',
};

/**
 * Packs an archive: ABOUT.txt in plain words, schema.json, each table as JSON and as CSV, and manifest.json
 * with the length and the SHA-256 of each.
 *
 * @example
 * const table = { name: 'songs', says: '', columns: [{ name: 'title', kind: 'words', says: '' }] } as const;
 * writeArchive(
 *   { form: 'f', exportedAt: '2026-11-24', about: '', tables: [table], rows: { songs: [{ title: 'Lock' }] } },
 *   () => '00',
 * )[0] // 80
 */
export function writeArchive(archive: Archive, digest: Digest): Uint8Array<ArrayBuffer> {
  const { form, exportedAt, about, tables, rows } = archive;
  const files: Record<string, Uint8Array> = {
    'ABOUT.txt': strToU8(`${about}\n`),
    'schema.json': strToU8(pretty({ form, kinds: KINDS, tables })),
  };
  for (const table of tables) {
    const own = rows[table.name] ?? [];
    files[rowsFile(table.name)] = strToU8(rowsText(own));
    files[`csv/${table.name}.csv`] = strToU8(tableText(table, own));
  }
  const listed = Object.entries(files).map(([name, bytes]) => ({
    name,
    bytes: bytes.length,
    sha256: digest(bytes),
  }));
  const manifest: Manifest = { form, exportedAt, files: listed };
  return zipSync({ [MANIFEST]: strToU8(pretty(manifest)), ...files }, { mtime: exportedAt });
}

function cellOf(value: unknown): Cell {
  if (value === null || value === undefined) return null;
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean')
    return value;
  return JSON.stringify(value);
}

function tableText({ columns }: ArchiveTable, rows: readonly ArchiveRow[]): string {
  const shown = columns.filter(({ kind }) => !NOT_IN_TABLES.includes(kind));
  return writeTable(
    shown.map(({ name }) => name),
    rows.map((row) => shown.map(({ name }) => cellOf(row[name]))),
  );
}

/** One row a line, so that two archives can be compared line by line. */
function rowsText(rows: readonly ArchiveRow[]): string {
  return `[${rows.map((row) => `\n${JSON.stringify(row)}`).join(',')}\n]\n`;
}

function pretty(value: unknown): string {
  return `${JSON.stringify(value, undefined, 2)}\n`;
}
