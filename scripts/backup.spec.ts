import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { gzipSync, gunzipSync } from 'node:zlib';
import { TestStudio } from '../apps/server/testing/test-studio';
import {
  backUp,
  backupsIn,
  checksumOf,
  clientOf,
  dailyBackUp,
  restore,
  undoRestore,
} from './backup.mjs';

/** Everything a database holds, as its own tool writes it, without the date. */
function wholeOf(url: string): string {
  const { options, env, database } = clientOf(url);
  const done = spawnSync(
    'mariadb-dump',
    [...options, '--no-tablespaces', '--skip-dump-date', '--skip-comments', database],
    { env, encoding: 'utf8', maxBuffer: 1 << 28 },
  );
  return done.stdout;
}

/** Runs a statement on a database, as its own client does. */
function ask(url: string, sql: string): string {
  const { options, env, database } = clientOf(url);
  const all = [...options, '-N', '-e', sql, database];
  return spawnSync('mariadb', all, { env, encoding: 'utf8' }).stdout.trim();
}

/** Writes a copy of these statements whose checksum fits. */
async function copyOf(folder: string, bytes: Uint8Array): Promise<string> {
  const file = join(folder, 'harvu-2026-11-01-10-00-00.sql.gz');
  writeFileSync(file, bytes);
  writeFileSync(`${file}.sha256`, `${await checksumOf(file)}  copy\n`);
  return file;
}

