import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import { join } from 'node:path';
import { startDatabase, type RunningDatabase } from './database.mjs';

/** Runs a statement as somebody; gives what the database answered, or how it turned them away. */
function ask(sql: string, options: readonly string[]): string {
  const done = spawnSync('mariadb', ['--no-defaults', '-N', '-e', sql, ...options], {
    encoding: 'utf8',
  });
  return `${done.stdout}${done.stderr}`.trim();
}

describe('the studio’s own database', () => {
  let folder: string;
  let running: RunningDatabase;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'harvu-db-'));
    running = await startDatabase(folder);
  }, 60_000);
  afterAll(async () => {
    await running.stop();
    rmSync(folder, { recursive: true, force: true });
  }, 30_000);

  const asApplication = (sql: string): string => {
    const { port, password } = new URL(running.url);
    const where = ['--host=127.0.0.1', `--port=${port}`, 'harvu'];
    return ask(sql, ['--user=harvu', `--password=${password}`, ...where]);
  };
  const over = (user: string, host = '127.0.0.1') => [
    `--user=${user}`,
    `--host=${host}`,
    `--port=${new URL(running.url).port}`,
    '--protocol=tcp',
  ];

  it('lets nobody in over the network without a password', () => {
    for (const user of ['root', 'harvu', 'harvu-ping', 'anybody'])
      expect(ask('SELECT 1', over(user)))
        .withContext(user)
        .toContain('Access denied');
  });

  it('lets the system’s root in by the socket, and nobody else', () => {
    const socket = `--socket=${join(folder, 'db.sock')}`;
    const isRoot = userInfo().username === 'root';
    expect(ask('SELECT 1', [socket, '--user=root'])).toMatch(isRoot ? /^1$/ : /Access denied/);
    expect(ask('SELECT 1', [socket, '--user=harvu'])).toContain('Access denied');
    expect(ask('SELECT 1', [socket, '--user=anybody'])).toContain('Access denied');
  });

  it('gives the application rights on its own data, and on nothing else', () => {
    const grants = asApplication('SHOW GRANTS');
    expect(grants).toContain('GRANT USAGE ON *.*');
    expect(grants).toContain('GRANT ALL PRIVILEGES ON `harvu`.*');
    // Beside its own: where a backup is looked at, and what was there before it.
    expect([...grants.matchAll(/ON `harvu\S*`\.\*/g)].map(([one]) => one)).toEqual([
      ...['ON `harvu`.*', 'ON `harvu\\\\_beside`.*', 'ON `harvu\\\\_before`.*'],
    ]);
    expect(grants.split('\n').length).toBe(4);
    expect(asApplication("SELECT LOAD_FILE('/etc/passwd')")).toBe('NULL');
    for (const sql of [
      "SELECT 1 INTO OUTFILE '/tmp/harvu-out'",
      'SELECT * FROM mysql.global_priv',
      'CREATE DATABASE elsewhere',
      'SET GLOBAL general_log = 1',
    ])
      expect(asApplication(sql))
        .withContext(sql)
        .toMatch(/denied/);
  });

  it('is put right at start where an older version left it open', async () => {
    const socket = [`--socket=${join(folder, 'db.sock')}`, '--user=root'];
    if (userInfo().username !== 'root') pending('only root may open it again');
    ask("CREATE USER root@'127.0.0.1'; GRANT ALL ON *.* TO root@'127.0.0.1'", socket);
    ask("GRANT ALL ON *.* TO harvu@'127.0.0.1'", socket);
    ask("CREATE USER ''@'localhost'; CREATE USER ''@'127.0.0.1'", socket);
    expect(ask('SELECT 1', over('root'))).toBe('1');
    await running.stop();
    running = await startDatabase(folder);
    expect(ask('SELECT 1', over('root'))).toContain('Access denied');
    expect(ask('SELECT 1', over('anybody'))).toContain('Access denied');
    expect(ask("SHOW GRANTS FOR harvu@'127.0.0.1'", socket)).not.toContain('ALL PRIVILEGES ON *.*');
  }, 60_000);

  it('starts again where its settings were cut short, and sets them aside', async () => {
    const settings = join(folder, 'settings.json');
    await running.stop();
    writeFileSync(settings, readFileSync(settings, 'utf8').slice(0, 20));
    running = await startDatabase(folder);
    expect(asApplication('SELECT 1')).toBe('1');
    expect(readdirSync(folder).some((name) => name.startsWith('settings.json.damaged'))).toBeTrue();
  }, 60_000);

  it('is found again while it runs with its settings lost, and reached', async () => {
    writeFileSync(join(folder, 'settings.json'), '{');
    running = await startDatabase(folder);
    expect(asApplication('SELECT 1')).toBe('1');
  }, 60_000);
});
