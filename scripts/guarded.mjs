// A folder for one run of tests, which ends with the run: whatever works in it, and the folder itself.
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './needs.mjs';

/** Makes a folder whose processes end when this process does, also where it is killed or fails; gives the folder. */
export function guarded(folder) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const guard = spawn(
    process.execPath,
    [join(ROOT, 'scripts', 'guard.mjs'), String(process.pid), folder],
    { stdio: 'ignore', detached: true },
  );
  guard.unref();
  return folder;
}
