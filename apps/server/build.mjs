import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));

// Packages stay outside the bundle; our own workspaces are taken in, as they are TypeScript.
await build({
  entryPoints: [here('src/main.ts')],
  outfile: here('dist/server.mjs'),
  bundle: true,
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
