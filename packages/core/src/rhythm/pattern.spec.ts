import fc from 'fast-check';
import {
  cellsOver,
  countWords,
  formatSlot,
  parseMeter,
  parseSlot,
  parseStrokes,
  patternOfTaps,
  placeStrokes,
  readPattern,
  readTaps,
  readTelling,
  strokesOf,
  slotTimes,
  strokeRate,
  type Meter,
  type Pattern,
  type ToldStroke,
} from './index';
import { runs } from '../testing/runs';

const meter = (text: string): Meter => parseMeter(text) ?? { beats: 4, unit: 4, groups: [4] };
const pattern = (text: string, strokes: string): Pattern => {
  const read = readPattern(meter(text), strokes.split(' '));
  if (!read.ok) throw new Error(read.message);
  return read.pattern;
};
const told = (text: string) => [...text] as ToldStroke[];

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

describe('strokes told in words', () => {
  const tellings: readonly (readonly [string, string | undefined])[] = [
    ['down-up down-up down down-up', 'DUDUDDU'],
    ['DU DU D DU', 'DUDUDDU'],
    ['Down, down, up', 'DDU'],
    ['', ''],
    ['5 2 3 1', undefined],
    ['left right', undefined],
  ];
  tellings.forEach(([text, strokes]) => {
    it(`"${text}" are ${strokes ?? 'none'}`, () =>
      expect(parseStrokes(text)?.join('')).toBe(strokes));
  });

  const counts: readonly (readonly [string, number, boolean, number])[] = [
    ['DUDUDDU', 8, true, 1],
    ['DUUD', 8, true, 4],
    ['DUUD', 8, false, 5],
    ['DUDDUUD', 8, true, 0],
    ['DUDDUUD', 16, true, 84],
    ['U', 8, true, 0],
    ['U', 8, false, 4],
  ];
  counts.forEach(([strokes, slots, startsOnBeat, count]) => {
    it(`${strokes} fit ${slots} slots in ${count} ways${startsOnBeat ? '' : ' anywhere'}`, () =>
      expect(placeStrokes({ strokes: told(strokes), slots, startsOnBeat }).count).toBe(count));
  });

  it('are placed with fewest gaps first, then earliest', () => {
    expect(placeStrokes({ strokes: told('DUUD'), slots: 8 }).placements).toEqual([
      [0, 1, 3, 4],
      [0, 1, 3, 6],
      [0, 1, 5, 6],
      [0, 3, 5, 6],
    ]);
  });

  it('are placed in all the ways there are, as trying every way shows', () => {
    const stroke = fc.constantFrom<ToldStroke>('D', 'U');
    fc.assert(
      fc.property(
        fc.array(stroke, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 1, max: 10 }),
        fc.boolean(),
        (strokes, slots, startsOnBeat) => {
          const every: number[][] = [];
          const walk = (placed: number[]): void => {
            if (placed.length === strokes.length) return void every.push(placed);
            for (let slot = (placed.at(-1) ?? -1) + 1; slot < slots; slot++)
              if (
                strokes[placed.length] === (slot % 2 === 0 ? 'D' : 'U') &&
                (placed.length > 0 || !startsOnBeat || slot === 0)
              )
                walk([...placed, slot]);
          };
          walk([]);
          const found = placeStrokes({ strokes, slots, startsOnBeat, most: 1000 });
          expect(found.count).toBe(every.length);
          expect([...found.placements].map(String).sort()).toEqual(every.map(String).sort());
        },
      ),
      runs(300),
    );
  });

  it('are counted exactly where only some are shown', () => {
    const many = placeStrokes({ strokes: told('DUDU'), slots: 32 });
    expect(many.placements.length).toBe(12);
    expect(many.count).toBeGreaterThan(100);
    expect(placeStrokes({ strokes: [], slots: 8 })).toEqual({ count: 0, placements: [] });
  });
});

