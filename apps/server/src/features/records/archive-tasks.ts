import {
  openArchive,
  writeArchive,
  type Archive,
  type ArchiveRow,
  type ArchiveTable,
  type OpenArchive,
  type ReadArchive,
} from '@harvu/formats/archive';
import { createHash } from 'node:crypto';
import { rowFault } from './archive-rows';
import { STUDIO_TABLES } from './archive-tables.data';

export const STUDIO_FORM = 'harvu-studio-1';
export const PERSON_FORM = 'harvu-person-2';

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** Packs what was gathered. */
export function packArchive(archive: Archive): Uint8Array<ArrayBuffer> {
  return writeArchive(archive, sha256);
}

/** A row that cannot be kept, and why. */
export class RowFault extends Error {}

/** Opens a whole studio. */
export function openStudio(bytes: Uint8Array): ReadArchive {
  return openArchive(bytes, { form: STUDIO_FORM, tables: STUDIO_TABLES }, sha256);
}

/** More rows than this are no studio's. */
const MOST_ROWS = 3_000_000;

/** The rows of a table, each checked as it was when it was saved first; throws with what is wrong in which. */
export function* checkedRows({ rowsOf }: OpenArchive, table: ArchiveTable): Generator<ArchiveRow> {
  let at = 0;
  for (const row of rowsOf(table)) {
    at += 1;
    const fault = at > MOST_ROWS ? 'are too many' : rowFault(table, row);
    if (fault !== undefined)
      throw new RowFault(
        `${table.name}, row ${at}: ${fault}. Mend it in data/${table.name}.json of an export that fits, or take another copy.`,
      );
    yield row;
  }
}
