import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';

const ROOT = join(import.meta.dirname, '..');

/** One `npm start` in a data folder of its own. */
class Start {
  output = '';
  private readonly child: ChildProcess;
  readonly ended: Promise<number | null>;

  constructor(data: string, port: number) {
    this.child = spawn(process.execPath, ['scripts/start.mjs'], {
      cwd: ROOT,
      env: { ...process.env, HARVU_DATA: data, PORT: String(port) },
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
}

interface Running {
  readonly server: number;
  readonly database: number;
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

async function isServing(port: number, seconds = 30): Promise<boolean> {
  for (let tries = 0; tries < seconds * 10; tries++) {
    const answer = await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => undefined);
    if (answer?.ok) return true;
    await wait(100);
  }
  return false;
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
    data = mkdtempSync(join(tmpdir(), 'harvu-start-'));
    port = await freePort();
    first = new Start(data, port);
    await first.says(/Harvu is ready/, 120);
  }, 130_000);
  afterAll(async () => {
    await first.stop();
    rmSync(data, { recursive: true, force: true });
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
