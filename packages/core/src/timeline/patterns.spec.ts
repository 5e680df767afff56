import fc from 'fast-check';
import { readChart } from '../chart';
import type { Layer } from '../song';
import {
  barsInLayer,
  changesOffSlot,
  stretchOf,
  strokesIn,
  windowsOf,
  patternNamed,
  timelineOf,
  pulsePattern,
  songPatterns,
  type Stroke,
  type StruckBar,
} from './index';

/** The bars of a chart as they are played in a layer, one occurrence after the other. */
function barsOf(chart: string, layer: Layer = 'full'): readonly StruckBar[] {
  const { song } = readChart(chart);
  const patterns = songPatterns(song);
  return timelineOf(song).occurrences.flatMap((one) => barsInLayer(one, layer, patterns));
}

/** The same with a pattern given to the section "A". */
function withPattern(strokes: string, chart: string, meter = '4/4'): readonly StruckBar[] {
  return barsOf(
    `meter: ${meter}\npattern p ${meter}: ${strokes}\n${chart.replace('[A]', '[A] pattern p')}`,
  );
}

const beatsOf = (strokes: readonly (readonly Stroke[])[]): readonly number[] =>
  strokes.flat().map((one) => one.beat);
const windows = (bars: readonly StruckBar[]): readonly number[] =>
  windowsOf(bars).map((one) => one.windowBeats);

describe('a pattern laid over bars', () => {
  it('begins anew in every bar, and goes through its own bars where it has several', () => {
    const bars = withPattern('D D D D | D - - -', '[A]\n| G | D | C |');
    expect(beatsOf(strokesIn(stretchOf(bars)))).toEqual([0, 1, 2, 3, 4, 8, 9, 10, 11]);
  });

  it('gives a shorter bar the part that fits', () => {
    const laid = strokesIn(stretchOf(withPattern('D U D U D U D U', 'pickup: 1\n[A]\n| G | D |')));
    expect(beatsOf(laid).slice(0, 4)).toEqual([0, 0.5, 1, 1.5]);
    expect(laid.map((bar) => bar.length)).toEqual([2, 8]);
  });

  it('never loses or adds a stroke over whole bars', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('D', 'U', '-', 'x'), { minLength: 8, maxLength: 8 }),
        fc.integer({ min: 1, max: 20 }),
        (strokes, count) => {
          const chart = `[A]\n${'| G '.repeat(count)}|`;
          const laid = strokesIn(stretchOf(withPattern(strokes.join(' '), chart)));
          expect(laid.flat().length).toBe(
            strokes.filter((stroke) => stroke !== '-').length * count,
          );
          expect(beatsOf(laid)).toEqual([...beatsOf(laid)].sort((a, b) => a - b));
        },
      ),
    );
  });
});

describe('a chord hit once and left ringing', () => {
  it('has no other stroke until the next chord', () => {
    const bars = withPattern('D U D U D U D U', '[A]\n| G! | D . C! . |');
    expect(beatsOf(strokesIn(stretchOf(bars)))).toEqual([0, 4, 4.5, 5, 5.5, 6]);
    expect(windows(bars)).toEqual([4, 0.5]);
  });
});

describe('the bars of a section in its layers', () => {
  const CHART =
    'pattern eights 4/4: D U D U D U D U\npattern gallop 4/4: D - D D D - D D\npattern fill 4/4: D D D D | x x x x\n' +
    '[A] pattern eights pattern gallop in 2 pattern fill for ornaments in 3-4\n| G | C | D | G |';
  const names = (layer: Layer): readonly (string | undefined)[] =>
    barsOf(CHART, layer).map((bar) => bar.struck?.name);

  it('are played by the pattern said for the bar and the layer, else by the section’s own', () => {
    expect(names('full')).toEqual(['eights', 'gallop', 'eights', 'eights']);
    expect(names('ornaments')).toEqual(['eights', 'gallop', 'fill', 'fill']);
  });

  it('begin a pattern of several bars where it is said to begin', () => {
    expect(barsOf(CHART, 'ornaments').map((bar) => bar.struck?.bar)).toEqual([0, 0, 0, 1]);
  });

  it('are bare and pulsed by themselves', () => {
    expect(beatsOf(strokesIn(stretchOf(barsOf(CHART, 'bare'))))).toEqual([0, 4, 8, 12]);
    expect(beatsOf(strokesIn(stretchOf(barsOf(CHART, 'pulse')))).length).toBe(16);
    expect(windows(barsOf(CHART, 'bare'))).toEqual([4, 4, 4]);
    expect(windows(barsOf(CHART, 'pulse'))).toEqual([1, 1, 1]);
  });

  it('are barer where the recording is', () => {
    const bars = barsOf(`map: A layer bare, A\n${CHART}`);
    expect(bars.map((bar) => bar.struck !== undefined)).toEqual([
      ...[false, false, false, false],
      ...[true, true, true, true],
    ]);
  });

  it('are counted anew in every pass, and follow the parent where nothing is said', () => {
    const chart = CHART.replace('[A]', '[A] x2') + '\n[B = A]';
    expect(barsOf(chart).map((bar) => bar.struck?.name === 'gallop')).toEqual([
      ...[false, true, false, false],
      ...[false, true, false, false],
      ...[false, true, false, false],
    ]);
  });
});