describe('a rhythm tapped', () => {
  const tap = (tempo: number, beats: readonly number[], jitter: (i: number) => number = () => 0) =>
    beats.map((beat, i) => 10 + (beat * 60) / tempo + jitter(i));
  const cases: readonly (readonly [
    string,
    number,
    readonly number[],
    number,
    readonly number[],
  ])[] = [
    ['quarters', 100, [0, 1, 2, 3], 1, [0, 1, 2, 3]],
    ['down, down-up', 90, [0, 1, 1.5, 2, 3, 3.5], 2, [0, 2, 3, 4, 6, 7]],
    ['eighths with a hole', 96, [0, 0.5, 1, 1.5, 2, 3, 3.5], 2, [0, 1, 2, 3, 4, 6, 7]],
    ['sixteenths', 80, [0, 0.5, 0.75, 1, 1.5, 1.75, 2], 4, [0, 2, 3, 4, 6, 7, 8]],
  ];
  cases.forEach(([what, tempo, beats, subdivision, slots]) => {
    it(`is read: ${what}`, () => {
      const read = readTaps(tap(tempo, beats));
      expect([read?.subdivision as number, read?.slots]).toEqual([subdivision, slots]);
      expect(read?.bpm).toBeCloseTo(tempo, 0);
      expect(read?.confidence).toBe(1);
    });

    it(`is read though the hand is not exact: ${what}`, () => {
      const read = readTaps(tap(tempo, beats, (i) => 0.018 * Math.sin(i * 2.4)));
      expect(read?.slots).toEqual(slots);
      expect(read?.confidence).toBeLessThan(1);
    });
  });

  it('is none in too few taps, or in times that do not rise', () => {
    expect(readTaps([])).toBeUndefined();
    expect(readTaps([0, 0.5])).toBeUndefined();
    expect(readTaps([0, 0.5, 0.4])).toBeUndefined();
    expect(readTaps([0, NaN, 1])).toBeUndefined();
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

describe('a pattern as it is said', () => {
  const told = (text: string, bar = '4/4') => readTelling(text, meter(bar));

  it('is given in every way it fits the coarsest grid, best first', () => {
    const { says, ways } = told('down-up, up, down');
    expect(says).toBe('It fits one bar in 8 in 4 ways.');
    expect(ways.length).toBe(3);
    expect(ways[0]?.pattern.slots.map((slot) => formatSlot(slot)).join(' ')).toBe(
      'D U - U D - - -',
    );
  });

  it('is tried over two bars or finer where one bar does not take it', () => {
    const { says, ways } = told('D U D D U U D');
    expect(says).toContain('two bars or a finer grid');
    expect(ways[0]?.label).toBe('two bars in 8, 84 ways');
    expect(told('UUUUUUUUUUUU').ways).toEqual([]);
  });

  it('names the meters whose bar it would fill, where it does not fill the song’s', () => {
    expect(told('D U D U D U D U D U').says).toContain('In 5/4 it would fill one bar.');
    expect(told('D U D U D U D U', '3/4').says).toContain('In 4/4 it would fill one bar.');
  });

  it('is a row of strings or fingers repeated until the bar is full', () => {
    expect(told('5 2 3 1').ways.map((way) => way.label)).toEqual([
      ...['one bar in 8: 4 + 4', 'two bars in 8: 4 + 4 + 4 + 4', 'one bar in 16: 4 + 4 + 4 + 4'],
    ]);
    expect(told('p i m a m i', '6/8').ways[0]?.label).toBe('one bar in 6: 6');
    const uneven = told('5 4 3', '5/4');
    expect(uneven.ways.slice(0, 2).map((way) => way.label)).toEqual([
      'one bar in 10: 3 + 3 + 3 + 1, its end cut short',
      'one bar in 10: 3 + 3 + 3 + 1, its end left to ring',
    ]);
    expect(uneven.ways.slice(0, 2).map((way) => way.pattern.slots.at(-1)?.kind)).toEqual([
      'pluck',
      'rest',
    ]);
    expect(uneven.says).toContain('Say how it ends');
  });

  it('is nothing without words, and told where the words are none', () => {
    expect(told('  ')).toEqual({ says: '', ways: [] });
    expect(told('sideways').says).toContain('neither downs and ups nor a row');
  });

  it('is taken from taps, within what can be kept', () => {
    expect(patternOfTaps([0, 0.6, 0.9, 1.2], meter('4/4'))?.pattern.slots.length).toBe(8);
    const long = Array.from({ length: 400 }, (_, i) => i * 0.5);
    expect(patternOfTaps(long, meter('4/4'))).toBeUndefined();
  });
});
