// What has to be on the machine: looked for, installed where that is allowed, told where it is not.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { delimiter, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
/** Whatever folder it is named from, the database knows it by its whole path. */
export const DATA = resolve(process.env.HARVU_DATA ?? join(ROOT, '.harvu'));

/** An end that the user is told about in plain words, without a stack. */
export class Stop extends Error {}

/** Debian keeps the database server, and sounds, in folders that are often not on an ordinary user's path. */
const FOLDERS = [
  ...(process.env.PATH ?? '').split(delimiter),
  '/usr/sbin',
  '/usr/local/sbin',
  '/sbin',
  '/usr/share/sounds/sf2',
];

export function findProgram(name) {
  return FOLDERS.map((folder) => join(folder, name)).find((path) => existsSync(path));
}

const PACKAGES = {
  mariadbd: 'mariadb-server',
  chromium: 'chromium',
  fluidsynth: 'fluidsynth',
  'TimGM6mb.sf2': 'timgm6mb-soundfont',
};

/** Makes sure that programs are there; as root it installs what is missing, asking nothing. */
export function needPrograms(...names) {
  const missing = names.filter((name) => !findProgram(name));
  if (missing.length === 0) return;
  const packages = missing.map((name) => PACKAGES[name]).join(' ');
  const command = `apt-get update && apt-get install -y --no-install-recommends ${packages}`;
  if (process.getuid?.() !== 0 || !findProgram('apt-get')) {
    throw new Stop(
      `${missing.join(' and ')} not found. Install with:\n\n    sudo sh -c "${command}"\n\nthen run this again.`,
    );
  }
  console.log(`Installing ${packages} from Debian's packages ...`);
  run('sh', ['-c', command], {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    quiet: true,
  });
  for (const name of missing)
    if (!findProgram(name))
      throw new Stop(`${name} is still missing after installing ${packages}.`);
}

export function run(command, args, { env = process.env, quiet = false, cwd = ROOT } = {}) {
  const done = spawnSync(command, args, {
    cwd,
    env,
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
  });
  if (done.status === 0) return;
  if (quiet) process.stderr.write(`${done.stdout ?? ''}${done.stderr ?? ''}`);
  throw new Stop(`"${command} ${args.join(' ')}" failed.`);
}

function isStampedWith(stamp, value) {
  return existsSync(stamp) && readFileSync(stamp, 'utf8') === value;
}

function writeStamp(stamp, value) {
  mkdirSync(join(stamp, '..'), { recursive: true });
  writeFileSync(stamp, value);
}

/** Installs the packages of package-lock.json, unless exactly these were installed before. */
export function needPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const stamp = join(ROOT, 'node_modules', '.harvu-lock');
  if (isStampedWith(stamp, lock)) return;
  console.log('Installing packages (a minute or two, once) ...');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeStamp(stamp, lock);
}

function sourceFiles(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory())
      return ['node_modules', 'dist', '.angular'].includes(entry.name) ? [] : sourceFiles(path);
    return entry.name.endsWith('.spec.ts') ? [] : [path];
  });
}

/** Runs a script beside whatever else goes on; tells what it printed only where it fails. */
function runBeside(args) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    let text = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => {
        text += chunk;
      });
    child.on('close', (code) => {
      if (code === 0) return resolve();
      process.stderr.write(text);
      reject(new Stop(`"node ${args.join(' ')}" failed.`));
    });
  });
}

/** Builds the web application and the server, unless nothing they are made of has changed. */
export async function needBuild() {
  const files = ['packages', 'apps', 'demo'].flatMap((folder) => sourceFiles(join(ROOT, folder)));
  const state = createHash('sha256');
  for (const file of [...files, join(ROOT, 'package-lock.json')].sort()) {
    state.update(file.slice(ROOT.length)).update(readFileSync(file));
  }
  const digest = state.digest('hex');
  const stamp = join(ROOT, 'apps', 'server', 'dist', '.built-from');
  const isThere = existsSync(join(WEB_ROOT, 'index.html')) && existsSync(SERVER);
  if (isThere && isStampedWith(stamp, digest)) return;
  console.log('Building ...');
  await runBeside(['scripts/build.mjs']);
  writeStamp(stamp, digest);
}

export const WEB_ROOT = join(ROOT, 'apps', 'web', 'dist', 'web', 'browser');
export const SERVER = join(ROOT, 'apps', 'server', 'dist', 'server.mjs');
