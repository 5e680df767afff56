import type { ContentText } from 'pdfmake/interfaces';
import { textRuns, type SheetFont } from './sheet-fonts';

/** Paper on a stand is read from a metre away: no words are smaller, in points. */
export const SMALLEST_PT = 14;
/** The signs' font stands taller than the others; smaller, it keeps the lines apart evenly. */
const SIGNS_SHARE = 0.82;

/** How a run of words looks, and where it stands. */
export interface Look {
  readonly font?: SheetFont;
  readonly fontSize?: number;
  readonly bold?: boolean;
  readonly width?: number | string;
  readonly margin?: [number, number, number, number];
}

/** Words in one look, each run in a font that has its signs. */
export function styled(text: string, look: Look = {}, font: SheetFont = 'Text') {
  const size = look.fontSize ?? SMALLEST_PT;
  return textRuns(text, font).map((run) => ({
    ...{ ...run, ...look },
    ...(run.font === 'Signs' && { fontSize: size * SIGNS_SHARE, bold: false }),
  }));
}

/** One paragraph of words in one look. */
export function words(
  text: string,
  { font = 'Text', width, margin, ...look }: Look = {},
): ContentText & { width?: number | string } {
  return {
    text: styled(text, look, font),
    ...(width !== undefined && { width }),
    ...(margin && { margin }),
  };
}
