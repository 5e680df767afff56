// Weighs the scripts each page loads until it shows its content; ends badly where a page is over its budget.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ROOT } from './needs.mjs';

const BUILT = join(ROOT, 'apps/web/dist/web');

/** Most kilobytes (1000 bytes, gzipped) of each page; the others are only told. */
const BUDGETS_KB = { 'sign-in': 140, week: 140, practice: 140 };

const { outputs } = JSON.parse(readFileSync(join(BUILT, 'stats.json'), 'utf8'));
const sizes = new Map();

function sizeOf(file) {
  if (!sizes.has(file))
    sizes.set(file, gzipSync(readFileSync(join(BUILT, 'browser', file))).length);
  return sizes.get(file);
}

/** A script with all that it imports, and they import, before any of it runs. */
function withImports(file, seen = new Set()) {
  if (seen.has(file) || !file.endsWith('.js')) return seen;
  seen.add(file);
  for (const { path, kind } of outputs[file]?.imports ?? [])
    if (kind === 'import-statement') withImports(path, seen);
  return seen;
}

const main = Object.keys(outputs).find((file) => /^main-.*\.js$/.test(file));
if (!main) throw new Error('The web application is not built with its stats.');
const first = withImports(main);

/** The script of each page's folder, by the folder's name. */
function pageScripts() {
  const pages = new Map();
  for (const [file, { entryPoint = '' }] of Object.entries(outputs)) {
    const [, page] = /src\/features\/([\w-]+)\/index\.ts$/.exec(entryPoint) ?? [];
    if (page) pages.set(page, file);
  }
  return pages;
}

function verboseInputs(files) {
  const bytes = new Map();
  for (const file of files)
    for (const [input, { bytesInOutput }] of Object.entries(outputs[file]?.inputs ?? {})) {
      const name = input
        .replace(/^.*node_modules\//, '')
        .replace(/^(@?[^/]+\/[^/]+).*$/, (all, two) =>
          input.includes('node_modules') ? two : all,
        );
      bytes.set(name, (bytes.get(name) ?? 0) + bytesInOutput);
    }
  return [...bytes].sort((a, b) => b[1] - a[1]).slice(0, 40);
}

let isOver = false;
for (const [page, file] of [...pageScripts()].sort()) {
  const files = new Set([...first, ...withImports(file)]);
  const kb = [...files].reduce((sum, one) => sum + sizeOf(one), 0) / 1000;
  const budget = BUDGETS_KB[page];
  const says = budget === undefined ? '' : kb <= budget ? `of ${budget}` : `OVER ${budget}`;
  if (budget !== undefined && kb > budget) isOver = true;
  console.log(`${page.padEnd(14)} ${kb.toFixed(1).padStart(6)} kB ${says}`);
  if (process.argv[2] === page)
    for (const [name, bytes] of verboseInputs(files))
      console.log(`    ${String(bytes).padStart(7)}  ${name}`);
}
process.exitCode = isOver ? 1 : 0;
