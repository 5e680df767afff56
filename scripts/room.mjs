// A disk that is full: told, and waited for until somebody has made room.
import { statfs } from 'node:fs/promises';
import { setTimeout as wait } from 'node:timers/promises';

/** With less the database cannot come up: it needs a temporary file of some megabytes. */
const LEAST_BYTES = 40_000_000;
const LOOK_MS = 2000;

/** The bytes that are free where a folder is; undefined where that cannot be told. */
export async function roomOf(folder) {
  try {
    const { bavail, bsize } = await statfs(folder);
    return bavail * bsize;
  } catch {
    return undefined;
  }
}

/**
 * Starts something, and as long as it fails for want of room says so and tries again; any other failure
 * is thrown.
 */
export async function untilThereIsRoom(start, { room, say, isStopping, lookMs = LOOK_MS }) {
  let hasSaid = false;
  for (;;) {
    try {
      return await start();
    } catch (error) {
      const free = await room();
      if (isStopping() || free === undefined || free >= LEAST_BYTES) throw error;
      if (!hasSaid)
        say(
          `The disk is full: ${Math.floor(free / 1_000_000)} MB are free, and the database needs ${LEAST_BYTES / 1_000_000}. ` +
            'Make room; the studio goes on by itself then. Nothing that was kept is lost.',
        );
      hasSaid = true;
      await wait(lookMs);
    }
  }
}
