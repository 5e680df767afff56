/**
 * What stands in a column: an id, words, a moment in UTC, a day, a figure, yes or no, a value of a form of
 * its own (`data`; `document` for a large one), or what only its own studio can use (`secret`).
 */
export type ColumnKind =
  'id' | 'words' | 'moment' | 'day' | 'figure' | 'yes or no' | 'data' | 'document' | 'secret';

/** A column of a table that is given out, and what it says. */
export interface ArchiveColumn {
  readonly name: string;
  readonly kind: ColumnKind;
  readonly says: string;
  /** Whether it may be empty: null. */
  readonly mayBeNone?: true;
}

/** A table that is given out. */
export interface ArchiveTable {
  readonly name: string;
  readonly says: string;
  readonly columns: readonly ArchiveColumn[];
}

/** What a row holds, by its columns. */
export type ArchiveRow = Readonly<Record<string, unknown>>;

/** Rows by their tables. */
export type ArchiveRows = Readonly<Record<string, readonly ArchiveRow[]>>;

/** What is given out: which form it has, when, about whom or what, and the rows of every table. */
export interface Archive {
  readonly form: string;
  readonly exportedAt: string;
  /** In plain words, for whoever unpacks it. */
  readonly about: string;
  readonly tables: readonly ArchiveTable[];
  readonly rows: ArchiveRows;
}

/** A file of an archive as its list names it. */
export interface ListedFile {
  readonly name: string;
  readonly bytes: number;
  readonly sha256: string;
}

/** What stands in manifest.json. */
export interface Manifest {
  readonly form: string;
  readonly exportedAt: string;
  readonly files: readonly ListedFile[];
}

/** Gives the SHA-256 of bytes, in small hexadecimal digits. */
export type Digest = (bytes: Uint8Array) => string;

export const MANIFEST = 'manifest.json';

/** Where the rows of a table lie. */
export function rowsFile(table: string): string {
  return `data/${table}.json`;
}
