// npm run backup: a consistent copy of the whole database, packed, with its checksum beside it.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { findProgram, Stop } from './needs.mjs';

const NAME = /^harvu-[\w-]+\.sql\.gz$/;
const DAYS_KEPT = 14;

/** The database tools take a password from the environment, where no list of processes shows it. */
export function clientOf(url) {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    options: [
      '--no-defaults',
      `--host=${hostname}`,
      `--port=${port || 3306}`,
      `--user=${decodeURIComponent(username)}`,
      '--protocol=tcp',
    ],
    env: { ...process.env, MYSQL_PWD: decodeURIComponent(password) },
    database: pathname.slice(1),
  };
}

function ended(child, what) {
  let text = '';
  child.stderr.on('data', (chunk) => (text += chunk));
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('close', (code) =>
      code === 0 ? resolve() : reject(new Stop(`${what} failed:\n${text}`)),
    );
  });
}

export async function checksumOf(file) {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/** The backups in a folder, the newest last; files cut short have another name. */
export function backupsIn(folder) {
  return existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => NAME.test(name))
        .sort()
    : [];
}

/** Copies the database into a folder as of one moment, while people go on working; gives the file. */
export async function backUp(url, folder, now = new Date()) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const name = `harvu-${now.toISOString().slice(0, 19).replace(/[:T]/g, '-')}.sql.gz`;
  const [file, cut] = [join(folder, name), join(folder, `${name}.part`)];
  const { options, env, database } = clientOf(url);
  const dump = spawn(
    findProgram('mariadb-dump'),
    [...options, '--single-transaction', '--quick', '--no-tablespaces', '--hex-blob', database],
    { env, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  try {
    await Promise.all([
      ended(dump, 'The copy of the database'),
      pipeline(dump.stdout, createGzip(), createWriteStream(cut, { mode: 0o600 })),
    ]);
  } catch (error) {
    rmSync(cut, { force: true });
    throw error;
  }
  writeFileSync(`${file}.sha256`, `${await checksumOf(cut)}  ${name}\n`, { mode: 0o600 });
  renameSync(cut, file);
  // What was there before a restore is in no copy; from now on there is a newer one.
  const client = clientOf(url);
  await dropDatabase(client, besideOf(client.database).before).catch(() => undefined);
  return file;
}

/** Runs the database's own client on statements or a file of them; gives what it printed. */
async function tell({ options, env }, { database, sql, from, what = 'The database' }) {
  const client = spawn(
    findProgram('mariadb'),
    [...options, '-N', ...(sql ? ['-e', sql] : []), ...(database ? [database] : [])],
    { env, stdio: [from ? 'pipe' : 'ignore', 'pipe', 'pipe'] },
  );
  let text = '';
  client.stdout.on('data', (chunk) => (text += chunk));
  const done = ended(client, what);
  // That the client ended early is told by how it ended, not by the pipe that broke.
  const fed = from ? pipeline(from, client.stdin).catch(() => undefined) : undefined;
  await Promise.all([done, fed]);
  return text;
}

const lines = (text) => text.split('\n').filter(Boolean);

/** The end that the dump writes when it has written everything. */
const WHOLE = '-- Dump completed';

/** Reads a packed copy to its end, and refuses one that is cut, empty, or not a copy of a database. */
async function mustBeWhole(file) {
  let end = '';
  try {
    await pipeline(createReadStream(file), createGunzip(), async (chunks) => {
      for await (const chunk of chunks) end = (end + chunk.toString('latin1')).slice(-200);
    });
  } catch {
    throw new Stop(`${file} is cut short or is no backup. Take an older one.`);
  }
  if (!end.includes(WHOLE))
    throw new Stop(`${file} does not hold a whole studio. Take an older one.`);
}

/** What every studio has had since the first Harvu; without one of them a copy is not a studio's. */
const TABLES_NEEDED = ['migrations', 'studio', 'people', 'songs', 'song_revisions', 'plans'];

/** Looks at what was put into a database: its tables, that they can be read, and that somebody can sign in. */
async function mustBeStudio(client, database, file) {
  const refuse = (why) => new Stop(`${file} is not used: ${why}. What the studio holds stays.`);
  const tables = lines(await tell(client, { database, sql: 'SHOW TABLES' }));
  const missing = TABLES_NEEDED.filter((name) => !tables.includes(name));
  if (missing.length > 0) throw refuse(`there is no table of ${missing.join(', ')} in it`);
  const named = tables.map((name) => `\`${name}\``).join(', ');
  const sick = lines(await tell(client, { database, sql: `CHECK TABLE ${named}` })).filter(
    (line) => !/\tOK$/.test(line),
  );
  if (sick.length > 0) throw refuse(`a table cannot be read (${sick[0]})`);
  const sql =
    "SELECT (SELECT COUNT(*) FROM studio), (SELECT COUNT(*) FROM people WHERE role = 'owner' AND LENGTH(password_hash) > 8)";
  const [studios, owners] = (await tell(client, { database, sql })).trim().split('\t').map(Number);
  // A studio that nobody has set up yet has neither.
  if (studios === 0 && owners === 0) return;
  if (studios !== 1) throw refuse('it holds no studio');
  if (owners === 0) throw refuse('nobody could sign in as its owner');
}

/** Whoever else is connected to a database: a server that runs keeps connections open. */
async function mustBeAtRest(client, database) {
  const sql = `SELECT COUNT(*) FROM information_schema.processlist WHERE db = '${database}' AND id <> CONNECTION_ID()`;
  if (Number(await tell(client, { sql })) === 0) return;
  throw new Stop(
    'The studio runs. What people enter meanwhile would be lost: stop it first (Ctrl-C where it was started), then run this again.',
  );
}

/** Moves every table of one database into another, in one step that happens whole or not at all. */
async function moveAll(client, moves) {
  const renames = [];
  for (const { from, to } of moves) {
    const tables = lines(await tell(client, { database: from, sql: 'SHOW TABLES' }));
    renames.push(...tables.map((name) => `\`${from}\`.\`${name}\` TO \`${to}\`.\`${name}\``));
  }
  if (renames.length === 0) return;
  const sql = `SET FOREIGN_KEY_CHECKS = 0; RENAME TABLE ${renames.join(', ')}`;
  await tell(client, { sql, what: 'Changing places' });
}

/** The databases beside a studio's own: where a copy is looked at, and what was there before it. */
const besideOf = (database) => ({ beside: `${database}_beside`, before: `${database}_before` });

const LETTERS = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';

async function makeEmpty(client, database) {
  const sql = `DROP DATABASE IF EXISTS \`${database}\`; CREATE DATABASE \`${database}\` ${LETTERS}`;
  try {
    await tell(client, { sql });
  } catch (error) {
    if (!/denied/.test(error.message)) throw error;
    throw new Stop(
      `The database account may not make a database beside the studio's. As its administrator, run:\n` +
        `    GRANT ALL ON \`${database.replaceAll('_', '\\_')}\`.* TO ...;`,
    );
  }
}

async function dropDatabase(client, database) {
  await tell(client, { sql: `DROP DATABASE IF EXISTS \`${database}\`` });
}

/**
 * Puts a backup in place of everything a database holds. It is read into a database beside it and looked
 * at there; then both change places in one step. Whatever goes wrong before that step touches nothing,
 * and what was there is kept until the next backup.
 */
export async function restore(url, file) {
  if (!existsSync(file)) throw new Stop(`There is no backup ${file}.`);
  const sums = `${file}.sha256`;
  if (!existsSync(sums)) throw new Stop(`The checksum ${sums} is missing.`);
  if (readFileSync(sums, 'utf8').split(' ')[0] !== (await checksumOf(file)))
    throw new Stop(`${file} is damaged: it does not fit its checksum. Take an older one.`);
  await mustBeWhole(file);
  const client = clientOf(url);
  const { database } = client;
  const { beside, before } = besideOf(database);
  await mustBeAtRest(client, database);
  await makeEmpty(client, beside);
  try {
    const from = createReadStream(file).pipe(createGunzip());
    await tell(client, { database: beside, from, what: 'Reading the backup' });
    await mustBeStudio(client, beside, file);
    await mustBeAtRest(client, database);
    await makeEmpty(client, before);
    await moveAll(client, [
      { from: database, to: before },
      { from: beside, to: database },
    ]);
  } finally {
    await dropDatabase(client, beside);
  }
}

/** Puts back what a studio held before the last restore. */
export async function undoRestore(url) {
  const client = clientOf(url);
  const { database } = client;
  const { beside, before } = besideOf(database);
  const held = await tell(client, { database: before, sql: 'SHOW TABLES' }).catch(() => '');
  if (lines(held).length === 0)
    throw new Stop('Nothing is kept of before: the next backup after a restore removes it.');
  await mustBeAtRest(client, database);
  await makeEmpty(client, beside);
  await moveAll(client, [
    { from: database, to: beside },
    { from: before, to: database },
  ]);
  for (const one of [before, beside]) await dropDatabase(client, one);
}

/** However old they are, so many are kept: a clock that stands wrong must not throw them away. */
const LEAST_KEPT = 14;

/** Makes today's backup unless there is one, and removes those of more than two weeks ago beyond the newest. */
export async function dailyBackUp(url, folder, now = new Date()) {
  const today = now.toISOString().slice(0, 10);
  const all = backupsIn(folder);
  if (!all.some((name) => name.startsWith(`harvu-${today}`))) await backUp(url, folder, now);
  const oldest = new Date(now.getTime() - DAYS_KEPT * 86_400_000).toISOString().slice(0, 10);
  const spare = backupsIn(folder).slice(0, -LEAST_KEPT);
  for (const name of spare.filter((one) => one.slice(6, 16) < oldest))
    for (const file of [name, `${name}.sha256`]) rmSync(join(folder, file), { force: true });
}
