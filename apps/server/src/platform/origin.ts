import { createMiddleware } from 'hono/factory';
import { notAllowed } from './errors';

const SAFE = ['GET', 'HEAD', 'OPTIONS'];

/** Refuses changes that another site's page asks for in the name of somebody signed in here. */
export const sameOriginOnly = createMiddleware(async (c, next) => {
  const origin = c.req.header('origin');
  const site = c.req.header('sec-fetch-site');
  const isSafe = SAFE.includes(c.req.method);
  const isForeign =
    (origin !== undefined && hostOf(origin) !== c.req.header('host')) ||
    (site !== undefined && site !== 'same-origin' && site !== 'none');
  if (!isSafe && isForeign) {
    throw notAllowed('This request came from another site.', 'Use Harvu’s own pages.');
  }
  await next();
});

function hostOf(origin: string): string {
  return URL.canParse(origin) ? new URL(origin).host : '';
}
