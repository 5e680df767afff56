import { strFromU8, unzipSync } from 'fflate';
import {
  MANIFEST,
  rowsFile,
  type ArchiveRow,
  type ArchiveRows,
  type ArchiveTable,
  type Digest,
  type ListedFile,
} from './archive';

/** Unpacked, an archive is never larger. */
const LARGEST_BYTES = 600_000_000;
const MOST_FILES = 200;

/** What an archive holds, or why it cannot be read and what to do. */
export type ReadArchive =
  | { readonly ok: true; readonly exportedAt: string; readonly rows: ArchiveRows }
  | { readonly ok: false; readonly why: string };

const DAMAGED = 'The file is damaged. Take another copy, or export it once more.';

class Refused extends Error {}

function refuse(why: string): never {
  throw new Refused(why);
}

function unpacked(bytes: Uint8Array): Readonly<Record<string, Uint8Array>> {
  let [size, count] = [0, 0];
  try {
    return unzipSync(bytes, {
      filter: ({ originalSize }) => {
        size += originalSize;
        count += 1;
        if (size > LARGEST_BYTES || count > MOST_FILES)
          refuse('The file holds more than an export of a studio does.');
        return true;
      },
    });
  } catch (error) {
    if (error instanceof Refused) throw error;
    return refuse(
      bytes[0] === 0x50 && bytes[1] === 0x4b
        ? DAMAGED
        : 'This is not an export: it is no zip file.',
    );
  }
}

function parsed(bytes: Uint8Array | undefined): unknown {
  if (!bytes) return refuse(DAMAGED);
  try {
    return JSON.parse(strFromU8(bytes));
  } catch {
    return refuse(DAMAGED);
  }
}

function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function isListed(value: unknown): value is ListedFile {
  return (
    isObject(value) && typeof value['name'] === 'string' && typeof value['sha256'] === 'string'
  );
}

function listOf(manifest: unknown, form: string): readonly ListedFile[] {
  if (!isObject(manifest) || typeof manifest['form'] !== 'string') return refuse(DAMAGED);
  if (manifest['form'] !== form)
    refuse(`This export has the form “${manifest['form'].slice(0, 40)}”; “${form}” is read here.`);
  const { files } = manifest;
  return Array.isArray(files) && files.every(isListed) ? files : refuse(DAMAGED);
}

function rowsOf(
  files: Readonly<Record<string, Uint8Array>>,
  table: ArchiveTable,
): readonly ArchiveRow[] {
  const rows = parsed(files[rowsFile(table.name)]);
  return Array.isArray(rows) && rows.every(isObject) ? rows : refuse(DAMAGED);
}

function read(
  bytes: Uint8Array,
  { form, tables }: { readonly form: string; readonly tables: readonly ArchiveTable[] },
  digest: Digest,
): ReadArchive {
  const files = unpacked(bytes);
  if (!files[MANIFEST]) refuse('This zip file is not an export: it has no manifest.json.');
  const manifest = parsed(files[MANIFEST]);
  const sums = new Map(listOf(manifest, form).map(({ name, sha256 }) => [name, sha256]));
  for (const table of tables) {
    const name = rowsFile(table.name);
    const found = files[name];
    if (!found) refuse(`${name} is missing from this export. Take another copy.`);
    else if (sums.get(name) !== digest(found))
      refuse(`${name} was changed or damaged: it does not fit its checksum. Take another copy.`);
  }
  const exportedAt = isObject(manifest) ? manifest['exportedAt'] : '';
  return {
    ok: true,
    exportedAt: typeof exportedAt === 'string' ? exportedAt : '',
    rows: Object.fromEntries(tables.map((table) => [table.name, rowsOf(files, table)])),
  };
}

/**
 * Reads an archive of one form: every table whole and as its checksum says, or none of it and the reason.
 *
 * @example
 * readArchive(new Uint8Array([1, 2]), { form: 'f', tables: [] }, () => '').ok // false
 */
export function readArchive(
  bytes: Uint8Array,
  expected: { readonly form: string; readonly tables: readonly ArchiveTable[] },
  digest: Digest,
): ReadArchive {
  try {
    return read(bytes, expected, digest);
  } catch (error) {
    if (error instanceof Refused) return { ok: false, why: error.message };
    throw error;
  }
}
