import { expose } from 'comlink';
import { Answering } from './answering';

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

describe('asking the worker', () => {
  let made: FakeWorker[];
  let answering: Answering;
  const never = new Promise<never>(() => undefined);

  beforeEach(() => {
    made = [];
    answering = new Answering(() => {
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
  const findings = () =>
    answering.ask((worker) => worker.findings({} as never, {} as never)) as Promise<unknown>;

  it('fails what was asked of a worker that dies, and asks another from then on', async () => {
    const asked = [findings(), findings()];
    made[0]?.fail();
    const ends = await Promise.allSettled(asked);
    expect(ends.map((one) => one.status)).toEqual(['rejected', 'rejected']);
    expect(await findings()).toEqual(['found']);
    expect([made.length, made[0]?.isTerminated]).toEqual([2, true]);
  });

  it('keeps a worker whose answer is an error', async () => {
    const read = answering.ask((worker) => worker.read('', {} as never));
    await expectAsync(read).toBeRejectedWithError(/no such bar/);
    expect(made.length).toBe(1);
    expect(made[0]?.isTerminated).toBeFalse();
  });
});
