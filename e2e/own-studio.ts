import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { guarded } from '../scripts/guarded.mjs';

const ROOT = join(import.meta.dirname, '..');

interface Running {
  readonly server: number;
  readonly database: number;
}

/** A studio of a journey's own, whose server and database it may kill. */
export class OwnStudio {
  private constructor(
    readonly url: string,
    private readonly data: string,
    private readonly child: ChildProcess,
  ) {}

  /** With a demo world, unless it is to be empty; then it is set up with the code that is given. */
  static async open(
    more: Readonly<Record<string, string>> = {},
    triesLeft = 2,
  ): Promise<OwnStudio> {
    // It ends with the journey, also where that fails or is cut off.
    const data = guarded(mkdtempSync(join(tmpdir(), 'harvu-own-')));
    const port = await freePort();
    const own = { ...process.env, ...more };
    const env = { ...own, PORT: String(port), HARVU_DATA: data, LOG_LEVEL: 'fatal' };
    const child = spawn(process.execPath, ['scripts/start.mjs'], {
      cwd: ROOT,
      env,
      stdio: 'ignore',
    });
    const studio = new OwnStudio(`http://localhost:${port}`, data, child);
    try {
      await studio.isUp();
    } catch (error) {
      // Somebody else was quicker to take the port.
      if (triesLeft === 0 || child.exitCode === null) throw error;
      return OwnStudio.open(more, triesLeft - 1);
    }
    return studio;
  }

  /** Waits until it answers. */
  async isUp(): Promise<void> {
    for (let tries = 0; tries < 600 && this.child.exitCode === null; tries += 1) {
      const isUp = await fetch(`${this.url}/api/health`).then(
        (answer) => answer.ok,
        () => false,
      );
      if (isUp) return;
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
    throw new Error('The studio does not answer.');
  }

  /** Kills a process of it outright, as a power cut would. */
  kill(what: keyof Running): void {
    const note = join(this.data, 'running.json');
    if (!existsSync(note)) return;
    process.kill((JSON.parse(readFileSync(note, 'utf8')) as Running)[what], 'SIGKILL');
  }

  async close(): Promise<void> {
    const gone = new Promise((resolve) => this.child.once('exit', resolve));
    this.child.kill('SIGTERM');
    await gone;
    rmSync(this.data, { recursive: true, force: true });
  }
}

async function freePort(): Promise<number> {
  const probe = createServer().listen(0);
  await new Promise((resolve) => probe.once('listening', resolve));
  const address = probe.address();
  await new Promise((resolve) => probe.close(resolve));
  return typeof address === 'object' && address ? address.port : 0;
}
