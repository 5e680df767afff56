import { Piscina } from 'piscina';
import { tooMany } from './errors';

/** Functions that take long; each takes one plain value and gives one. */
export type Tasks = Readonly<Record<string, (input: never) => unknown>>;

/** Tasks done elsewhere: the same functions, answered later; left undone when nobody waits any more. */
export type TaskResults<Known extends Tasks> = {
  readonly [Name in keyof Known]: (
    input: Parameters<Known[Name]>[0],
    gone?: AbortSignal,
  ) => Promise<Awaited<ReturnType<Known[Name]>>>;
};

interface Bounds {
  /** The file whose exports the tasks are. */
  readonly file: URL;
  readonly threads: number;
  /** How many may wait; whoever comes then is asked to come back. */
  readonly waiting: number;
}

const COME_BACK_S = 3;
const QUEUE_IS_FULL = 'Task queue is at limit';

/** Does tasks in worker threads, so that whoever only reads never waits for them. */
export function inThreads<Known extends Tasks>(
  names: readonly (keyof Known & string)[],
  { file, threads, waiting }: Bounds,
): TaskResults<Known> {
  const pool = new Piscina({
    filename: file.href,
    minThreads: 0,
    maxThreads: threads,
    maxQueue: waiting,
    idleTimeout: 60_000,
    // Below the threads that answer requests.
    niceIncrement: 10,
  });
  const run = (name: string) => async (input: unknown, gone?: AbortSignal) => {
    try {
      return (await pool.run(input, { name, ...(gone && { signal: gone }) })) as unknown;
    } catch (error) {
      throw toProblem(error);
    }
  };
  // The file's exports are the tasks of this type; only their names are known here.
  return Object.fromEntries(names.map((name) => [name, run(name)])) as TaskResults<Known>;
}

/** Does tasks where it stands, for tests and small tools. */
export function atOnce<Known extends Tasks>(tasks: Known): TaskResults<Known> {
  const entries = Object.entries<(input: never) => unknown>(tasks).map(
    ([name, task]) => [name, (input: never) => Promise.resolve(input).then(task)] as const,
  );
  return Object.fromEntries(entries) as TaskResults<Known>;
}

function toProblem(error: unknown): unknown {
  const isFull = error instanceof Error && error.message === QUEUE_IS_FULL;
  return isFull ? tooMany('The server has much to work out just now.', COME_BACK_S) : error;
}
