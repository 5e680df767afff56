import type { Context } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import { createMiddleware } from 'hono/factory';
import type { SignedIn } from '../../platform/access';
import { serve, serveMade, type Api } from '../../platform/routing';
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

function keepToken(c: Context, token: string): void {
  setCookie(c, COOKIE, token, {
    httpOnly: true,
    sameSite: 'Lax',
    path: '/',
    maxAge: SESSION_DAYS * 86_400,
    secure: new URL(c.req.url).protocol === 'https:',
  });
}

/** Routes of the door, and of the people of the studio. */
export function servePeople(api: Api, service: PeopleService): void {
  serve(api, 'signIn', async ({ body, context }) => {
    const { token, person } = await service.signIn(body);
    keepToken(context, token);
    return person;
  });
  serve(api, 'signOut', async ({ context }) => {
    const token = getCookie(context, COOKIE);
    if (token) await service.signOut(token);
    deleteCookie(context, COOKIE, { path: '/' });
    return undefined;
  });
  serve(api, 'me', async ({ person }) => (person ? service.toMe(person) : null));
  serve(api, 'saveConventions', ({ person, body }) => service.saveConventions(person, body));
  serve(api, 'people', () => service.list());
  serveMade(api, 'addPerson', ({ body }) => service.add(body));
  serve(api, 'resetPassword', async ({ id, body }) => {
    await service.resetPassword(id, body.password);
    return undefined;
  });
  serve(api, 'recordConsent', async ({ id, body }) => {
    await service.recordConsent(id, body);
    return undefined;
  });
}
