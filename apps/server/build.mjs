import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));

// Packages stay outside the bundle; our own workspaces are taken in, as they are TypeScript.
await build({
  // The server, and what its threads run.
  entryPoints: { server: here('src/main.ts'), worker: here('src/worker.ts') },
  outdir: here('dist'),
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  logLevel: 'warning',
  plugins: [
    {
      name: 'own-packages-inside',
      setup({ onResolve }) {
        onResolve({ filter: /^[^./]/ }, ({ path }) =>
          path.startsWith('@harvu/') ? undefined : { path, external: true },
        );
      },
    },
  ],
});
