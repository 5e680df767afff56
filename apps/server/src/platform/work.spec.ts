import { writeFile, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { inThreads } from './work';

interface Slow {
  readonly [task: string]: (ms: number) => number;
  readonly spin: (ms: number) => number;
}

const FILE = `
export function spin(ms) {
  const until = Date.now() + ms;
  while (Date.now() < until);
  return ms;
}`;

describe('long work', () => {
  let folder: string;
  let file: URL;
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'harvu-work-'));
    const path = join(folder, 'slow.mjs');
    await writeFile(path, FILE);
    file = pathToFileURL(path);
  });
  afterAll(() => rm(folder, { recursive: true }));

  it('is done in a thread, and holds up nothing here', async () => {
    const { spin } = inThreads<Slow>(['spin'], { file, threads: 1, waiting: 5 });
    let turns = 0;
    const counting = setInterval(() => (turns += 1), 5);
    expect(await spin(200)).toBe(200);
    clearInterval(counting);
    expect(turns).toBeGreaterThan(10);
  });

  it('is refused with a time to come back at when too much waits', async () => {
    const { spin } = inThreads<Slow>(['spin'], { file, threads: 1, waiting: 2 });
    await spin(1);
    const all = await Promise.allSettled([50, 50, 50, 50, 50].map((ms) => spin(ms)));
    const refused = all.filter((one) => one.status === 'rejected');
    expect(refused.length).toBeGreaterThan(0);
    expect(all.length - refused.length).toBeGreaterThanOrEqual(2);
    for (const { reason } of refused)
      expect(reason).toEqual(
        jasmine.objectContaining({ problem: jasmine.objectContaining({ status: 429 }) }),
      );
  });

  it('is not begun for whoever has gone', async () => {
    const { spin } = inThreads<Slow>(['spin'], { file, threads: 1, waiting: 5 });
    await spin(1);
    const gone = new AbortController();
    const [first, second] = [spin(100), spin(5000, gone.signal)];
    gone.abort();
    await expectAsync(second).toBeRejected();
    expect(await first).toBe(100);
  });
});
