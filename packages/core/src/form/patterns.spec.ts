import fc from 'fast-check';
import { readPattern, type Pattern } from '../rhythm';
import { readChart, settledFrame } from '../song';
import {
  changesOffSlot,
  changeWindows,
  layPattern,
  patternNamed,
  plainPattern,
  playingOf,
} from './index';

const barsOf = (chart: string) =>
  playingOf(readChart(chart).song).occurrences.flatMap((one) => one.bars);
const pattern = (text: string, bar = '4/4'): Pattern => {
  const { meter } = settledFrame(readChart(`meter: ${bar}`).song.frame);
  const read = readPattern(meter, text.split(' '));
  if (!read.ok) throw new Error(read.message);
  return read.pattern;
};
const windows = (chart: string, strokes?: string, bar?: string) =>
  changeWindows(barsOf(chart), strokes === undefined ? undefined : pattern(strokes, bar)).map(
    (one) => one.windowBeats,
  );

describe('a pattern laid over bars', () => {
  it('begins anew in every bar, and goes through its own bars where it has several', () => {
    const laid = layPattern(pattern('D D D D | D - - -'), barsOf('[A]\n| G | D | C |'));
    expect(laid.map((one) => one.beat)).toEqual([0, 1, 2, 3, 4, 8, 9, 10, 11]);
  });

  it('gives a shorter bar the part that fits', () => {
    const laid = layPattern(pattern('D U D U D U D U'), barsOf('pickup: 1\n[A]\n| G | D |'));
    expect(laid.map((one) => one.beat).slice(0, 4)).toEqual([0, 0.5, 1, 1.5]);
    expect(laid.length).toBe(2 + 8);
  });

  it('never loses or adds a stroke over whole bars', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('D', 'U', '-', 'x'), { minLength: 8, maxLength: 8 }),
        fc.integer({ min: 1, max: 20 }),
        (strokes, count) => {
          const one = pattern(strokes.join(' '));
          const laid = layPattern(one, barsOf(`[A]\n${'| G '.repeat(count)}|`));
          expect(laid.length).toBe(strokes.filter((stroke) => stroke !== '-').length * count);
          expect(laid.map((stroke) => stroke.beat)).toEqual(
            [...laid.map((stroke) => stroke.beat)].sort((a, b) => a - b),
          );
        },
      ),
    );
  });
});

describe('change windows', () => {
  it('are whole bars where each chord is struck once', () => {
    expect(windows('[A]\n| G | D | C |')).toEqual([4, 4]);
    expect(windows('[A]\n| G D | C |')).toEqual([2, 2]);
  });

  it('go from the last stroke of the old chord to the first of the new one', () => {
    expect(windows('[A]\n| G | D |', 'D U D U D U D U')).toEqual([0.5]);
    expect(windows('[A]\n| G | D |', 'D D D D')).toEqual([1]);
    expect(windows('[A]\n| G | D |', 'D - D U - U D -')).toEqual([1]);
    expect(windows('[A]\n| G D | C |', 'D - D U - U D -')).toEqual([1, 1]);
  });

  it('are wider where the stroke during the change is on open strings, or a hit', () => {
    expect(windows('[A]\n| G | D |', 'D U D U D U D Uo')).toEqual([1]);
    expect(windows('[A]\n| G | D |', 'D U D U D U x x')).toEqual([1.5]);
  });

  it('follow the meter', () => {
    expect(windows('meter: 6/8\n[A]\n| G | D |', 'D - U D - U', '6/8')).toEqual([1]);
    expect(windows('meter: 3/4\n[A]\n| G | D |', 'D - D U D -', '3/4')).toEqual([1]);
  });

  it('pass over silence and chords that are held', () => {
    expect(windows('[A]\n| G | G | N.C. | D |')).toEqual([12]);
  });
});

describe('a change that falls between slots', () => {
  it('is told with its bar and beat', () => {
    const bars = barsOf('[A]\n| G C D | G . C D |');
    expect(
      changesOffSlot(bars, pattern('D D D D')).map(({ bar, chord }) => [bar, chord] as const),
    ).toEqual([
      [1, 'C'],
      [1, 'D'],
    ]);
    expect(changesOffSlot(bars, pattern('D D D D D D D D D D D D'))).toEqual([]);
  });
});

describe('patterns of a song', () => {
  it('are found by name where they fill their bar', () => {
    const { song } = readChart('pattern good 4/4: D U D U\npattern bad 4/4: D U D\n[A]\n| G |');
    expect(patternNamed(song, 'good')?.slotsPerBar).toBe(4);
    expect(patternNamed(song, 'bad')).toBeUndefined();
    expect(patternNamed(song, undefined)).toBeUndefined();
  });

  it('have two plain layers in any meter', () => {
    const { meter } = settledFrame(readChart('meter: 5/4').song.frame);
    expect(plainPattern(meter, 'pulse').slots.length).toBe(5);
    expect(plainPattern(meter, 'bare').slots.filter((slot) => slot.kind !== 'rest').length).toBe(1);
  });

  it('keep their freedom and how they were told, in chart text', () => {
    const line = 'pattern eights 4/4 free: D U D U D - D U told "down-up down-up down down-up"';
    const { song, faults } = readChart(`${line}\n[A]\n| G |`);
    expect(faults).toEqual([]);
    expect(song.patterns[0]).toEqual(
      jasmine.objectContaining({ free: true, told: 'down-up down-up down down-up' }),
    );
  });
});
