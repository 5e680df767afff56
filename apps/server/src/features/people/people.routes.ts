import {
  consentSchema,
  conventionsSchema,
  newPersonSchema,
  passwordResetSchema,
  signInSchema,
} from '@harvu/contract';
import { Hono } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import { createMiddleware } from 'hono/factory';
import {
  ownersOnly,
  signedInOnly,
  teachersOnly,
  type Inside,
  type SignedIn,
} from '../../platform/access';
import { signInNeeded } from '../../platform/errors';
import { pathId, readBody } from '../../platform/requests';
import { SESSION_DAYS, type PeopleService } from './people.service';

const COOKIE = 'harvu_session';

/** Finds out who sends each request, from the session cookie. */
export function recognise(service: PeopleService) {
  return createMiddleware<SignedIn>(async (c, next) => {
    const token = getCookie(c, COOKIE);
    c.set('person', token ? await service.personOf(token) : undefined);
    await next();
  });
}

/** Routes that work without being signed in. */
export function createSignInRoutes(service: PeopleService) {
  return new Hono<SignedIn>()
    .post('/sign-in', async (c) => {
      const { token, person } = await service.signIn(await readBody(c, signInSchema));
      setCookie(c, COOKIE, token, {
        httpOnly: true,
        sameSite: 'Lax',
        path: '/',
        maxAge: SESSION_DAYS * 86_400,
        secure: new URL(c.req.url).protocol === 'https:',
      });
      return c.json(person);
    })
    .post('/sign-out', async (c) => {
      const token = getCookie(c, COOKIE);
      if (token) await service.signOut(token);
      deleteCookie(c, COOKIE, { path: '/' });
      return c.body(null, 204);
    })
    .get('/me', async (c) => {
      const person = c.get('person');
      return c.json(person ? await service.toMe(person) : null);
    })
    .put('/me/conventions', signedInOnly, async (c) => {
      const person = c.get('person');
      if (!person) throw signInNeeded('You are not signed in.', 'Sign in and try again.');
      return c.json(await service.saveConventions(person, await readBody(c, conventionsSchema)));
    });
}

/** Routes about the people of the studio. */
export function createPeopleRoutes(service: PeopleService) {
  return new Hono<Inside>()
    .get('/', teachersOnly, async (c) => c.json(await service.list()))
    .post('/', ownersOnly, async (c) =>
      c.json(await service.add(await readBody(c, newPersonSchema)), 201),
    )
    .post('/:id/password', ownersOnly, async (c) => {
      const { password } = await readBody(c, passwordResetSchema);
      await service.resetPassword(pathId(c, 'person'), password);
      return c.body(null, 204);
    })
    .post('/:id/consent', ownersOnly, async (c) => {
      await service.recordConsent(pathId(c, 'person'), await readBody(c, consentSchema));
      return c.body(null, 204);
    });
}
