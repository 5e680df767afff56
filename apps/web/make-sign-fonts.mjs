// Cuts the three signs ♭ ♮ ♯ out of a font of 60 kB, so that a page on poor Wi-Fi loads under 1 kB for them.
// Run by hand when the font changes; its results stand beside the stylesheet. Licence: SIL Open Font License 1.1.
import { readFile, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import subsetFont from 'subset-font';

const require = createRequire(import.meta.url);
for (const weight of [400, 700]) {
  const name = `noto-sans-symbols-symbols-${weight}-normal.woff2`;
  const font = await readFile(require.resolve(`@fontsource/noto-sans-symbols/files/${name}`));
  const signs = await subsetFont(font, '♭♮♯', { targetFormat: 'woff2' });
  await writeFile(new URL(`src/styles/signs-${weight}.woff2`, import.meta.url), signs);
}
