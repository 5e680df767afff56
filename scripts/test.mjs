// npm test: installs what is missing, then checks and tests everything; ends with "N passed, N failed".
import { spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { freePort, startDatabase, TEST_DATABASES } from './database.mjs';
import { guarded } from './guarded.mjs';
import { needBuild, needPackages, needPrograms, ROOT, Stop } from './needs.mjs';

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
/** Of this run alone: another one in this checkout has its own. It ends with the run, however that ends. */
const TEST_DATA = join(ROOT, '.harvu', `test-${process.pid}`);

/** Runs a command, and gives its end and all it printed, which is shown once it is over. */
function runShown(name, command, args, { cwd = ROOT, env = {} } = {}) {
  const startedMs = Date.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, FORCE_COLOR: '0', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let text = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => (text += chunk));
    const end = (code) => {
      const seconds = Math.round((Date.now() - startedMs) / 1000);
      console.log(`\n== ${name} (${seconds} s)\n${text}`);
      resolve({ code, text });
    };
    child.on('error', (error) => {
      text += String(error);
      end(1);
    });
    child.on('close', end);
  });
}

const CHECKS = [
  ['formatting', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ['types of the core', bin('tsc'), ['-p', 'packages/core/tsconfig.pure.json']],
  ['types', bin('tsc'), ['-p', 'tsconfig.node.json']],
  ['lint', bin('eslint'), ['.', '--max-warnings', '0']],
  [
    'structure',
    bin('depcruise'),
    [
      'packages',
      'apps',
      'demo',
      'e2e',
      '--config',
      '.dependency-cruiser.cjs',
      '--output-type',
      'err',
    ],
  ],
  ['unused code', bin('knip'), ['--no-progress', '--no-config-hints']],
];

/** A check counts as one test. */
async function check([name, command, args]) {
  const { code } = await runShown(name, command, args);
  return code === 0 ? { passed: 1, failed: 0, names: [] } : { passed: 0, failed: 1, names: [name] };
}

/** How each runner begins the line of what failed. */
const FAILED = [
  /^.*\) (.+) FAILED$/,
  /^\d+\) (.+)$/,
  /^ {2}\d+\) (journeys\/.+?) ─*$/,
  /^.*(DISCONNECTED|Disconnected).*$/,
];

const COLOUR = new RegExp(`${String.fromCharCode(27)}\\[\\d+m`, 'g');

/** The names of what failed: the end of a long text is what is read of it. */
function failedIn(text) {
  const lines = text.split('\n').map((line) => line.replaceAll(COLOUR, ''));
  return lines.flatMap((line) => FAILED.flatMap((form) => form.exec(line)?.slice(0, 1) ?? []));
}

function numberIn(text, pattern) {
  return Number(pattern.exec(text)?.[1] ?? 0);
}

/** A runner that ends badly without saying what failed counts as one failure. */
function counted({ code, text }, { executed, failed }) {
  const [all, bad] = [numberIn(text, executed), numberIn(text, failed)];
  const names = code === 0 ? [] : failedIn(text);
  if (all === 0) return { passed: 0, failed: 1, names };
  return { passed: all - bad, failed: code !== 0 && bad === 0 ? 1 : bad, names };
}

async function browserSpecs() {
  const name = 'core, contract and web in Chromium';
  const cwd = join(ROOT, 'apps/web');
  const done = await runShown(name, bin('ng'), ['test', '--watch=false'], { cwd });
  return counted(done, { executed: /Executed (\d+) of \d+/, failed: /\((\d+) FAILED\)/ });
}

async function nodeSpecs() {
  const database = await startDatabase(join(TEST_DATA, 'database'), TEST_DATABASES);
  const specs = [
    'packages/core/test/**/*.spec.ts',
    'packages/formats/src/**/*.spec.ts',
    'apps/server/src/**/*.spec.ts',
    'apps/work/src/**/*.spec.ts',
    'demo/src/**/*.spec.ts',
    'scripts/**/*.spec.ts',
  ];
  const done = await runShown(
    'server, work command, demo world and scripts in Node',
    process.execPath,
    ['--import', 'tsx', 'scripts/run-specs.mjs', ...specs],
    {
      env: { TEST_DATABASE_URL: database.url },
    },
  );
  await database.stop();
  return counted(done, { executed: /(\d+) specs?,/, failed: /specs?, (\d+) failure/ });
}

async function journeys() {
  const name = 'journeys through the interface';
  const { text, code } = await runShown(name, bin('playwright'), ['test'], {
    cwd: join(ROOT, 'e2e'),
    env: { E2E_PORT: String(await freePort()), E2E_DATA: join(TEST_DATA, 'e2e') },
  });
  const [passed, failed] = [numberIn(text, /(\d+) passed/), numberIn(text, /(\d+) failed/)];
  const names = code === 0 ? [] : failedIn(text);
  return { passed, failed: code !== 0 && failed === 0 ? 1 : failed, names };
}

/** What needs no build: the code itself, and what runs in the browser alone. */
async function withoutBuild() {
  const results = [];
  for (const one of CHECKS) results.push(await check(one));
  return [...results, await browserSpecs()];
}

async function withBuild() {
  await needBuild();
  return [await nodeSpecs()];
}

async function main() {
  needPrograms('mariadbd', 'chromium', 'fluidsynth', 'TimGM6mb.sf2');
  needPackages();
  guarded(TEST_DATA);
  // Each of the two waits for the clock or the disk about half its time; journeys fill both cores by themselves.
  const sides = await Promise.all([withoutBuild(), withBuild()]);
  const results = [...sides.flat(), await journeys()];
  const passed = results.reduce((sum, one) => sum + one.passed, 0);
  const failed = results.reduce((sum, one) => sum + one.failed, 0);
  const names = [...new Set(results.flatMap((one) => one.names))];
  if (names.length > 0) console.log(['', 'What failed:', ...names].join('\n'));
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed === 0 ? 0 : 1;
  rmSync(TEST_DATA, { recursive: true, force: true });
}

main().catch((error) => {
  console.error(error instanceof Stop ? error.message : error);
  console.log('\n0 passed, 1 failed');
  process.exitCode = 1;
});
