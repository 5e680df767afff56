import { readFileSync, statSync } from 'node:fs';
import { readAny } from '@harvu/formats';
import { object, string } from 'yup';
import { verbOf, workError } from './verb';

const input = object({ path: string().required(), part: string().optional() });
/** Larger files are no songs. */
const LARGEST_BYTES = 60_000_000;

function bytesAt(path: string): Uint8Array | string {
  try {
    if (statSync(path).size > LARGEST_BYTES) return 'The file is larger than 60 MB.';
    return readFileSync(path);
  } catch (error) {
    return `The file cannot be read: ${String(error)}`;
  }
}

/** `{path, part?}` → the song as chart text, what was kept, lost and guessed; `song` is null where it is refused. */
export const importVerb = verbOf(input, ({ path, part }) => {
  const bytes = bytesAt(path);
  if (typeof bytes === 'string') return workError('path', bytes, 'path');
  return readAny(bytes, part === undefined ? {} : { part });
});
