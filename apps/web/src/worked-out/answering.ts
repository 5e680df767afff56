import { wrap, type Remote } from 'comlink';
import type { Answers } from './answers';

/** Makes the worker that works songs out. */
export type CreateWorker = () => Worker;

interface Running {
  readonly remote: Remote<Answers>;
  /** Fails when the worker does. */
  readonly failed: Promise<never>;
}

/**
 * Asks a worker, and starts another once it has failed: what was asked of the failed one ends with an
 * error, and the next question is answered.
 */
export class Answering {
  private running: Running | undefined;

  constructor(private readonly createWorker: CreateWorker) {}

  ask<T>(question: (remote: Remote<Answers>) => Promise<T>): Promise<T> {
    const { remote, failed } = (this.running ??= this.start());
    return Promise.race([question(remote), failed]);
  }

  private start(): Running {
    const worker = this.createWorker();
    const failed = new Promise<never>((_, reject) => {
      const fail = (why: string): void => {
        worker.terminate();
        this.running = undefined;
        reject(new Error(why));
      };
      worker.addEventListener('error', ({ message }) => fail(message || 'The worker failed.'));
      worker.addEventListener('messageerror', () => fail('The answer could not be read.'));
    });
    // A worker that fails with nothing asked of it fails nobody.
    failed.catch(() => undefined);
    return { remote: wrap<Answers>(worker), failed };
  }
}