describe('change windows', () => {
  it('are whole bars where each chord is struck once', () => {
    expect(windows(barsOf('[A]\n| G | D | C |', 'bare'))).toEqual([4, 4]);
    expect(windows(barsOf('[A]\n| G D | C |', 'bare'))).toEqual([2, 2]);
  });

  it('go from the last stroke of the old chord to the first of the new one', () => {
    expect(windows(withPattern('D U D U D U D U', '[A]\n| G | D |'))).toEqual([0.5]);
    expect(windows(withPattern('D D D D', '[A]\n| G | D |'))).toEqual([1]);
    expect(windows(withPattern('D - D U - U D -', '[A]\n| G | D |'))).toEqual([1]);
    expect(windows(withPattern('D - D U - U D -', '[A]\n| G D | C |'))).toEqual([1, 1]);
  });

  it('are wider where the stroke during the change is on open strings, or a hit', () => {
    expect(windows(withPattern('D U D U D U D Uo', '[A]\n| G | D |'))).toEqual([1]);
    expect(windows(withPattern('D U D U D U x x', '[A]\n| G | D |'))).toEqual([1.5]);
  });

  it('follow the meter', () => {
    expect(windows(withPattern('D - U D - U', '[A]\n| G | D |', '6/8'))).toEqual([1]);
    expect(windows(withPattern('D - D U D -', '[A]\n| G | D |', '3/4'))).toEqual([1]);
  });

  it('pass over silence and chords that are held', () => {
    expect(windows(barsOf('[A]\n| G | G | N.C. | D |', 'bare'))).toEqual([12]);
  });
});

describe('a change that falls between slots', () => {
  it('is told with its bar and beat', () => {
    const chart = '[A] x2\n| G C D | G . C D |';
    const places = changesOffSlot(withPattern('D D D D', chart)).map((one) => [
      one.bar,
      one.chord,
      one.pattern,
    ]);
    expect(places).toEqual([
      [1, 'C', 'p'],
      [1, 'D', 'p'],
      [1, 'C', 'p'],
      [1, 'D', 'p'],
    ]);
    expect(changesOffSlot(withPattern('D D D D D D D D D D D D', chart))).toEqual([]);
  });
});

describe('patterns of a song', () => {
  it('are found by name where they fill their bar', () => {
    const { song } = readChart('pattern good 4/4: D U D U\npattern bad 4/4: D U D\n[A]\n| G |');
    expect(patternNamed(song, 'good')?.slotsPerBar).toBe(4);
    expect(patternNamed(song, 'bad')).toBeUndefined();
    expect(patternNamed(song, undefined)).toBeUndefined();
  });

  it('have a pulse in any meter, where its beats are felt', () => {
    const pulseOf = (meter: string): string =>
      pulsePattern(
        readChart(`meter: ${meter}`).song.frame.meter ?? { beats: 4, unit: 4, groups: [4] },
      )
        .slots.map((slot) => (slot.kind === 'strum' ? 'D' : '-'))
        .join('');
    expect(pulseOf('5/4')).toBe('DDDDD');
    expect(pulseOf('6/8')).toBe('D--D--');
    expect(pulseOf('7/8 (2+2+3)')).toBe('D-D-D--');
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
