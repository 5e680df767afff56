import type { Person } from '@harvu/contract';
import { createMiddleware } from 'hono/factory';
import { DomainError, notAllowed, signInNeeded } from './errors';

/** The session a request is sent in. */
export interface OwnSessionOf {
  readonly id: string;
  /** When this request came. */
  readonly seenAt: Date;
  /** When the password was last asked for in it. */
  readonly confirmedAt: Date;
}

/** What a request carries once it is known who sent it. */
export interface SignedIn {
  readonly Variables: {
    readonly person: Person | undefined;
    readonly session: OwnSessionOf | undefined;
    /** Writes down what an owner or teacher did. */
    readonly noteAct: ((act: Act) => Promise<void>) | undefined;
  };
}

/** Something somebody did that is written down: what, and about whom or what. */
export interface Act {
  readonly act: string;
  readonly personId: string | null;
  readonly aboutId: string | null;
}

/** What a request carries on routes behind the door. */
export interface Inside {
  readonly Variables: { readonly person: Person };
}

export function isTeaching(person: Person): boolean {
  return person.role === 'owner' || person.role === 'teacher';
}

/** Lets only signed-in people through. */
export const signedInOnly = createMiddleware<SignedIn>(async (c, next) => {
  if (!c.get('person')) throw signInNeeded('You are not signed in.', 'Sign in and try again.');
  await next();
});

/** Lets only teachers and owners through. */
export const teachersOnly = createMiddleware<SignedIn>(async (c, next) => {
  const person = c.get('person');
  if (!person || !isTeaching(person))
    throw notAllowed('Only a teacher can do this.', 'Ask your teacher.');
  await next();
});

/** Lets only owners through. */
export const ownersOnly = createMiddleware<SignedIn>(async (c, next) => {
  if (c.get('person')?.role !== 'owner') {
    throw notAllowed('Only the owner of the studio can do this.', 'Ask the owner.');
  }
  await next();
});

/** For so long a password that was just asked for counts as asked. */
const CONFIRMED_MS = 10 * 60_000;

const CONFIRM_NEEDED = new DomainError({
  status: 403,
  code: 'confirm-needed',
  title: 'This asks for your password once more.',
  remedy: 'Give it, and it is done.',
});

/** Lets only those through who gave their password just now: what follows cannot be taken back. */
export const confirmedOnly = createMiddleware<SignedIn>(async (c, next) => {
  const session = c.get('session');
  const isFresh =
    session && session.seenAt.getTime() - session.confirmedAt.getTime() < CONFIRMED_MS;
  if (!isFresh) throw CONFIRM_NEEDED;
  await next();
});
