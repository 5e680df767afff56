// Small files in which a start notes what the next one has to know.
import { existsSync, readFileSync, renameSync } from 'node:fs';

/** Reads a state file; one that cannot be read is told and set aside. Undefined where there is none. */
export function readState(path) {
  if (!existsSync(path)) return undefined;
  try {
    const state = JSON.parse(readFileSync(path, 'utf8'));
    if (typeof state === 'object' && state !== null) return state;
  } catch {
    // Told below, as a file that holds something else is.
  }
  const aside = `${path}.damaged-${Date.now()}`;
  renameSync(path, aside);
  console.error(`${path} could not be read. It is set aside as ${aside}, and made anew.`);
  return undefined;
}
