import type { Problem } from '@harvu/contract';

/** Something that cannot be done, and what to do instead; the one kind of error answers are made from. */
export class DomainError extends Error {
  constructor(
    readonly problem: Problem,
    /** When it is worth trying again. */
    readonly retryAfterSeconds?: number,
  ) {
    super(problem.title);
  }
}

const problem = (status: number, code: string) => (title: string, remedy: string, field?: string) =>
  new DomainError({ status, code, title, remedy, ...(field !== undefined && { field }) });

export const badRequest = problem(400, 'bad-request');
export const signInNeeded = problem(401, 'sign-in-needed');
export const notAllowed = problem(403, 'not-allowed');
export const notFound = problem(404, 'not-found');
export const conflict = problem(409, 'conflict');
export const unsupported = problem(415, 'unsupported');

const later =
  (status: number, code: string) => (title: string, remedy: string, retryAfterSeconds: number) =>
    new DomainError({ status, code, title, remedy }, retryAfterSeconds);

const MINUTE_S = 60;
const MOMENT_S = 10;

/** Says how long to wait: a moment, a minute, or so many. */
export function tooMany(title: string, retryAfterSeconds: number): DomainError {
  const minutes = Math.ceil(retryAfterSeconds / MINUTE_S);
  const short = retryAfterSeconds <= MOMENT_S ? 'a moment' : 'a minute';
  const words = minutes <= 1 ? short : `${minutes} minutes`;
  return later(429, 'too-many')(title, `Wait ${words}, then try again.`, retryAfterSeconds);
}

export const busy = later(503, 'busy');

export const noRoom = later(507, 'no-room')(
  'The studio’s disk is full, so nothing can be kept just now.',
  'Everything there is can still be read. Tell whoever runs the studio’s server; it goes on by itself once there is room.',
  60,
);

export const noDatabase = later(503, 'no-database')(
  'The studio’s database does not answer just now.',
  'Nothing that was kept is lost. Try again in a moment; what you wrote is still here.',
  5,
);

/** What is answered for an id that does not exist, or that this person may not see: the same. */
export const missing = (what: string) =>
  notFound(`There is no such ${what} here.`, 'Go back and open it from its list.');
