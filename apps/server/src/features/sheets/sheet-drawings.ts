import type { Drawing, Role, Shape } from '@harvu/core/drawing';

const INK = '#000000';
const SOFT = '#444444';
const PAPER = '#ffffff';

/** Printed in grey: what colour tells on screen is told by shape and weight here. */
const COLOURS: Readonly<Record<Role, string>> = {
  ink: INK,
  soft: SOFT,
  line: '#b9beb8',
  'on-ink': PAPER,
  stays: INK,
  muted: INK,
  way: SOFT,
  finger: INK,
  bracket: SOFT,
  ground: PAPER,
};

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Renders a drawing for print, so many times its own size. */
export function printed(drawing: Drawing, scale: number): string {
  return svg(drawing, scale, drawing.shapes.map(partOf));
}

const RUNG_WIDTH = 42;
const RUNG_HEIGHT = 18;
const RUNGS_A_ROW = 6;
const BOX = 12;

/** How wide the rungs of a ladder are drawn, in points. */
export function rungsWidth(tempos: readonly number[]): number {
  return Math.min(Math.max(1, tempos.length), RUNGS_A_ROW) * RUNG_WIDTH;
}

/** Draws the rungs of a ladder as boxes to be ticked by hand, each with its tempo; one box without a ladder. */
export function rungsSvg(tempos: readonly number[]): string {
  const rungs = tempos.length > 0 ? tempos.map(String) : [''];
  const rows = Math.max(1, Math.ceil(rungs.length / RUNGS_A_ROW));
  const width = rungsWidth(tempos);
  const boxes = rungs.flatMap((bpm, index) => {
    const x = 1 + (index % RUNGS_A_ROW) * RUNG_WIDTH;
    const y = 2 + Math.floor(index / RUNGS_A_ROW) * RUNG_HEIGHT;
    const box = `<rect x="${x}" y="${y}" width="${BOX}" height="${BOX}" stroke="${INK}" stroke-width="1" fill="none"/>`;
    return [
      box,
      `<text x="${x + BOX + 3}" y="${y + BOX - 1}" font-family="Text" font-size="14" fill="${INK}">${bpm}</text>`,
    ];
  });
  return svg({ width, height: rows * RUNG_HEIGHT }, 1, boxes);
}

function svg({ width, height }: Size, scale: number, parts: readonly string[]): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width * scale}" height="${height * scale}" viewBox="0 0 ${width} ${height}">${parts.join('')}</svg>`;
}

/** Counts have "&", which XML keeps for itself. */
function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
}

function textOf(shape: Extract<Shape, { kind: 'text' }>): string {
  const { x, y, text, size, role, isBold, isMusic, anchor = 'middle' } = shape;
  return `<text x="${x}" y="${y}" font-family="${isMusic ? 'Music' : 'Text'}" font-size="${size}" font-weight="${isBold ? 'bold' : 'normal'}" fill="${COLOURS[role]}" text-anchor="${anchor}">${escaped(text)}</text>`;
}

function partOf(shape: Shape): string {
  const colour = COLOURS[shape.role];
  switch (shape.kind) {
    case 'line': {
      const dashes = shape.dashes ? ` stroke-dasharray="${shape.dashes}"` : '';
      const cap = shape.isRound ? ' stroke-linecap="round"' : '';
      return `<path d="${shape.path}" stroke="${colour}" stroke-width="${shape.width}"${dashes}${cap} fill="none"/>`;
    }
    case 'filled':
      return `<path d="${shape.path}" fill="${colour}"/>`;
    case 'disc':
      return `<circle cx="${shape.x}" cy="${shape.y}" r="${shape.radius}" fill="${colour}"/>`;
    case 'ring':
      return `<circle cx="${shape.x}" cy="${shape.y}" r="${shape.radius}" stroke="${colour}" stroke-width="${shape.width}" fill="none"/>`;
    case 'square':
      return `<rect x="${shape.x}" y="${shape.y}" width="${shape.side}" height="${shape.side}" fill="${colour}"/>`;
    case 'text':
      return textOf(shape);
  }
}
