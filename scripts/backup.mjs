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
  return file;
}

/** Puts a backup in place of everything a database holds; nothing is touched where it is damaged. */
export async function restore(url, file) {
  if (!existsSync(file)) throw new Stop(`There is no backup ${file}.`);
  const sums = `${file}.sha256`;
  if (!existsSync(sums)) throw new Stop(`The checksum ${sums} is missing.`);
  if (readFileSync(sums, 'utf8').split(' ')[0] !== (await checksumOf(file)))
    throw new Stop(`${file} is damaged: it does not fit its checksum. Take an older one.`);
  const { options, env, database } = clientOf(url);
  const ask = async (sql) => {
    const child = spawn(findProgram('mariadb'), [...options, '-N', '-e', sql, database], {
      env,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let text = '';
    child.stdout.on('data', (chunk) => (text += chunk));
    await ended(child, 'The database');
    return text;
  };
  const tables = (await ask('SHOW TABLES')).split('\n').filter(Boolean);
  const drops = tables.map((table) => `DROP TABLE \`${table}\`;`).join(' ');
  if (drops) await ask(`SET FOREIGN_KEY_CHECKS = 0; ${drops}`);
  const client = spawn(findProgram('mariadb'), [...options, database], {
    env,
    stdio: ['pipe', 'ignore', 'pipe'],
  });
  await Promise.all([
    ended(client, 'Restoring'),
    pipeline(createReadStream(file), createGunzip(), client.stdin),
  ]);
}

/** Makes today's backup unless there is one, and removes those of more than two weeks ago. */
export async function dailyBackUp(url, folder, now = new Date()) {
  const today = now.toISOString().slice(0, 10);
  const all = backupsIn(folder);
  if (!all.some((name) => name.startsWith(`harvu-${today}`))) await backUp(url, folder, now);
  const oldest = new Date(now.getTime() - DAYS_KEPT * 86_400_000).toISOString().slice(0, 10);
  for (const name of backupsIn(folder).filter((one) => one.slice(6, 16) < oldest))
    for (const file of [name, `${name}.sha256`]) rmSync(join(folder, file), { force: true });
}
