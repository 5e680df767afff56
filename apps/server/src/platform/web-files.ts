import { serveStatic } from '@hono/node-server/serve-static';
import { Hono, type MiddlewareHandler } from 'hono';
import { createMiddleware } from 'hono/factory';
import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { extname, join, relative } from 'node:path';

/** The word in index.html that is replaced by each answer's own nonce. */
const NONCE_MARK = 'HARVU_NONCE';

function policy(nonce: string): string {
  return [
    "default-src 'self'",
    `style-src 'self' 'nonce-${nonce}'`,
    // The icons' own drawings carry style attributes; style sheets still need the nonce.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    // A recording is played from the device's own file; it is never sent.
    "media-src 'self' blob:",
    "font-src 'self'",
    "worker-src 'self' blob:",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** A path with an extension asks for a file; every other is a view of the application itself. */
function isFile(path: string): boolean {
  return extname(path) !== '' && path !== '/index.html';
}

/** Serves the built web application from its folder. */
export function createWebFiles(root: string): Hono {
  const files: MiddlewareHandler = serveStatic({ root: relative(process.cwd(), root) || '.' });
  const app = new Hono();
  app.use(
    createMiddleware(async (c, next) => {
      await next();
      const isHashed = /-[A-Z0-9]{8}\./.test(c.req.path);
      if (isHashed) c.header('Cache-Control', 'public, max-age=31536000, immutable');
    }),
  );
  app.use(createMiddleware((c, next) => (isFile(c.req.path) ? files(c, next) : next())));
  app.get('*', async (c) => {
    if (isFile(c.req.path)) return c.notFound();
    const nonce = randomBytes(16).toString('base64');
    c.header('Content-Security-Policy', policy(nonce));
    c.header('Cache-Control', 'no-cache');
    // Read anew each time: a build made meanwhile has other file names.
    const page = await readFile(join(root, 'index.html'), 'utf8');
    return c.html(page.replaceAll(NONCE_MARK, nonce));
  });
  return app;
}
