import type { StudioDoor } from '@harvu/contract';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { guarded } from './guarded.mjs';
import { commandOf, isAlive, markOf, processesIn } from './processes.mjs';

const ROOT = join(import.meta.dirname, '..');

/** One `npm start` in a data folder of its own. */
class Start {
  output = '';
  private readonly child: ChildProcess;
  readonly ended: Promise<number | null>;

  constructor(data: string, port: number, env: Readonly<Record<string, string>> = {}) {
    this.child = spawn(process.execPath, ['scripts/start.mjs'], {
      cwd: ROOT,
      env: { ...process.env, HARVU_DATA: data, PORT: String(port), ...env },
    });
    for (const stream of [this.child.stdout, this.child.stderr])
      stream?.on('data', (chunk: Buffer) => (this.output += chunk.toString()));
    this.ended = new Promise((resolve) => this.child.on('exit', resolve));
  }

  async says(words: RegExp, seconds = 60): Promise<void> {
    for (let tries = 0; tries < seconds * 10; tries++) {
      if (words.test(this.output)) return;
      await wait(100);
    }
    throw new Error(`never said ${words.source}: ${this.output}`);
  }

  async stop(): Promise<number | null> {
    this.child.kill('SIGINT');
    return this.ended;
  }

  /** Without a word, as a machine that loses its power. */
  async die(): Promise<void> {
    this.child.kill('SIGKILL');
    await this.ended;
  }
}

interface Running {
  readonly server: number;
  readonly database: number;
}

async function isServing(port: number, seconds = 30): Promise<boolean> {
  for (let tries = 0; tries < seconds * 10; tries++) {
    const answer = await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => undefined);
    if (answer?.ok) return true;
    await wait(100);
  }
  return false;
}

/** It may have ended by itself meanwhile. */
function kill(pid: number): void {
  if (isAlive(pid)) process.kill(pid, 'SIGKILL');
}

/** A data folder whose processes end with this run, however it ends. */
function ownFolder(name: string): string {
  return guarded(mkdtempSync(join(tmpdir(), `harvu-${name}-`)));
}

/** Ends whatever works in a folder, also where a test failed, and the folder with it. */
function putAway(data: string): void {
  for (const pid of processesIn(data)) if (!commandOf(pid).includes('guard.mjs')) kill(pid);
  rmSync(data, { recursive: true, force: true });
}

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1');
  await wait(50);
  const address = server.address();
  await new Promise((resolve) => server.close(resolve));
  return typeof address === 'object' ? (address?.port ?? 0) : 0;
}

describe('the start command', () => {
  let data: string;
  let port: number;
  let first: Start;
  const running = (): Running =>
    JSON.parse(readFileSync(join(data, 'running.json'), 'utf8')) as Running;
  const songs = async (): Promise<string> => {
    const body = JSON.stringify({ signInName: 'ilse', password: 'lantern-night' });
    const headers = { 'content-type': 'application/json' };
    const base = `http://127.0.0.1:${port}/api`;
    const { headers: sent } = await fetch(`${base}/sign-in`, { method: 'POST', headers, body });
    const cookie = (sent.get('set-cookie') ?? '').split(';')[0] ?? '';
    return (await fetch(`${base}/songs`, { headers: { cookie } })).text();
  };

  beforeAll(async () => {
    data = ownFolder('start');
    port = await freePort();
    first = new Start(data, port);
    await first.says(/Harvu is ready/, 120);
  }, 130_000);
  afterAll(async () => {
    await first.stop();
    putAway(data);
  }, 30_000);

  it('prints the address, and serves the application with the demo world', async () => {
    expect(first.output).toContain(`http://localhost:${port}`);
    expect(await (await fetch(`http://127.0.0.1:${port}/`)).text()).toContain('<harvu-root ');
    expect(await songs()).toContain('Slow Barge to Ferrow');
  });

  it('finds a start that is there already, and says so', async () => {
    const second = new Start(data, port);
    expect(await second.ended).toBe(0);
    expect(second.output).toContain('running already');
  });

  it('tells that its port is taken by another program', async () => {
    const other = createServer().listen(0, '127.0.0.1');
    await wait(50);
    const address = other.address();
    const taken = typeof address === 'object' ? (address?.port ?? 0) : 0;
    const elsewhere = new Start(join(data, 'elsewhere'), taken);
    expect(await elsewhere.ended).toBe(1);
    expect(elsewhere.output).toContain(`Port ${taken} is taken`);
    other.close();
  });

  it('gets over the server being killed', async () => {
    const { server } = running();
    process.kill(server, 'SIGKILL');
    await first.says(/The server stopped unexpectedly/);
    expect(await isServing(port)).toBeTrue();
  }, 60_000);

  it('gets over the database being killed, with everything still there', async () => {
    const before = await songs();
    const { database } = running();
    process.kill(database, 'SIGKILL');
    await first.says(/The database stopped unexpectedly/);
    await wait(1000);
    expect(await isServing(port)).toBeTrue();
    expect(await songs()).toBe(before);
  }, 60_000);

  it('stops cleanly when asked, leaving nothing running, and serves again', async () => {
    await isServing(port);
    const { server, database } = running();
    expect(await first.stop()).toBe(0);
    expect([server, database].filter(isAlive)).toEqual([]);
    first = new Start(data, port);
    await first.says(/Harvu is ready/, 20);
    expect(await songs()).toContain('Slow Barge to Ferrow');
  }, 60_000);
});

