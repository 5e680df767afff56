import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TestStudio } from '../apps/server/testing/test-studio';
import { backUp, backupsIn, clientOf, dailyBackUp, restore } from './backup.mjs';

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
    await studio.close();
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

  it('takes the place of everything that came after it', async () => {
    const file = await backUp(studio.url, folder);
    const before = wholeOf(studio.url);
    await studio.sequelize.query('CREATE TABLE later (id INT)');
    await studio.sequelize.query("UPDATE people SET name = 'Somebody else'");
    await restore(studio.url, file);
    expect(wholeOf(studio.url)).toBe(before);
  });

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

  it('is made once a day, and kept for two weeks', async () => {
    const day = (n: number) => new Date(Date.UTC(2026, 10, n, 12));
    for (const n of [1, 1, 2, 20]) await dailyBackUp(studio.url, folder, day(n));
    const days = backupsIn(folder).map((name) => name.slice(6, 16));
    expect(days).toEqual(['2026-11-20']);
    expect(readdirSync(folder).length).toBe(2);
    await dailyBackUp(studio.url, folder, day(21));
    expect(backupsIn(folder).length).toBe(2);
  });
});