describe('a backup', () => {
  let folder: string;
  let studio: TestStudio;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'harvu-backup-'));
    ({ studio } = await TestStudio.withOwner());
    await studio.sequelize.query("UPDATE people SET guardian = 'Žofia \\'quoted\\' 🎸'");
  });
  afterEach(async () => {
    rmSync(folder, { recursive: true, force: true });
    // Some of these let go of the database before its end.
    ask(studio.url, `DROP DATABASE IF EXISTS ${studio.database}_before`);
    ask(studio.url, `DROP DATABASE ${studio.database}`);
    await studio.sequelize.close();
  });

  it('restored into another database is the same, letter for letter', async () => {
    const file = await backUp(studio.url, folder);
    const other = await TestStudio.open({ isEmpty: true });
    await restore(other.url, file);
    expect(wholeOf(other.url)).toBe(wholeOf(studio.url));
    expect(wholeOf(other.url)).toContain('Žofia');
    expect((await other.signIn('ilse')).person.name).toBe('Ilse');
    await other.close();
  });

  it('takes the place of everything that came after it, which is kept until the next one', async () => {
    const file = await backUp(studio.url, folder);
    const before = wholeOf(studio.url);
    await studio.sequelize.query('CREATE TABLE later (id INT)');
    await studio.sequelize.query("UPDATE people SET name = 'Somebody else'");
    const after = wholeOf(studio.url);
    await studio.sequelize.close();
    await restore(studio.url, file);
    expect(wholeOf(studio.url)).toBe(before);
    await undoRestore(studio.url);
    expect(wholeOf(studio.url)).toBe(after);
    await restore(studio.url, file);
    await backUp(studio.url, folder, new Date(Date.UTC(2026, 10, 3)));
    await expectAsync(undoRestore(studio.url)).toBeRejectedWithError(/Nothing is kept/);
    expect(wholeOf(studio.url)).toBe(before);
  });

  it('that is cut, empty or of something else is refused with nothing touched, though its checksum fits', async () => {
    const packed = readFileSync(await backUp(studio.url, folder));
    const text = gunzipSync(packed).toString();
    await studio.sequelize.close();
    const before = wholeOf(studio.url);
    const BAD: Readonly<Record<string, Uint8Array>> = {
      'cut while it was packed': packed.subarray(0, packed.length / 2),
      'cut before it was packed': gzipSync(text.slice(0, text.length / 2)),
      'without a byte': new Uint8Array(),
      'packed, and empty': gzipSync(''),
      'not packed': Buffer.from(text),
      'of something else': gzipSync('CREATE TABLE shop (id INT);\n-- Dump completed\n'),
      'that breaks off with an error': gzipSync(
        `${text.slice(0, 4000)} NONSENSE;\n-- Dump completed`,
      ),
      'without an owner': gzipSync(
        text.replace('-- Dump completed', 'DELETE FROM people;\n-- Dump completed'),
      ),
      'without a studio': gzipSync(
        text.replace('-- Dump completed', 'DELETE FROM studio;\n-- Dump completed'),
      ),
    };
    for (const [what, bytes] of Object.entries(BAD)) {
      const file = await copyOf(folder, bytes);
      await expectAsync(restore(studio.url, file)).withContext(what).toBeRejected();
      expect(wholeOf(studio.url)).withContext(what).toBe(before);
    }
    expect(ask(studio.url, 'SHOW DATABASES')).not.toContain(`${studio.database}_beside`);
  });

  it('is not restored under people’s hands', async () => {
    const file = await backUp(studio.url, folder);
    await studio.sequelize.query("UPDATE people SET name = 'Somebody else'");
    await expectAsync(restore(studio.url, file)).toBeRejectedWithError(/The studio runs/);
    expect(ask(studio.url, 'SELECT DISTINCT name FROM people')).toBe('Somebody else');
  });

  it('whose restoring is killed at any moment leaves the one studio or the other, whole', async () => {
    const file = await backUp(studio.url, folder);
    const old = wholeOf(studio.url);
    await studio.sequelize.query("UPDATE people SET name = 'Somebody else'");
    await studio.sequelize.close();
    const newer = wholeOf(studio.url);
    for (const ms of [150, 250, 350, 450, 600, 800, 1100]) {
      const command = ['scripts/run-backup.mjs', 'restore', file, '--yes'];
      const env = { ...process.env, DATABASE_URL: studio.url };
      const child = spawn(process.execPath, command, { env, detached: true, stdio: 'ignore' });
      const gone = new Promise((resolve) => child.once('exit', resolve));
      await wait(ms);
      if (child.exitCode === null && child.pid) process.kill(-child.pid, 'SIGKILL');
      await gone;
      // The database ends what it was told though nobody waits for it any more.
      let whole = '';
      for (let next = wholeOf(studio.url); next !== whole; next = wholeOf(studio.url)) whole = next;
      expect([old, newer].includes(whole)).withContext(`${ms} ms`).toBeTrue();
      if (whole === old) await undoRestore(studio.url);
    }
    await restore(studio.url, file);
    expect(wholeOf(studio.url)).toBe(old);
  }, 60_000);

  it('that is damaged is refused, with nothing touched', async () => {
    const file = await backUp(studio.url, folder);
    const bytes = readFileSync(file);
    const middle = Math.floor(bytes.length / 2);
    bytes.writeUInt8(bytes.readUInt8(middle) ^ 1, middle);
    writeFileSync(file, bytes);
    const before = wholeOf(studio.url);
    await expectAsync(restore(studio.url, file)).toBeRejectedWithError(/damaged/);
    rmSync(`${file}.sha256`);
    await expectAsync(restore(studio.url, file)).toBeRejectedWithError(/missing/);
    expect(wholeOf(studio.url)).toBe(before);
  });

  it('that cannot be made leaves nothing behind that looks like one', async () => {
    const url = studio.url.replace(/\/[^/]+$/, '/nowhere');
    await expectAsync(backUp(url, folder)).toBeRejectedWithError(/failed/);
    expect(readdirSync(folder)).toEqual([]);
  });

  it('is made once a day; those of over two weeks ago go, but never the newest fourteen', async () => {
    const day = (n: number) => new Date(Date.UTC(2026, 10, n, 12));
    const days = () => backupsIn(folder).map((name) => name.slice(6, 16));
    for (const n of [1, 1, 2, 20]) await dailyBackUp(studio.url, folder, day(n));
    expect(days()).toEqual(['2026-11-01', '2026-11-02', '2026-11-20']);
    for (let n = 3; n < 16; n += 1) {
      const file = join(folder, `harvu-2026-11-${String(n).padStart(2, '0')}-12-00-00.sql.gz`);
      writeFileSync(file, '');
    }
    await dailyBackUp(studio.url, folder, day(21));
    expect([days().length, days()[0]]).toEqual([14, '2026-11-04']);
    // A clock that jumps ahead throws none of the last ones away.
    await dailyBackUp(studio.url, folder, day(421));
    expect(days().length).toBe(14);
  });
});
