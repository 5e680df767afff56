// Runs the command from its bundle; builds the bundle first where it is missing or older than its source.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));
const bundle = here('dist/work.mjs');
const SOURCES = [
  'src',
  '../../packages/core/src',
  '../../packages/contract/src',
  '../../packages/formats/src',
];

function newest(folder) {
  return Math.max(
    ...readdirSync(folder, { withFileTypes: true }).map((entry) => {
      const path = join(folder, entry.name);
      return entry.isDirectory() ? newest(path) : statSync(path).mtimeMs;
    }),
  );
}

async function build() {
  const esbuild = await import('esbuild');
  await esbuild.build({
    entryPoints: [here('src/main.ts')],
    outfile: bundle,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
  });
}

const isStale =
  !existsSync(bundle) ||
  Math.max(...SOURCES.map((folder) => newest(here(folder)))) > statSync(bundle).mtimeMs;
const isOnlyBuild = process.argv[2] === '--build';
if (isStale || isOnlyBuild) await build();
if (!isOnlyBuild) await import(pathToFileURL(bundle).href);
