import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** The shipped fonts that a sheet is set in. */
export const SHEET_FONTS = {
  Text: family('atkinson-hyperlegible-next', 'latin'),
  /** Letters of other European languages. */
  Extended: family('atkinson-hyperlegible-next', 'latin-ext'),
  Display: family('bricolage-grotesque', 'latin'),
  /** Signs of tablature. */
  Music: { normal: require.resolve('@vexflow-fonts/bravura/bravura.otf') },
  /** ♯ ♭ ♮ and arrows. */
  Signs: family('noto-sans-symbols', 'symbols'),
};

export type SheetFont = keyof typeof SHEET_FONTS;

/** A stretch of text in one font. */
export interface TextRun {
  readonly text: string;
  readonly font: SheetFont;
}

const SIGNS = /[\u2190-\u2193\u266d-\u266f]/u;
const PRIME = '\u2032';
/** Latin, and the quotes and dashes the text font has too. */
const COMMON = /[ -ÿ‐-…€]/u;

/** Cuts text into runs by the font that has its signs: a printed page has no fallback of its own. */
export function textRuns(text: string, plain: SheetFont = 'Text'): TextRun[] {
  const runs: TextRun[] = [];
  for (const sign of text) {
    const font = fontOf(sign, plain);
    const last = runs.at(-1);
    if (last?.font === font) runs[runs.length - 1] = { font, text: last.text + sign };
    else runs.push({ font, text: sign });
  }
  return runs;
}

function file(name: string, subset: string, weight: number): string {
  return require.resolve(`@fontsource/${name}/files/${name}-${subset}-${weight}-normal.woff`);
}

function family(name: string, subset: string) {
  return { normal: file(name, subset, 400), bold: file(name, subset, 700) };
}

function fontOf(sign: string, plain: SheetFont): SheetFont {
  if (SIGNS.test(sign)) return 'Signs';
  if (sign === PRIME) return 'Display';
  return COMMON.test(sign) ? plain : 'Extended';
}
