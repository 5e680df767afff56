import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createWebFiles } from './web-files';

describe('the web files', () => {
  let root: string;
  beforeAll(async () => {
    root = await mkdtemp(join(tmpdir(), 'harvu-web-'));
    await writeFile(join(root, 'index.html'), '<script nonce="HARVU_NONCE"></script>');
    await writeFile(join(root, 'main-ABCDEFGH.js'), 'go()');
  });
  afterAll(() => rm(root, { recursive: true }));

  const get = async (path: string) => createWebFiles(root).request(path);

  it('answer every view with the application, under a policy with a nonce of its own', async () => {
    const [first, second] = [await get('/songs/1/bench'), await get('/')];
    const policy = first.headers.get('content-security-policy') ?? '';
    const nonce = /nonce="([^"]+)"/.exec(await first.text())?.[1] ?? '';
    expect(policy).toContain(`'nonce-${nonce}'`);
    expect(policy).toContain("default-src 'self'");
    expect(second.headers.get('content-security-policy')).not.toBe(policy);
  });

  it('answer what a device keeps as it was built, its own mark as its nonce', async () => {
    await writeFile(join(root, 'index.html'), '<script nonce="HARVU_NONCE_abc12"></script>');
    const kept = await createWebFiles(root).request('/index.html');
    expect(await kept.text()).toBe('<script nonce="HARVU_NONCE_abc12"></script>');
    expect(kept.headers.get('content-security-policy')).toContain("'nonce-HARVU_NONCE_abc12'");
    const view = await createWebFiles(root).request('/week');
    expect(view.headers.get('content-security-policy')).not.toContain('HARVU_NONCE');
    expect(await view.text()).not.toContain('HARVU_NONCE');
  });

  it('are kept for good where their name tells their content', async () => {
    const answer = await get('/main-ABCDEFGH.js');
    expect(await answer.text()).toBe('go()');
    expect(answer.headers.get('cache-control')).toContain('immutable');
  });

  it('do not answer a missing file with the application', async () => {
    expect((await get('/missing.js')).status).toBe(404);
    expect((await get('/../package.json')).status).toBe(404);
  });

  it('are read from the disk once, and packed for whoever takes them so', async () => {
    const files = createWebFiles(root);
    const path = join(root, 'chunk-ABCDEFGH.js');
    await writeFile(path, 'go(); '.repeat(500));
    const ask = (headers: Readonly<Record<string, string>> = {}) =>
      files.request('/chunk-ABCDEFGH.js', { headers });
    expect((await (await ask()).text()).length).toBe(3000);
    await rm(path);
    const packed = await ask({ 'accept-encoding': 'gzip, br' });
    expect(packed.headers.get('content-encoding')).toBe('gzip');
    expect((await packed.arrayBuffer()).byteLength).toBeLessThan(200);
    const etag = packed.headers.get('etag') ?? '';
    expect((await ask({ 'if-none-match': etag })).status).toBe(304);
  });

  it('are not found under names that cannot be read or lead elsewhere', async () => {
    for (const path of ['/%ff.js', '/%2e%2e/%2e%2e/etc/passwd.js', '/..%2f..%2fpackage.json'])
      expect((await get(path)).status)
        .withContext(path)
        .toBe(404);
  });
});
