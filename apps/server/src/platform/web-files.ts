import { Hono, type Context } from 'hono';
import { getMimeType } from 'hono/utils/mime';
import { createHash, randomBytes } from 'node:crypto';
import { readFile, stat } from 'node:fs/promises';
import { extname, join, normalize, sep } from 'node:path';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';

const gzipped = promisify(gzip);

/** The word in index.html that is replaced by each answer's own nonce; each build has another one. */
const NONCE_MARK = /HARVU_NONCE\w*/g;
/**
 * What a device keeps to open without a connection has to be the file as it was built, letter by letter:
 * its own mark is then its nonce.
 */
const KEPT_PAGE = '/index.html';

/** A file as it is answered. */
interface KeptFile {
  readonly plain: Uint8Array<ArrayBuffer>;
  /** Only where it is smaller. */
  readonly packed: Uint8Array<ArrayBuffer> | undefined;
  readonly etag: string;
  readonly changedMs: number;
  readonly lookedAt: number;
}

/** How long a file whose name stays the same is believed to be unchanged. */
const BELIEVED_MS = 1000;

/** Serves the built web application from its folder. */
export function createWebFiles(root: string): Hono {
  const find = createFiles(root);
  const app = new Hono();
  app.get('*', async (c) => {
    const { path } = c.req;
    const isPage = !isFile(path);
    const found = await find(isPage ? '/index.html' : decoded(path));
    if (!found) return c.notFound();
    if (isPage) return answerPage(c, found);
    c.header('ETag', found.etag);
    c.header('Vary', 'Accept-Encoding');
    c.header('Cache-Control', isHashed(path) ? 'public, max-age=31536000, immutable' : 'no-cache');
    if (c.req.header('if-none-match') === found.etag) return c.body(null, 304);
    c.header('Content-Type', getMimeType(path) ?? 'application/octet-stream');
    const takesPacked = /\bgzip\b/.test(c.req.header('accept-encoding') ?? '');
    if (!found.packed || !takesPacked) return c.body(found.plain);
    c.header('Content-Encoding', 'gzip');
    return c.body(found.packed);
  });
  return app;
}

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
  return extname(path) !== '' && path !== KEPT_PAGE;
}

/** A name that changes with its content is good for ever. */
function isHashed(path: string): boolean {
  return /-[A-Z0-9]{8}\./.test(path);
}

async function readKept(file: string, changedMs: number): Promise<KeptFile> {
  const plain = new Uint8Array(await readFile(file));
  const packed = new Uint8Array(await gzipped(plain, { level: 9 }));
  const etag = `"${createHash('sha256').update(plain).digest('base64url').slice(0, 22)}"`;
  const isSmaller = packed.length < plain.length;
  return { plain, packed: isSmaller ? packed : undefined, etag, changedMs, lookedAt: Date.now() };
}

/** Keeps files in memory, packed once; a file is looked at again only where its name may hold another. */
function createFiles(root: string) {
  const kept = new Map<string, KeptFile>();
  return async (path: string): Promise<KeptFile | undefined> => {
    const known = kept.get(path);
    if (known && (isHashed(path) || Date.now() - known.lookedAt < BELIEVED_MS)) return known;
    const file = normalize(join(root, path));
    if (!file.startsWith(normalize(root + sep))) return undefined;
    const found = await stat(file).catch(() => undefined);
    if (!found?.isFile()) return undefined;
    const isSame = known?.changedMs === found.mtimeMs;
    const fresh = isSame ? { ...known, lookedAt: Date.now() } : await readKept(file, found.mtimeMs);
    kept.set(path, fresh);
    return fresh;
  };
}

/** A path as it was meant; one that cannot be read names no file. */
function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return '';
  }
}

/** Answers with the application's one page, under a policy with its nonce. */
function answerPage(c: Context, { plain }: KeptFile): Response {
  const text = new TextDecoder().decode(plain);
  const [mark = ''] = text.match(NONCE_MARK) ?? [];
  const nonce = c.req.path === KEPT_PAGE ? mark : randomBytes(16).toString('base64');
  c.header('Content-Security-Policy', policy(nonce));
  c.header('Cache-Control', 'no-cache');
  return c.body(text.replaceAll(NONCE_MARK, nonce), 200, {
    'Content-Type': 'text/html; charset=UTF-8',
  });
}
