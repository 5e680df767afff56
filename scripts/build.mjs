// npm run build: builds web, server and work command side by side, then weighs the pages.
import { spawn } from 'node:child_process';
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

const codes = await Promise.all(BUILDS.map(([folder, args]) => runIn(folder, args)));
process.exitCode = codes.some((code) => code !== 0)
  ? 1
  : await runIn('.', ['scripts/page-weights.mjs']);