describe('a start after trouble', () => {
  const folders: string[] = [];
  afterEach(() => folders.splice(0).forEach(putAway));

  it('counts a crash once, takes over from one that died, and gets over a note cut short', async () => {
    const data = ownFolder('trouble');
    folders.push(data);
    const port = await freePort();
    const running = (): Running =>
      JSON.parse(readFileSync(join(data, 'running.json'), 'utf8')) as Running;
    let start = new Start(data, port);
    await start.says(/Harvu is ready/);
    const before = running();
    kill(before.database);
    await start.says(/The database stopped unexpectedly/);
    while (running().database === before.database) await wait(100);
    expect(await isServing(port)).toBeTrue();
    // The server went on meanwhile.
    expect(running().server).toBe(before.server);
    expect(start.output.match(/stopped unexpectedly/g)?.length).toBe(1);

    const { server } = running();
    await start.die();
    expect(isAlive(server)).toBeTrue();
    start = new Start(data, port);
    await start.says(/The start before this one ended[^]*Harvu is ready/);
    expect(isAlive(server)).toBeFalse();

    await start.stop();
    writeFileSync(join(data, 'running.json'), '{"port":');
    start = new Start(data, port);
    await start.says(/could not be read[^]*Harvu is ready/);
    await start.stop();
  }, 180_000);
});

describe('a start beside processes of others', () => {
  it('ends nobody’s process whose number stands in an old note', async () => {
    const data = ownFolder('stale');
    const other = spawn(process.execPath, ['-e', 'setTimeout(() => undefined, 60_000)']);
    const number = other.pid ?? 0;
    await wait(200);
    const port = await freePort();
    const mark = { ...markOf(number), startedAt: '1' };
    const note = { port, pid: number, server: number, marks: { server: mark } };
    writeFileSync(join(data, 'running.json'), JSON.stringify(note));
    const start = new Start(data, port, { HARVU_DEMO: '0' });
    await start.says(/Harvu is ready/);
    expect(isAlive(number)).toBeTrue();
    const { database } = JSON.parse(readFileSync(join(data, 'running.json'), 'utf8')) as Running;
    await start.stop();
    // Nor another studio's database that has the number of one's own.
    const other2 = ownFolder('stale2');
    const beside = new Start(other2, await freePort(), { HARVU_DEMO: '0' });
    await beside.says(/Harvu is ready/);
    const foreign = (JSON.parse(readFileSync(join(other2, 'running.json'), 'utf8')) as Running)
      .database;
    expect(foreign).not.toBe(database);
    writeFileSync(join(data, 'database', 'db.pid'), `${foreign}\n`);
    const again = new Start(data, port, { HARVU_DEMO: '0' });
    await again.says(/Harvu is ready/);
    expect(isAlive(foreign)).toBeTrue();
    await again.stop();
    await beside.stop();
    other.kill();
    [data, other2].forEach(putAway);
  }, 120_000);
});

describe('what a test starts', () => {
  it('ends with it, also when the test is cut off', async () => {
    const data = mkdtempSync(join(tmpdir(), 'harvu-cut-'));
    const port = await freePort();
    const script = `
      import { spawn } from 'node:child_process';
      import { guarded } from ${JSON.stringify(join(ROOT, 'scripts/guarded.mjs'))};
      guarded(process.env.HARVU_DATA);
      spawn(process.execPath, ['scripts/start.mjs'], { stdio: 'ignore', detached: true });
      setInterval(() => undefined, 1000);`;
    const env = { ...process.env, HARVU_DATA: data, PORT: String(port), HARVU_DEMO: '0' };
    const runner = spawn(process.execPath, ['--input-type=module', '-e', script], {
      ...{ cwd: ROOT, env, stdio: 'ignore' },
    });
    expect(await isServing(port, 60)).toBeTrue();
    expect(processesIn(data).length).toBeGreaterThan(3);
    runner.kill('SIGKILL');
    for (let tries = 0; tries < 300 && processesIn(data).length > 0; tries += 1) await wait(100);
    expect(processesIn(data)).toEqual([]);
  }, 120_000);
});

describe('a first start', () => {
  let data: string;
  let port: number;
  beforeEach(async () => {
    data = ownFolder('first');
    port = await freePort();
  });
  afterEach(() => putAway(data));
  const door = async (): Promise<StudioDoor> =>
    (await (await fetch(`http://127.0.0.1:${port}/api/studio`)).json()) as StudioDoor;

  it('that loses its power at any moment is taken up again by the next', async () => {
    for (const ms of [900, 1600, 2300, 3000]) {
      const cut = new Start(data, port);
      await wait(ms);
      await cut.die();
      for (const pid of processesIn(data)) if (!commandOf(pid).includes('guard.mjs')) kill(pid);
    }
    const whole = new Start(data, port);
    await whole.says(/Harvu is ready/, 60);
    expect((await door()).studioName).toBe('Tern Yard Studio');
    await whole.stop();
  }, 120_000);

  it('of a studio of one’s own shows no account, and is set up by whoever reads its code', async () => {
    const own = new Start(data, port, { HARVU_DEMO: '0' });
    await own.says(/Harvu is ready/, 60);
    expect(await door()).toEqual({
      ...{ studioName: '', needsSetUp: true, isDemo: false, demoAccounts: [] },
    });
    const [, code = ''] = /give this code: (\d{8})/.exec(own.output) ?? [];
    const setUp = (given: string): Promise<Response> =>
      fetch(`http://127.0.0.1:${port}/api/studio/set-up`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          ...{ studioName: 'Halm Yard', name: 'Ilse', signInName: 'ilse', code: given },
          password: 'gravel moth canoe',
        }),
      });
    expect((await setUp('00000000')).status).toBe(400);
    expect((await setUp(code)).status).toBe(204);
    expect((await door()).studioName).toBe('Halm Yard');
    await own.stop();
    const demo = new Start(data, port);
    await demo.says(/Harvu is ready/, 60);
    expect((await door()).demoAccounts).toEqual([]);
    await demo.stop();
  }, 120_000);
});
