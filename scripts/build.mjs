// npm run build: builds web, server and work command side by side, then weighs the pages.
import { spawn } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './needs.mjs';

const NG = join(ROOT, 'node_modules', '@angular', 'cli', 'bin', 'ng.js');
const BUILDS = [
  ['apps/web', [NG, 'build', '--stats-json']],
  ['apps/server', ['build.mjs']],
  ['apps/work', ['run.mjs', '--build']],
];

/** Runs a Node.js script in a folder; ends with its exit code. */
function runIn(folder, args) {
  return new Promise((resolve) => {
    spawn(process.execPath, args, {
      cwd: join(ROOT, folder),
      env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
      stdio: ['ignore', 'inherit', 'inherit'],
    }).on('close', resolve);
  });
}

/**
 * Each build has a mark of its own in its first page, which is its nonce where a device opens it without a
 * connection; the list of what the device keeps has to know the page as it is then.
 */
function markBuild() {
  const folder = join(ROOT, 'apps/web/dist/web/browser');
  const page = join(folder, 'index.html');
  const list = join(folder, 'ngsw.json');
  const mark = `HARVU_NONCE_${randomBytes(9).toString('hex')}`;
  const html = readFileSync(page, 'utf8').replaceAll(/HARVU_NONCE\w*/g, mark);
  const kept = JSON.parse(readFileSync(list, 'utf8'));
  kept.hashTable['/index.html'] = createHash('sha1').update(html).digest('hex');
  writeFileSync(page, html);
  writeFileSync(list, JSON.stringify(kept, null, 2));
}

const codes = await Promise.all(BUILDS.map(([folder, args]) => runIn(folder, args)));
if (codes.every((code) => code === 0)) markBuild();
process.exitCode = codes.some((code) => code !== 0)
  ? 1
  : await runIn('.', ['scripts/page-weights.mjs']);
