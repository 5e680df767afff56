// npm run dev: a studio that is built anew, and its server started anew, whenever something changes.
import { spawn } from 'node:child_process';
import { rmSync, watch } from 'node:fs';
import { join } from 'node:path';
import { startDatabase } from './database.mjs';
import { stopProcess } from './processes.mjs';
import { DATA, needPackages, needPrograms, ROOT, run, SERVER, Stop, WEB_ROOT } from './needs.mjs';

const PORT = process.env.PORT ?? '4600';
const SETTLE_MS = 200;
const WATCHED = ['apps/server/src', 'demo/src', 'packages/core/src', 'packages/contract/src'];

needPrograms('mariadbd');
needPackages();
// What is built here is for developers: the next start builds its own.
rmSync(join(ROOT, 'apps', 'server', 'dist', '.built-from'), { force: true });
const database = await startDatabase(join(DATA, 'database'));
const web = spawn(
  join(ROOT, 'node_modules', '.bin', 'ng'),
  ['build', '--watch', '--configuration', 'development'],
  { cwd: join(ROOT, 'apps/web'), stdio: 'inherit' },
);
let server;

async function restart() {
  try {
    run(process.execPath, ['apps/server/build.mjs']);
  } catch (error) {
    // What does not build leaves the server that runs alone.
    console.error(error instanceof Stop ? error.message : error);
    return;
  }
  if (server) await stopProcess(server.pid);
  server = spawn(process.execPath, ['--enable-source-maps', SERVER], {
    env: { ...process.env, DATABASE_URL: database.url, PORT, WEB_ROOT, LOG_LEVEL: 'info' },
    stdio: 'inherit',
    detached: true,
  });
  console.log(`Harvu for developers: http://localhost:${PORT}   (Ctrl-C stops it)`);
}

let waiting;
function changed(_event, name) {
  if (!name?.endsWith('.ts') || name.endsWith('.spec.ts')) return;
  clearTimeout(waiting);
  waiting = setTimeout(() => void restart(), SETTLE_MS);
}

for (const folder of WATCHED) watch(join(ROOT, folder), { recursive: true }, changed);
await restart();

async function stop() {
  web.kill();
  if (server) await stopProcess(server.pid);
  await database.stop();
  process.exit(0);
}
process.on('SIGINT', () => void stop());
process.on('SIGTERM', () => void stop());
