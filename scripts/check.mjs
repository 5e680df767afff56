// npm run check: what changed since the last commit is checked, and the specs beside it are run.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { ROOT } from './needs.mjs';

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
const CODE = /\.(ts|mts|mjs|cjs|html)$/;

function git(...args) {
  return spawnSync('git', args, { cwd: ROOT, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);
}

/** Since a commit that is named, or since the last. */
const since = process.argv[2] ?? 'HEAD';
const changed = [
  ...new Set([
    ...git('diff', '--name-only', '--diff-filter=d', since),
    ...git('ls-files', '--others', '--exclude-standard'),
  ]),
].filter((path) => existsSync(join(ROOT, path)));
const code = changed.filter((path) => CODE.test(path));

/** Specs in the folders of what changed; those of the screens take their own, longer run. */
function specsBeside(paths) {
  const folders = new Set(
    paths.filter((path) => /^(packages|apps\/(server|work)|demo)\//.test(path)).map(dirname),
  );
  return [...folders].flatMap((folder) =>
    readdirSync(join(ROOT, folder))
      .filter((name) => name.endsWith('.spec.ts'))
      .map((name) => `${folder}/${name}`),
  );
}

/** Runs beside the others; tells how long it took, and what it printed where it fails. */
function check(name, command, args) {
  const began = Date.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    let text = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => {
        text += chunk;
      });
    child.on('close', (status) => {
      const seconds = ((Date.now() - began) / 1000).toFixed(1);
      console.log(`${status === 0 ? 'ok    ' : 'FAILED'} ${name} (${seconds} s)`);
      if (status !== 0) console.log(text);
      resolve(status === 0);
    });
  });
}

const specs = specsBeside(code);
const isIn = (folder) => code.some((path) => path.startsWith(folder));
const checks = [
  changed.length > 0 && [
    'formatting',
    bin('prettier'),
    ['--check', '--ignore-unknown', '--log-level', 'warn', ...changed],
  ],
  code.length > 0 && [
    'lint',
    bin('eslint'),
    ['--cache', '--cache-location', '.harvu/eslint/', '--max-warnings', '0', ...code],
  ],
  code.length > 0 && ['types', bin('tsc'), ['-p', 'tsconfig.node.json']],
  isIn('packages/core/') && [
    'types of the core',
    bin('tsc'),
    ['-p', 'packages/core/tsconfig.pure.json'],
  ],
  isIn('apps/web/') && [
    'types of the screens',
    bin('ngc'),
    // On its own, without the projects beside it, it takes their sources from the root.
    ['-p', 'apps/web/tsconfig.spec.json', '--noEmit', '--rootDir', ROOT, '--composite', 'false'],
  ],
  specs.length > 0 && [`${specs.length} specs`, process.execPath, ['scripts/spec.mjs', ...specs]],
].filter(Boolean);

if (checks.length === 0) console.log('Nothing has changed.');
const ends = await Promise.all(checks.map((one) => check(...one)));
if (isIn('apps/web/')) console.log('Screens: npm run spec apps/web/src/features/<name>');
process.exitCode = ends.every(Boolean) ? 0 : 1;
