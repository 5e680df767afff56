// npm run spec FILE...: runs the specs of any package by their files or folders, and starts what they need.
import { spawnSync } from 'node:child_process';
import { existsSync, rmSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import { freePort, startDatabase, TEST_DATABASES } from './database.mjs';
import { guarded } from './guarded.mjs';
import { needBuild, ROOT } from './needs.mjs';

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);

/** Runs a command and gives its exit code. */
function run(command, args, { cwd = ROOT, env = {} } = {}) {
  return spawnSync(command, args, { cwd, env: { ...process.env, ...env }, stdio: 'inherit' })
    .status;
}

function isFolder(path) {
  return existsSync(join(ROOT, path)) && statSync(join(ROOT, path)).isDirectory();
}

const asked = process.argv.slice(2).map((path) => relative(ROOT, join(process.cwd(), path)));
if (asked.length === 0) {
  console.error('Which specs? For example: npm run spec packages/core/src/timeline');
  process.exit(1);
}
/** Of this run alone, beside any other in this checkout. */
const data = guarded(join(ROOT, '.harvu', `spec-${process.pid}`));

const isOf = (folder) => (path) => path.startsWith(folder);
const specsOf = (paths) => paths.map((path) => (isFolder(path) ? `${path}/**/*.spec.ts` : path));

const web = asked.filter(isOf('apps/web/'));
const journeys = asked.filter(isOf('e2e/'));
const node = asked.filter((path) => !web.includes(path) && !journeys.includes(path));
const codes = [];

if (node.length > 0) {
  const needsDatabase = node.some((path) => /^(apps\/server|demo|scripts)\//.test(path));
  const database = needsDatabase
    ? await startDatabase(join(data, 'database'), TEST_DATABASES)
    : undefined;
  const env = database ? { TEST_DATABASE_URL: database.url } : {};
  codes.push(
    run(process.execPath, ['--import', 'tsx', 'scripts/run-specs.mjs', ...specsOf(node)], { env }),
  );
  await database?.stop();
}
if (web.length > 0) {
  const included = specsOf(web).map((path) => `--include=${relative('apps/web', path)}`);
  codes.push(
    run(bin('ng'), ['test', '--watch=false', ...included], { cwd: join(ROOT, 'apps/web') }),
  );
}
if (journeys.length > 0) {
  await needBuild();
  const env = { E2E_PORT: String(await freePort()), E2E_DATA: join(data, 'e2e') };
  const files = journeys.map((path) => relative('e2e', path));
  codes.push(run(bin('playwright'), ['test', ...files], { cwd: join(ROOT, 'e2e'), env }));
}
rmSync(data, { recursive: true, force: true });
process.exitCode = codes.every((code) => code === 0) ? 0 : 1;
