import {
  readArchive,
  writeArchive,
  type Archive,
  type ArchiveRows,
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

function faultIn(rows: ArchiveRows): string | undefined {
  for (const table of STUDIO_TABLES) {
    const own = rows[table.name] ?? [];
    for (const [at, row] of own.entries()) {
      const fault = rowFault(table, row);
      if (fault !== undefined)
        return `${table.name}, row ${at + 1}: ${fault}. Mend it in data/${table.name}.json of an export that fits, or take another copy.`;
    }
  }
  return undefined;
}

/** Unpacks a whole studio and checks every row of it. */
export function unpackStudio(bytes: Uint8Array): ReadArchive {
  const found = readArchive(bytes, { form: STUDIO_FORM, tables: STUDIO_TABLES }, sha256);
  if (!found.ok) return found;
  const [studio, ...others] = found.rows['studio'] ?? [];
  if (!studio || others.length > 0) return { ok: false, why: 'This export has no studio in it.' };
  const why = faultIn(found.rows);
  return why === undefined ? found : { ok: false, why };
}
