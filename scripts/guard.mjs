// Ends what a test started once the test is over, however it ended: node scripts/guard.mjs RUNNER FOLDER
import { existsSync, rmSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import { isAlive, processesIn } from './processes.mjs';

const LOOK_MS = 500;
const [runner, folder] = [Number(process.argv[2]), process.argv[3]];

// Another guard of the same folder names it in its command, too.
const left = () => processesIn(folder).filter((pid) => pid !== runner && pid !== process.pid);

// A folder that is gone was put away in good order.
while (isAlive(runner) && existsSync(folder)) await wait(LOOK_MS);
for (const pid of left()) if (isAlive(pid)) process.kill(pid, 'SIGKILL');
rmSync(folder, { recursive: true, force: true });
