// npm start: everything from a fresh clone to a running studio.
import { spawn } from 'node:child_process';
import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { dailyBackUp } from './backup.mjs';
import { startDatabase } from './database.mjs';
import { markOf, isStill, stopProcess } from './processes.mjs';
import { roomOf, untilThereIsRoom } from './room.mjs';
import { DATA, needBuild, needPackages, needPrograms, SERVER, Stop, WEB_ROOT } from './needs.mjs';
import { readState } from './state.mjs';

const PORT = Number(process.env.PORT ?? 4600);
const HOST = process.env.HOST ?? '127.0.0.1';
const NOTE = join(DATA, 'running.json');
const BACKUPS = process.env.HARVU_BACKUPS ?? join(DATA, 'backups');
const LOOK_FOR_BACKUP_MS = 3_600_000;
const MOST_RESTARTS = 5;
const RESTART_WINDOW_MS = 60_000;
/** So many looks between two words about what takes long. */
const SAY_EVERY = 150;

const addressOf = (port) => `http://localhost:${port}`;

async function isHarvuAt(port) {
  try {
    const answer = await fetch(`http://127.0.0.1:${port}/api/health`, {
      signal: AbortSignal.timeout(2000),
    });
    return answer.ok && (await answer.json()).ok === true;
  } catch {
    return false;
  }
}

/**
 * A start that was there before, of this same folder, is found by the note it left. One that died and
 * left its server behind keeps nothing going any more: its server is stopped, and this start takes over.
 */
async function findRunning() {
  const note = readState(NOTE);
  if (!note) return undefined;
  if (isStill(note.marks?.start)) return note;
  if (!isStill(note.marks?.server)) return undefined;
  console.error('The start before this one ended without stopping its server; starting it anew.');
  await stopProcess(note.server);
  return undefined;
}

function isPortFree(port) {
  return new Promise((resolve) => {
    const server = createServer().once('error', () => resolve(false));
    server.listen(port, HOST, () => server.close(() => resolve(true)));
  });
}

function launchServer(url) {
  return spawn(process.execPath, ['--enable-source-maps', SERVER], {
    env: {
      ...process.env,
      DATABASE_URL: url,
      PORT: String(PORT),
      HOST,
      WEB_ROOT,
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
      HARVU_BACKUPS: BACKUPS,
    },
    stdio: ['ignore', 'inherit', 'inherit'],
    detached: true,
  });
}

/** As long as it takes: a busy machine makes a demo world slowly, and an old studio is brought up to date. */
async function waitUntilServing(server) {
  for (let tries = 1; !(await isHarvuAt(PORT)); tries++) {
    if (server.exitCode !== null) throw new Stop('The server stopped while starting; see above.');
    if (tries % SAY_EVERY === 0)
      console.log(
        'The server is getting the studio ready (a first start makes the demo world) ...',
      );
    await wait(100);
  }
}

/** Keeps database and server going until asked to stop: whichever dies is started again. */
class Keeper {
  isStopping = false;
  restarts = [];

  /** The database comes up by itself while the rest is built. */
  async startDatabase() {
    if (process.env.DATABASE_URL) return;
    this.database = await untilThereIsRoom(() => startDatabase(join(DATA, 'database')), {
      room: () => roomOf(DATA),
      say: (words) => console.error(words),
      isStopping: () => this.isStopping,
    });
  }

  async startServer() {
    this.server = launchServer(process.env.DATABASE_URL ?? this.database.url);
    // Noted before it serves: whoever takes over has to know the server that holds the port.
    this.note();
    await waitUntilServing(this.server);
    this.server.once('exit', () => void this.onDeath());
  }

  note() {
    const known = {
      port: PORT,
      pid: process.pid,
      server: this.server.pid,
      database: this.database?.pid,
      marks: { start: markOf(process.pid), server: markOf(this.server.pid) },
    };
    try {
      mkdirSync(DATA, { recursive: true });
      writeFileSync(`${NOTE}.new`, JSON.stringify(known));
      renameSync(`${NOTE}.new`, NOTE);
    } catch (error) {
      // On a full disk the studio goes on; only a start that takes over would have to find it by its port.
      console.error(`${NOTE} could not be written: ${error.message}`);
    }
  }

  watchDatabase() {
    setInterval(() => {
      if (!this.isStopping && this.database && !this.database.isAlive()) void this.reviveDatabase();
    }, 1000).unref();
  }

  /** One backup a day, of a database of one's own too; that it failed is told, and tried again. */
  keepBackups() {
    const look = () =>
      dailyBackUp(process.env.DATABASE_URL ?? this.database.url, BACKUPS).catch((error) =>
        console.error(`No backup was made: ${error.message}`),
      );
    void look();
    setInterval(look, LOOK_FOR_BACKUP_MS).unref();
  }

  /** The server stays up meanwhile, says that nothing can be kept, and finds the database where it was. */
  async reviveDatabase() {
    this.noteRestart('The database');
    const before = this.database;
    // A second look while the first is under way must not start another.
    this.database = { ...before, isAlive: () => true };
    this.revived = this.startDatabase();
    try {
      await this.revived;
    } catch (error) {
      console.error(error instanceof Stop ? error.message : error);
      return this.stop(1);
    }
    if (this.database.url === before.url) this.note();
    else await stopProcess(this.server.pid);
  }

  noteRestart(what) {
    const now = Date.now();
    this.restarts = [...this.restarts.filter((at) => at > now - RESTART_WINDOW_MS), now];
    console.error(`${what} stopped unexpectedly; starting it again.`);
    if (this.restarts.length > MOST_RESTARTS) {
      console.error('It does not stay up; giving up.');
      void this.stop(1);
    }
  }

  async onDeath() {
    if (this.isStopping) return;
    this.noteRestart('The server');
    try {
      // A server cannot start without its database, which may be waiting for room.
      await this.revived;
      if (!this.isStopping) await this.startServer();
    } catch (error) {
      console.error(error instanceof Stop ? error.message : error);
      await this.stop(1);
    }
  }

  async stop(code = 0) {
    if (this.isStopping) return;
    this.isStopping = true;
    if (this.server) await stopProcess(this.server.pid);
    await this.database?.stop();
    rmSync(NOTE, { force: true });
    process.exit(code);
  }
}

async function main() {
  const running = await findRunning();
  if (running) {
    console.log(`Harvu is running already: ${addressOf(running.port)}   (process ${running.pid})`);
    return;
  }
  if (!(await isPortFree(PORT))) {
    throw new Stop(
      `Port ${PORT} is taken by another program. Choose another: PORT=${PORT + 1} npm start`,
    );
  }
  needPrograms(...(process.env.DATABASE_URL ? [] : ['mariadbd']));
  needPackages();
  const keeper = new Keeper();
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => void keeper.stop());
  try {
    await Promise.all([needBuild(), keeper.startDatabase()]);
    await keeper.startServer();
  } catch (error) {
    console.error(error instanceof Stop ? error.message : error);
    await keeper.stop(1);
  }
  keeper.watchDatabase();
  keeper.keepBackups();
  console.log(`Harvu is ready: ${addressOf(PORT)}   (Ctrl-C stops it)`);
}

main().catch((error) => {
  console.error(error instanceof Stop ? error.message : error);
  process.exitCode = 1;
});
