import { USUAL_CONVENTIONS, type Conventions } from '../conventions';
import { parseGrip } from '../fretboard';
import { STANDARD_TUNING } from '../pitch';
import { parseMeter, readPattern, type Pattern } from '../rhythm';
import { gripDrawing, laneDrawing, type Drawing, type HeldGrip, type Shape } from './index';
import { SLOT_WIDTH } from './lane';

type Of<Kind extends Shape['kind']> = Extract<Shape, { kind: Kind }>;

function shapes<Kind extends Shape['kind']>(drawing: Drawing, kind: Kind): readonly Of<Kind>[] {
  return drawing.shapes.filter((one): one is Of<Kind> => one.kind === kind);
}

function texts(drawing: Drawing): readonly string[] {
  return shapes(drawing, 'text').map((one) => one.text);
}

function draw(grip: string, more: Partial<HeldGrip & Conventions> = {}): Drawing {
  const {
    fingers = [],
    setup = { tuning: STANDARD_TUNING, capo: 2 },
    moves = [],
    staying = [],
  } = more;
  const conventions = { ...USUAL_CONVENTIONS, ...more };
  return gripDrawing({ grip: parseGrip(grip) ?? [], fingers, setup, conventions, moves, staying });
}

describe('a grip drawn', () => {
  it('has a dot for each fret, a ring for each open and a cross for each muted string', () => {
    const drawing = draw('x32010', { fingers: [null, 3, 2, null, 1, null] });
    expect(shapes(drawing, 'disc').length).toBe(3);
    expect(shapes(drawing, 'ring').length).toBe(2);
    expect(shapes(drawing, 'line').filter((one) => one.role === 'muted').length).toBe(1);
    expect(texts(drawing)).toEqual(['3', '2', '1']);
    expect(drawing.words).toMatch(/string 5 fret 3, finger 3/);
  });

  it('stays within its bounds, wherever it lies on the neck', () => {
    for (const grip of ['x32010', '133211', 'x-10-12-12-12-10', '000000', 'xxxxxx', '24-x-x-x-x-1'])
      for (const leftHanded of [true, false]) {
        const drawing = draw(grip, { leftHanded });
        for (const { x, y, radius } of shapes(drawing, 'disc')) {
          expect(x - radius).toBeGreaterThanOrEqual(0);
          expect(x + radius).toBeLessThanOrEqual(drawing.width);
          expect(y + radius).toBeLessThanOrEqual(drawing.height);
        }
      }
  });

  it('is mirrored for the left hand: each dot as far from the right as it was from the left', () => {
    const at = (leftHanded: boolean) =>
      shapes(draw('x32010', { leftHanded }), 'disc').map((one) => one.x);
    const right = at(false);
    const sums = at(true).map((x, index) => x + (right[index] ?? 0));
    expect(new Set(sums).size).toBe(1);
  });

  it('begins at the lowest fret when it lies high, and has the nut only where it is', () => {
    const high = draw('x-10-12-12-12-10');
    expect(texts(high)).toContain('10');
    const hasNut = (drawing: Drawing) => shapes(drawing, 'line').some((one) => one.width === 4);
    expect([hasNut(high), hasNut(draw('133211'))]).toEqual([false, true]);
  });

  it('counts frets from the nut for who counts so: the first above a capo at 2 is 3', () => {
    expect(texts(draw('x02210'))).toEqual([]);
    expect(texts(draw('x02210', { frets: 'nut' }))).toEqual(['3']);
  });

  it('lays a flat finger as one bar over its strings, with its number once, and marks what stays', () => {
    const drawing = draw('133211', { fingers: [1, 3, 4, 2, 1, 1], staying: [1] });
    const [bar, ...others] = shapes(drawing, 'line').filter((one) => one.isRound);
    expect([bar?.role, others.length]).toEqual(['stays', 0]);
    expect(shapes(drawing, 'disc').map((one) => one.role)).toEqual(['ink', 'ink', 'ink']);
    expect([...texts(drawing)].sort()).toEqual(['1', '2', '3', '4']);
    expect(drawing.words).toMatch(
      /^finger 1 flat across strings 6 to 1 at fret 1; string 5 fret 3/,
    );
  });

  it('shows by arrows where fingers come from, as far as that is drawn', () => {
    const come = (fret: number) =>
      draw('022000', { moves: [{ from: { fret, place: 1 }, to: { fret: 2, place: 2 } }] });
    expect(shapes(come(3), 'filled').length).toBe(1);
    expect(shapes(come(9), 'filled').length).toBe(0);
  });
});

describe('a pattern drawn', () => {
  function pattern(strokes: string, bar = '4/4'): Pattern {
    const meter = parseMeter(bar);
    const read = meter && readPattern(meter, strokes.split(' '));
    if (!read?.ok) throw new Error(strokes);
    return read.pattern;
  }

  it('has an arrow for each stroke, a ghost where the hand passes by, and counts below', () => {
    const drawing = laneDrawing(pattern('D U D U D - D U'), { counts: 'syllables' });
    const arrows = shapes(drawing, 'line').filter((one) => one.role === 'ink');
    expect([arrows.length, shapes(drawing, 'line').filter((one) => one.dashes).length]).toEqual([
      7, 1,
    ]);
    expect(texts(drawing).join(' ')).toBe('1 & 2 & 3 & 4 &');
    expect(drawing.width).toBe(8 * SLOT_WIDTH);
  });

  it('tells accents, hits and how a stroke sounds', () => {
    const drawing = laneDrawing(pattern('D> - x Uo'), { counts: 'syllables' });
    expect(drawing.words).toBe('1 down, accented; 2 nothing; 3 hit; 4 up, open');
    expect(texts(drawing)).toContain('×');
    expect(shapes(drawing, 'line').some((one) => one.width === 4)).toBeTrue();
  });

  it('puts plucked notes on their strings, the thumb’s in a shape of their own', () => {
    const drawing = laneDrawing(pattern('5p 3i 2m+1a', '3/4'), { counts: 'syllables' });
    expect(shapes(drawing, 'square').length).toBe(1);
    const heights = shapes(drawing, 'ring').map((one) => one.y);
    expect(heights.map((y) => y - (heights[2] ?? 0))).toEqual([20, 10, 0]);
    expect(drawing.words).toBe('1 string 5 p; 2 string 3 i; 3 string 2 m with string 1 a');
  });

  it('parts its bars', () => {
    const drawing = laneDrawing(pattern('D D D D | D - D -'), { counts: 'syllables' });
    const lines = shapes(drawing, 'line').filter((one) => one.path.endsWith(' 2V56'));
    expect(lines.map((one) => one.path)).toEqual([`M${4 * SLOT_WIDTH} 2V56`]);
  });
});
