import { expose } from 'comlink';
import { WorkerOwner } from './worker-owner';

interface Tasks {
  findings(): string[];
  read(): string;
}

/** A worker on this page: it answers as it is told, and fails when it is told. */
class FakeWorker extends EventTarget {
  isTerminated = false;
  private readonly channel = new MessageChannel();
  readonly postMessage = (message: unknown, moved: Transferable[] = []): void =>
    this.channel.port1.postMessage(message, moved);
  readonly start = (): void => undefined;

  constructor(answers: object) {
    super();
    expose(answers, this.channel.port2);
    this.channel.port1.onmessage = ({ data }: MessageEvent<unknown>) =>
      this.dispatchEvent(new MessageEvent('message', { data }));
  }

  terminate(): void {
    this.isTerminated = true;
  }

  fail(): void {
    this.dispatchEvent(new ErrorEvent('error', { message: 'Out of memory.' }));
  }
}

describe('the owner of a worker', () => {
  let made: FakeWorker[];
  let owner: WorkerOwner<Tasks>;
  const never = new Promise<never>(() => undefined);

  beforeEach(() => {
    made = [];
    owner = new WorkerOwner<Tasks>(() => {
      const isFirst = made.length === 0;
      const worker = new FakeWorker({
        findings: () => (isFirst ? never : ['found']),
        read: () => {
          throw new TypeError('no such bar');
        },
      });
      made.push(worker);
      return worker as unknown as Worker;
    });
  });
  const findings = () => owner.ask((worker) => worker.findings());

  it('fails what was asked of a worker that dies, and asks another from then on', async () => {
    const asked = [findings(), findings()];
    made[0]?.fail();
    const ends = await Promise.allSettled(asked);
    expect(ends.map((one) => one.status)).toEqual(['rejected', 'rejected']);
    expect(await findings()).toEqual(['found']);
    expect([made.length, made[0]?.isTerminated]).toEqual([2, true]);
  });

  it('keeps a worker whose answer is an error', async () => {
    const read = owner.ask((worker) => worker.read());
    await expectAsync(read).toBeRejectedWithError(/no such bar/);
    expect(made.length).toBe(1);
    expect(made[0]?.isTerminated).toBeFalse();
  });

  it('makes none before something is asked, and another once it was stopped', async () => {
    expect(made.length).toBe(0);
    owner.stop();
    void findings();
    owner.stop();
    expect(made[0]?.isTerminated).toBeTrue();
    expect(await findings()).toEqual(['found']);
    expect(made.length).toBe(2);
  });

  it('keeps the new one where the one before it fails late', async () => {
    const given = findings();
    given.catch(() => undefined);
    owner.stop();
    expect(await findings()).toEqual(['found']);
    made[0]?.fail();
    expect(await findings()).toEqual(['found']);
    expect([made.length, made[1]?.isTerminated]).toEqual([2, false]);
  });
});
