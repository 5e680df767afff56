import { DEMO_ACCOUNTS } from '@harvu/demo';
import { serve } from '@hono/node-server';
import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import { createApp, createStores } from './app';
import { seedDemoWorld } from './demo-world';
import { rekeyOverrules } from './features/songs';
import { openDatabase } from './platform/database';
import { migrate } from './platform/migrate';
import { ARGON2 } from './platform/passwords';
import { createWebFiles } from './platform/web-files';

const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
const { DATABASE_URL, PORT = '4600', HOST = '127.0.0.1', WEB_ROOT, HARVU_DEMO = '1' } = process.env;
if (!DATABASE_URL) throw new Error('DATABASE_URL is not set: name the MariaDB to use.');

const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'info' });
const clock = { now: () => new Date(), newId: () => randomUUID() };
const sequelize = openDatabase(DATABASE_URL);
await migrate(sequelize);
const stores = createStores(sequelize);
await rekeyOverrules(stores);
if (HARVU_DEMO === '1') {
  await seedDemoWorld({ sequelize, stores, clock, passwords: ARGON2, timeZone });
}

const app = createApp({
  sequelize,
  clock,
  passwords: ARGON2,
  demoAccounts: DEMO_ACCOUNTS,
  timeZone,
  ...(WEB_ROOT && { webFiles: createWebFiles(WEB_ROOT) }),
  onFailure: (error, path) => logger.error({ err: error, path }, 'request failed'),
});
const server = serve({ fetch: app.fetch, port: Number(PORT), hostname: HOST }, ({ port }) => {
  logger.info({ port }, 'serving');
});

function stop(): void {
  server.close(() => void sequelize.close().then(() => process.exit(0)));
  // Idle connections kept open by browsers would hold the server up.
  if ('closeIdleConnections' in server) server.closeIdleConnections();
  setTimeout(() => process.exit(0), 2000).unref();
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
