import { createMiddleware } from 'hono/factory';
import type { SignedIn } from './access';
import { tooMany } from './errors';

interface WaitingTurn {
  readonly begin: () => void;
}

/** How much is done at once, and how much of one person's may wait. */
interface Bounds {
  readonly atOnce: number;
  readonly waitingEach: number;
}

const COME_BACK_S = 10;

/**
 * Lets work that takes long in by turns: one of each person in a round, so that whoever asks for much
 * makes nobody else wait; and no more of one person than may wait.
 */
export function createTurns({ atOnce, waitingEach }: Bounds) {
  const queues = new Map<string, WaitingTurn[]>();
  let running = 0;

  function beginNext(): void {
    if (running >= atOnce) return;
    const [first] = queues;
    if (!first) return;
    const [key, waiting] = first;
    const one = waiting.shift();
    // Whoever had a turn stands behind all others.
    queues.delete(key);
    if (waiting.length > 0) queues.set(key, waiting);
    if (!one) return;
    running += 1;
    one.begin();
  }

  function end(): void {
    running -= 1;
    beginNext();
  }

  function drop(key: string, one: WaitingTurn): void {
    const left = (queues.get(key) ?? []).filter((other) => other !== one);
    if (left.length > 0) queues.set(key, left);
    else queues.delete(key);
  }

  /** Waits for a turn; kept with what ends it. Not at all once whoever asked has gone. */
  function take(key: string, gone: AbortSignal): Promise<() => void> {
    const waiting = queues.get(key) ?? [];
    if (waiting.length >= waitingEach)
      throw tooMany('So much of yours is being made already.', COME_BACK_S);
    return new Promise((resolve, reject) => {
      const one: WaitingTurn = { begin: () => resolve(end) };
      gone.addEventListener(
        'abort',
        () => {
          drop(key, one);
          reject(new Error('Whoever asked has gone.'));
        },
        { once: true },
      );
      queues.set(key, [...waiting, one]);
      beginNext();
    });
  }

  return { take };
}

export type Turns = ReturnType<typeof createTurns>;

/** Lets requests of one kind in by turns. */
export function inTurn(turns: Turns) {
  return createMiddleware<SignedIn>(async (c, next) => {
    const done = await turns.take(c.get('person')?.id ?? '', c.req.raw.signal);
    try {
      await next();
    } finally {
      done();
    }
  });
}
