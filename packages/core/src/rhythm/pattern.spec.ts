import fc from 'fast-check';
import {
  cellsOver,
  countWords,
  parseMeter,
  parseSlot,
  readPattern,
  strokesOf,
  slotTimes,
  strokeRate,
  type Meter,
  type Pattern,
} from './index';
import { formatSlot } from './slot';

const meter = (text: string): Meter => parseMeter(text) ?? { beats: 4, unit: 4, groups: [4] };
const pattern = (text: string, strokes: string): Pattern => {
  const read = readPattern(meter(text), strokes.split(' '));
  if (!read.ok) throw new Error(read.message);
  return read.pattern;
};

describe('a stroke', () => {
  [
    'D',
    'U',
    'D>',
    'Dl',
    'Uh',
    'D>lm',
    'Dp',
    'Dr',
    'Uo',
    'x',
    '-',
    '5',
    'p',
    '5p',
    '5p+1a',
    '4+2+1',
  ].forEach((text) => {
    it(`${text} is written as it is read`, () => {
      const slot = parseSlot(text);
      expect(slot && formatSlot(slot)).toBe(text);
    });
  });

  ['', 'Q', 'DU', '9', '5q', '+', '5+', 'D>>>>'].forEach((text) => {
    it(`is none in "${text}"`, () => expect(parseSlot(text)).toBeUndefined());
  });
});

describe('a pattern', () => {
  const grids: readonly (readonly [string, string, number, number])[] = [
    ['4/4', 'D D D D', 4, 1],
    ['4/4', 'D U D U D - D U', 8, 1],
    ['3/4', 'D - D U D U', 6, 1],
    ['6/8', 'D - U D - U', 6, 1],
    ['5/4', 'p i m a m', 5, 1],
    ['7/8', 'D - D - D U -', 7, 1],
    ['12/8', 'D - - D - - D - - D - U', 12, 1],
    ['4/4', 'D - D U - U D U | D - D U D - D -', 8, 2],
    ['2/4', 'D - x U D - x U', 8, 1],
  ];
  grids.forEach(([bar, strokes, slots, bars]) => {
    it(`fills ${bar} with ${strokes}`, () => {
      const read = pattern(bar, strokes);
      expect([read.slotsPerBar, read.bars]).toEqual([slots, bars]);
    });
  });

  it('that does not fill its bar says what would', () => {
    expect(readPattern(meter('4/4'), 'D U D U D'.split(' '))).toEqual({
      ok: false,
      code: 'pattern-fill',
      message:
        '5 strokes and rests do not fill a bar of 4/4: it takes 3 more for 8, or 1 fewer for 4.',
    });
    expect(readPattern(meter('4/4'), 'D U D U | D U D'.split(' ')).ok).toBeFalse();
    expect(readPattern(meter('6/8'), 'D U D U'.split(' ')).ok).toBeFalse();
  });

  it('with a word that is no stroke says which', () => {
    const read = readPattern(meter('4/4'), ['D', 'sideways', 'D', 'U']);
    expect(read.ok ? '' : read.message).toContain('"sideways"');
  });

  it('swings without changing the length of its bar', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 3 }),
        (a, b, bars) => {
          const [long, short] = [Math.max(a, b), Math.min(a, b)];
          const slots = Array.from({ length: 8 * bars }, () => ({ kind: 'hit' as const }));
          const grid = { meter: meter('4/4'), bars, slotsPerBar: 8, slots };
          const times = slotTimes(grid, { kind: 'swing', long, short });
          const even = slotTimes(grid, { kind: 'straight' });
          times.forEach((time, i) => {
            if (i % 2 === 0) expect(time).toBe(even[i] ?? -1);
            else expect(time).toBeGreaterThanOrEqual(even[i] ?? 0);
            expect(time).toBeLessThan(even[i + 1] ?? bars * 4);
          });
        },
      ),
    );
  });

  it('has a rate of strokes at a tempo', () => {
    expect(strokeRate(pattern('4/4', 'D U D U D - D U'), 120)).toBe(3.5);
  });
});

describe('cells and counts', () => {
  it('say what is left over', () => {
    expect(cellsOver(5, 12)).toEqual([5, 5, 2]);
    expect(cellsOver(0, 12)).toEqual([]);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 1, max: 99 }),
        (cell, slots) => cellsOver(cell, slots).reduce((sum, one) => sum + one, 0) === slots,
      ),
    );
  });

  it('follow the meter, the grid and the school', () => {
    expect(countWords(4, 16).join(' ')).toBe('1 e & a 2 e & a 3 e & a 4 e & a');
    expect(countWords(3, 9).join(' ')).toBe('1 trip let 2 trip let 3 trip let');
    expect(countWords(7, 7).join(' ')).toBe('1 2 3 4 5 6 7');
    expect(countWords(4, 8, 'numbers').join(' ')).toBe('1 2 3 4 5 6 7 8');
  });
});

describe('a pattern as it is written', () => {
  it('is the same when it is read again', () => {
    for (const strokes of ['D U D U', 'D D D D | D - D -', '5p - 3i+1a x']) {
      const read = readPattern(meter('4/4'), strokes.split(' '));
      expect(read.ok && strokesOf(read.pattern).join(' ')).toBe(strokes);
    }
  });
});
