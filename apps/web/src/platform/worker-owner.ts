import { wrap, type Remote } from 'comlink';

/** Makes a worker. */
export type CreateWorker = () => Worker;

interface RunningWorker<Tasks> {
  readonly thread: Worker;
  readonly remote: Remote<Tasks>;
  /** Fails when the worker does. */
  readonly failed: Promise<never>;
}

/**
 * Owns one worker: makes it when something is asked of it first, and another once it was stopped or has failed. What
 * was asked of a failed one ends with an error; of one that was stopped no answer is waited for any more.
 */
export class WorkerOwner<Tasks> {
  private running: RunningWorker<Tasks> | undefined;

  constructor(private readonly createWorker: CreateWorker) {}

  ask<Answer>(question: (remote: Remote<Tasks>) => Answer): Promise<Awaited<Answer>> {
    const { remote, failed } = this.start();
    return Promise.race([question(remote), failed]);
  }

  /** Has the worker ready before something is asked of it. */
  start(): RunningWorker<Tasks> {
    return (this.running ??= this.made());
  }

  /** Ends whatever it is at. */
  stop(): void {
    this.running?.thread.terminate();
    this.running = undefined;
  }

  private made(): RunningWorker<Tasks> {
    const thread = this.createWorker();
    const failed = new Promise<never>((_, reject) => {
      const fail = (why: string): void => {
        thread.terminate();
        if (this.running?.thread === thread) this.running = undefined;
        reject(new Error(why));
      };
      thread.addEventListener('error', ({ message }) => fail(message || 'The worker failed.'));
      thread.addEventListener('messageerror', () => fail('The answer could not be read.'));
    });
    // A worker that fails with nothing asked of it fails nobody.
    failed.catch(() => undefined);
    return { thread, remote: wrap<Tasks>(thread), failed };
  }
}
