import { DEMO_ACCOUNTS } from '@harvu/demo';
import { serve } from '@hono/node-server';
import cluster from 'node:cluster';
import { OVERVIEW_RULES } from '@harvu/core/standing';
import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import { createApp } from './app';
import { createStores, type LongTasks } from './services';
import { seedDemoWorld } from './demo-world';
import {
  createActsStore,
  createErasuresStore,
  createPersonDataStore,
  putAwayStudents,
  tidy,
} from './features/records';
import { createSongsStore, deletedSongs } from './features/songs';
import { createSessionsStore } from './features/people';
import { rekeyOverrules } from './features/songs';
import { addressBehind } from './platform/address';
import { createAttempts } from './platform/attempts';
import { openDatabase, transactionsOf } from './platform/database';
import { toLogged } from './platform/failures';
import { closeHalfRequests, halfRequestOptions } from './platform/half-requests';
import { createRunningDays } from './platform/running-days';
import { closePrototypes } from './platform/hardened';
import { alone, migrate } from './platform/migrate';
import { ARGON2, bounded } from './platform/passwords';
import { createWebFiles } from './platform/web-files';
import { inThreads } from './platform/work';
import { readSettings, type Settings } from './settings';

const settings = readSettings(process.env);
const clock = {
  now: () => new Date(Date.now() + settings.clockAheadMs),
  newId: () => randomUUID(),
};
const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
const THREADED = [
  ...['findAll', 'changedBetween', 'lookOver', 'lookThrough', 'weigh', 'gripNames'],
] as const;
const ON_PAPER = ['printSheet', 'printPaper', 'packArchive'] as const;
const TIDY_MS = 6 * 3_600_000;
const GRACE_MS = 2000;
const MOST_DEATHS = 5;
const DEATHS_MS = 60_000;

/** Brings the database to its newest form and, for a demo, fills it: one server at a time. */
async function prepare({ databaseUrl, isDemo, setUpCode }: Settings): Promise<void> {
  const sequelize = openDatabase(databaseUrl);
  const stores = createStores(sequelize);
  await alone(sequelize, async () => {
    await migrate(sequelize);
    await rekeyOverrules(stores);
    if (isDemo) await seedDemoWorld({ sequelize, stores, clock, passwords: ARGON2, timeZone });
  });
  // Only who can read where the server was started sets an empty studio up.
  if (!(await stores.studio.find()))
    process.stdout.write(`To set the studio up, give this code: ${setUpCode}\n`);
  await sequelize.close();
}

/** Forgets, a few times a day, what the studio no longer keeps. */
function keepTidy({ databaseUrl }: Settings, onFailure: (error: unknown) => void): void {
  const sequelize = openDatabase(databaseUrl);
  const inTransaction = transactionsOf(sequelize);
  const deps = {
    acts: createActsStore(sequelize),
    sessions: createSessionsStore(sequelize),
    clock,
    erasures: createErasuresStore(sequelize),
    days: createRunningDays(sequelize),
    attempts: createAttempts(sequelize, clock),
    erasables: [
      putAwayStudents(createPersonDataStore(sequelize, inTransaction)),
      deletedSongs({ songs: createSongsStore(sequelize), inTransaction }),
    ],
  };
  const now = (): void => void tidy(deps).catch(onFailure);
  now();
  setInterval(now, TIDY_MS).unref();
}

/** Keeps several servers going behind one port, as many as there are cores. */
async function keepServers(settings: Settings): Promise<void> {
  const logger = pino({ level: settings.logLevel });
  await prepare(settings);
  keepTidy(settings, (error) => logger.error({ failure: toLogged(error) }, 'tidying failed'));
  let isStopping = false;
  let deaths: readonly number[] = [];
  const fork = () => cluster.fork({ HARVU_SET_UP_CODE: settings.setUpCode });
  cluster.on('exit', ({ process: { pid } }) => {
    if (isStopping) {
      if (Object.keys(cluster.workers ?? {}).length === 0) process.exit(0);
      return;
    }
    const now = Date.now();
    deaths = [...deaths.filter((at) => at > now - DEATHS_MS), now];
    logger.error({ pid }, 'a server process ended; starting another');
    if (deaths.length > MOST_DEATHS) process.exit(1);
    fork();
  });
  const stop = (): void => {
    isStopping = true;
    for (const worker of Object.values(cluster.workers ?? {})) worker?.process.kill('SIGTERM');
    setTimeout(() => process.exit(0), 2 * GRACE_MS).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  for (let count = 0; count < settings.processes; count += 1) fork();
}

/** Answers requests: one of the servers behind the port. */
function serveHere(settings: Settings): void {
  const logger = pino({ level: settings.logLevel });
  const sequelize = openDatabase(settings.databaseUrl);
  const file = new URL('./worker.mjs', import.meta.url);
  const app = createApp({
    sequelize,
    clock,
    timeZone,
    hosts: settings.hosts,
    setUpCode: settings.setUpCode,
    // What was worked out by the same rules stays good over an upgrade: nobody waits for all of it anew.
    build: `rules ${OVERVIEW_RULES}`,
    passwords: bounded(ARGON2, { atOnce: 1, waiting: 40 }),
    demoAccounts: settings.isDemo ? DEMO_ACCOUNTS : [],
    door: { isSecure: settings.isSecure, addressOf: addressBehind(settings.proxies) },
    // Paper and exports wait in a line of their own: many sheets hold up nobody's song.
    work: {
      ...inThreads<LongTasks>(THREADED, { file, threads: 1, waiting: 1000 }),
      ...inThreads<LongTasks>(ON_PAPER, { file, threads: 1, waiting: 10 }),
    },
    ...(settings.backups !== undefined && { backups: settings.backups }),
    ...(settings.webRoot !== undefined && { webFiles: createWebFiles(settings.webRoot) }),
    onAct: (act) => logger.info({ act }, 'done'),
    onFailure: (error, path) => logger.error({ failure: toLogged(error), path }, 'request failed'),
  });
  closePrototypes();
  const { port, host: hostname } = settings;
  const serverOptions = halfRequestOptions();
  const server = serve({ fetch: app.fetch, port, hostname, serverOptions }, () =>
    logger.info({ port }, 'serving'),
  );
  if ('headersTimeout' in server) closeHalfRequests(server);
  const stop = (): void => {
    server.close(() => void sequelize.close().then(() => process.exit(0)));
    // Idle connections kept open by browsers would hold the server up.
    if ('closeIdleConnections' in server) server.closeIdleConnections();
    setTimeout(() => process.exit(0), GRACE_MS).unref();
  };
  process.on('SIGTERM', stop);
  // Ctrl-C reaches every process; whoever keeps them says when to stop.
  process.on('SIGINT', () => undefined);
  process.on('disconnect', stop);
}

if (cluster.isPrimary) await keepServers(settings);
else serveHere(settings);
