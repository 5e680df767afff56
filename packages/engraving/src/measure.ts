import { Element } from 'vexflow/core';

/** Figures and letters are about so wide, as a share of their size; a sign of music is narrower. */
const LETTER = 0.58;
const SIGN = 0.28;
const ASCENT = 0.72;

/** What the library asks of a text's size; the same wherever it is drawn, with no page at hand. */
export function measured(text: string, size: number): TextMetrics {
  const width = [...text].reduce((sum, one) => sum + (one >= '\uE000' ? SIGN : LETTER) * size, 0);
  const [ascent, descent] = [ASCENT * size, 0];
  return {
    width,
    actualBoundingBoxAscent: ascent,
    actualBoundingBoxDescent: descent,
    actualBoundingBoxLeft: 0,
    actualBoundingBoxRight: width,
    fontBoundingBoxAscent: ascent,
    fontBoundingBoxDescent: descent,
    alphabeticBaseline: 0,
    emHeightAscent: ascent,
    emHeightDescent: descent,
    hangingBaseline: 0,
    ideographicBaseline: 0,
  };
}

/** Lets the library measure without a page: by the size its font is asked in. */
export function measureWithoutPage(): void {
  const context = {
    font: '10pt text',
    measureText(text: string): TextMetrics {
      const [, figure = '10', unit = 'pt'] = /([\d.]+)(pt|px)/.exec(this.font) ?? [];
      return measured(text, Number(figure) * (unit === 'pt' ? 4 / 3 : 1));
    },
  };
  const canvas = { getContext: () => context };
  // It asks for nothing but this of a canvas.
  Element.setTextMeasurementCanvas(canvas as unknown as HTMLCanvasElement);
}
