import type { ContentText } from 'pdfmake/interfaces';
import { textRuns, type SheetFont } from './sheet-fonts';

/** Paper on a stand is read from a metre away: no words are smaller, in points. */
export const SMALLEST_PT = 14;
/** The signs' font stands taller than the others; smaller, it keeps the lines apart evenly. */
const SIGNS_SHARE = 0.8;
/** How far above the line the fonts of signs and of names reach, for one point of size. */
const SIGNS_ASCENT = 1.48;
const NAMES_ASCENT = 0.93;

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
    ...run,
    ...look,
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

/** A name on the line that its neighbours stand on, though it may have a taller sign in it. */
export function onTheLine(
  name: string,
  look: Look & { readonly fontSize: number },
): ReturnType<typeof words> {
  const isTall = textRuns(name).some((run) => run.font === 'Signs');
  const rise = isTall ? (SIGNS_SHARE * SIGNS_ASCENT - NAMES_ASCENT) * look.fontSize : 0;
  return words(name, { ...look, font: 'Display', bold: true, margin: [0, -rise, 0, -rise / 2] });
}

const MINUTE_S = 60;

/** Seconds as a clock shows them: 1:05. */
export function minutesWords(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / MINUTE_S)}:${String(whole % MINUTE_S).padStart(2, '0')}`;
}
