import fc from 'fast-check';
import { parseMeter, type Meter } from '../rhythm';
import { formatSlot } from '../rhythm/slot';
import { runs } from '../testing/runs';
import {
  parseTold,
  patternOfTaps,
  placeStrokes,
  readTaps,
  readTelling,
  type ToldStroke,
} from './index';

const meter = (text: string): Meter => parseMeter(text) ?? { beats: 4, unit: 4, groups: [4] };
const told = (text: string) => [...text] as ToldStroke[];

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
      expect(
        parseTold(text)
          ?.map(({ direction }) => direction)
          .join(''),
      ).toBe(strokes));
  });

  const inFourFour: readonly (readonly [text: string, strokes: string])[] = [
    ['down chuck down chuck', 'D - Dm - D - Dm -'],
    ['down slap down-up slap', 'D - x - D U x -'],
    ['down mute up down mute up', 'D - Dm U D - Dm U'],
    ['down-up dead down-up dead', 'D U Dm - D U Dm -'],
    ['muted down, up, muted down, up, down, up, down, up', 'Dm U Dm U D U D U'],
    ['four downs', 'D - D - D - D -'],
    ['all downs', 'D - D - D - D -'],
    ['down on every beat', 'D - D - D - D -'],
    ['down miss down up miss up down up', 'D - D U - U D U'],
    ['D x D x', 'D - x - D - x -'],
    ['down and down-up and up and down-up', 'D - D U - U D U'],
  ];
  inFourFour.forEach(([text, strokes]) => {
    it(`"${text}" fill a bar as ${strokes}`, () => {
      const [way] = readTelling(text, meter('4/4')).ways;
      expect(way?.pattern.slots.map(formatSlot).join(' ')).toBe(strokes);
    });
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
    expect(told('sideways').says).toContain('neither downs and ups');
  });

  it('is taken from taps, within what can be kept', () => {
    expect(patternOfTaps([0, 0.6, 0.9, 1.2], meter('4/4'))?.pattern.slots.length).toBe(8);
    const long = Array.from({ length: 400 }, (_, i) => i * 0.5);
    expect(patternOfTaps(long, meter('4/4'))).toBeUndefined();
  });
});
