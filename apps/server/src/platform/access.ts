import type { Person } from '@harvu/contract';
import { createMiddleware } from 'hono/factory';
import { notAllowed, signInNeeded } from './errors';

/** What a request carries once it is known who sent it. */
export interface SignedIn {
  readonly Variables: { readonly person: Person | undefined };
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
