import { strFromU8, strToU8, unzipSync } from 'fflate';
import {
  MANIFEST,
  rowsFile,
  type ArchiveRow,
  type ArchiveTable,
  type Digest,
  type ListedFile,
} from './archive';

/** Unpacked, an archive is never larger, nor so much larger than it is packed. */
const LARGEST_BYTES = 400_000_000;
const MOST_TIMES_PACKED = 100;
const SMALL_BYTES = 20_000_000;
const MOST_FILES = 200;

/** An archive that was opened: its rows are read table by table, a row at a time. */
export interface OpenArchive {
  readonly ok: true;
  readonly exportedAt: string;
  /** Throws where a row cannot be read. */
  readonly rowsOf: (table: ArchiveTable) => Generator<ArchiveRow>;
}

/** What an archive holds, or why it cannot be read and what to do. */
export type ReadArchive = OpenArchive | { readonly ok: false; readonly why: string };

const DAMAGED = 'The file is damaged. Take another copy, or export it once more.';

class Refused extends Error {}

/** What a row that cannot be read is told with; undefined for any other error. */
export function whyRefused(error: unknown): string | undefined {
  return error instanceof Refused ? error.message : undefined;
}

/**
 * Opens an archive of one form: every table is there as its checksum says, or the reason why not. Its rows
 * are read one by one, however many there are.
 *
 * @example
 * openArchive(new Uint8Array([1, 2]), { form: 'f', tables: [] }, () => '').ok // false
 */
export function openArchive(
  bytes: Uint8Array,
  expected: { readonly form: string; readonly tables: readonly ArchiveTable[] },
  digest: Digest,
): ReadArchive {
  try {
    return opened(bytes, expected, digest);
  } catch (error) {
    const why = whyRefused(error);
    if (why === undefined) throw error;
    return { ok: false, why };
  }
}

function refuse(why: string): never {
  throw new Refused(why);
}

/** Unpacks some files of a zip; all of them are looked at for their size before one is unpacked. */
function unpacked(
  bytes: Uint8Array,
  isWanted: (name: string) => boolean,
): Readonly<Record<string, Uint8Array>> {
  const most = Math.min(LARGEST_BYTES, MOST_TIMES_PACKED * bytes.length + SMALL_BYTES);
  let [size, count] = [0, 0];
  try {
    return unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        size += originalSize;
        count += 1;
        if (size > most || count > MOST_FILES)
          refuse('The file holds more than an export of a studio does.');
        return isWanted(name);
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

/** The lines of a file, one at a time, so that a large one is never there twice. */
function* linesOf(bytes: Uint8Array): Generator<string> {
  const NEW_LINE = 0x0a;
  let from = 0;
  for (let to = bytes.indexOf(NEW_LINE); to >= 0; to = bytes.indexOf(NEW_LINE, from)) {
    yield strFromU8(bytes.subarray(from, to));
    from = to + 1;
  }
  if (from < bytes.length) yield strFromU8(bytes.subarray(from));
}

/** Each row stands on a line of its own, as it was written. */
function* rowsIn(bytes: Uint8Array): Generator<ArchiveRow> {
  let hasEnded = false;
  for (const line of linesOf(bytes)) {
    if (line === '[') continue;
    if (line === ']' || line === '[]') hasEnded = true;
    else if (hasEnded) refuse(DAMAGED);
    else {
      const row = parsed(strToU8(line.replace(/,$/, '')));
      yield isObject(row) ? row : refuse(DAMAGED);
    }
  }
  if (!hasEnded) refuse(DAMAGED);
}

function opened(
  bytes: Uint8Array,
  { form, tables }: { readonly form: string; readonly tables: readonly ArchiveTable[] },
  digest: Digest,
): OpenArchive {
  const list = unpacked(bytes, (name) => name === MANIFEST)[MANIFEST];
  if (!list) refuse('This zip file is not an export: it has no manifest.json.');
  const manifest = parsed(list);
  const sums = new Map(listOf(manifest, form).map(({ name, sha256 }) => [name, sha256]));
  const fileOf = (table: ArchiveTable): Uint8Array => {
    const name = rowsFile(table.name);
    const found = unpacked(bytes, (one) => one === name)[name];
    if (!found) return refuse(`${name} is missing from this export. Take another copy.`);
    return sums.get(name) === digest(found)
      ? found
      : refuse(`${name} was changed or damaged: it does not fit its checksum. Take another copy.`);
  };
  tables.forEach(fileOf);
  const exportedAt = isObject(manifest) ? manifest['exportedAt'] : '';
  return {
    ok: true,
    exportedAt: typeof exportedAt === 'string' ? exportedAt : '',
    rowsOf: (table) => rowsIn(fileOf(table)),
  };
}
