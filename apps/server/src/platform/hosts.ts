import { createMiddleware } from 'hono/factory';
import { badRequest } from './errors';

const UNKNOWN_HOST = badRequest(
  'This studio is not known by that address.',
  'Open it by its own address. Whoever runs the server names addresses in HARVU_HOSTS.',
);

/**
 * Answers only requests that name the studio by one of its own addresses: a foreign name that leads here
 * is another site's way to reach what only this machine should.
 */
export function knownHostsOnly(hosts: readonly string[]) {
  const known = new Set(hosts.map(nameOf));
  return createMiddleware(async (c, next) => {
    if (!known.has(nameOf(c.req.header('host') ?? ''))) throw UNKNOWN_HOST;
    await next();
  });
}

/** A host without its port. */
function nameOf(host: string): string {
  return host.replace(/:\d+$/, '').toLowerCase();
}
