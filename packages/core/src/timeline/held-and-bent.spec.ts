import fc from 'fast-check';
import { readChart, writeChart } from '../chart';
import { partsOf } from '../form';
import { anyNumberedSong } from '../testing/any-song';
import {
  barsInLayer,
  clicksOf,
  secondsAt,
  songPatterns,
  stretchOf,
  strokesIn,
  timelineOf,
  windowsOf,
  type Stretch,
} from './index';
import { runs } from '../testing/runs';

function stretchIn(chart: string, layer: 'bare' | 'pulse' | 'full' = 'full'): Stretch {
  const { song } = readChart(chart);
  const patterns = songPatterns(song);
  return stretchOf(
    timelineOf(song).occurrences.flatMap((one) => barsInLayer(one, layer, patterns)),
  );
}
const beatsIn = (stretch: Stretch): readonly number[] =>
  strokesIn(stretch)
    .flat()
    .map((one) => one.beat);
const windowsIn = (chart: string): readonly number[] =>
  windowsOf(stretchIn(chart).bars.map((laid) => laid.bar)).map((one) => one.windowBeats);
const EIGHTHS = 'pattern e 4/4: D U D U D U D U\n';

describe('a chord held over the bar line', () => {
  it('is not struck again, in any layer, and sounds on', () => {
    const chart = `${EIGHTHS}[A] pattern e\n| F! | . | G | . . . . |`;
    const stretch = stretchIn(chart);
    expect(beatsIn(stretch)).toEqual([0, 8, 8.5, 9, 9.5, 10, 10.5, 11, 11.5]);
    expect(stretch.bars.map(({ bar }) => bar.chords[0]?.chord)).toEqual(['F', 'F', 'G', 'G']);
    expect(beatsIn(stretchIn(chart, 'bare'))).toEqual([0, 8]);
  });

  it('may end inside the bar, and leaves the hand as long as it sounds', () => {
    expect(beatsIn(stretchIn(`${EIGHTHS}[A] pattern e\n| F | . . G . |`)).slice(8)).toEqual([
      6, 6.5, 7, 7.5,
    ]);
    expect(windowsIn(`${EIGHTHS}[A] pattern e\n| F | . . G . |`)).toEqual([2.5]);
  });

  it('takes the name it has after a move', () => {
    const [, moved] = timelineOf(readChart('map: A, A +2\n[A]\n| F! | . |').song).occurrences;
    expect(moved?.bars.map((bar) => bar.chords[0]?.chord)).toEqual(['G', 'G']);
  });
});

describe('strokes and windows', () => {
  it('pause in silence, which widens the window', () => {
    expect(windowsIn(`${EIGHTHS}[A] pattern e\n| G | N.C. | D |`)).toEqual([4.5]);
    expect(beatsIn(stretchIn(`${EIGHTHS}[A] pattern e\n| G . - . |`))).toEqual([0, 0.5, 1, 1.5]);
  });

  it('fall late where the feel swings, at an exact place', () => {
    const [first = []] = strokesIn(stretchIn(`feel: swing 2:1\n${EIGHTHS}[A] pattern e\n| G |`));
    expect(first.map((one) => one.at)).toEqual([0, '2/3', 1, '5/3', 2, '8/3', 3, '11/3']);
    const [window = 0] = windowsIn(`feel: swing 2:1\n${EIGHTHS}[A] pattern e\n| G | D |`);
    // After a swung off-beat eighth at 100 bpm there are 0.20 s, not 0.30.
    expect((window * 60) / 100).toBeCloseTo(0.2, 9);
  });

  it('halve what stands between swung eighths', () => {
    const sixteen = Array(16).fill('D').join(' ');
    const chart = `feel: swing 2:1\npattern s 4/4: ${sixteen}\n[A] pattern s\n| G |`;
    const [first = []] = strokesIn(stretchIn(chart));
    expect(first.slice(0, 5).map((one) => one.at)).toEqual([0, '1/3', '2/3', '5/6', 1]);
  });
});

describe('a meter of its own', () => {
  it('holds for a bar, a line or a section, in its own beats', () => {
    const bars = stretchIn('[A]\n| G | 2/4: D | G |\n3/4: | C | D |').bars;
    expect(bars.map(({ bar }) => bar.beats)).toEqual([4, 2, 4, 3, 3]);
    expect(bars.map(({ from }) => from)).toEqual([0, 4, 6, 10, 13]);
  });

  it('keeps a beat of another unit as long as on paper, unless a tempo is said', () => {
    const chart = 'tempo: 60\n[A]\n| G |\n[B] meter 6/8\n| C |\n[C] meter 6/8 tempo 60\n| C |';
    expect(timelineOf(readChart(chart).song).occurrences.map((one) => one.lasts)).toEqual([
      4, 3, 6,
    ] as never);
  });

  it('is clicked in its own groups', () => {
    const clicks = clicksOf(stretchIn('meter: 12/8\n[A]\n| G |\n[B] meter 7/8 (2+2+3)\n| C |'));
    const accents = clicks.flatMap(({ beat, accent }) => (accent ? [beat] : []));
    expect(accents).toEqual([0, 3, 6, 9, 12, 14, 16]);
  });

  it('has a pickup whose beats are the last of a bar', () => {
    const clicks = clicksOf(stretchIn('pickup: 1\nmeter: 3/4\n[A]\n| G | C |'));
    expect(clicks.map((one) => one.accent)).toEqual([false, true, false, false]);
  });
});

describe('a tempo of its own', () => {
  it('bends evenly over its section and goes back after it', () => {
    const { occurrences } = timelineOf(
      readChart('tempo: 120\nmap: A, End tempo 120 to 60, A\n[A]\n| G |\n[End]\n| C | C |').song,
    );
    // 8 beats from 120 to 60: 60·8/60·ln 2 s.
    expect(occurrences[1]?.lasts).toBeCloseTo(8 * Math.LN2, 9);
    expect(occurrences[2]?.lasts).toBeCloseTo(2, 9);
    const end = stretchOf(occurrences[1]?.bars ?? []);
    const first = end.bars[0];
    const second = end.bars[1];
    expect(first && second && secondsAt(first, 4)).toBeCloseTo(second?.startsAt ?? -1, 9);
    expect(second?.startsAt).toBeLessThan(4 * Math.LN2);
  });

  it('makes a part of its own of a section that comes faster, moved or both, and of nothing else', () => {
    const chart =
      'map: A, A +2, A tempo 80, A -1 tempo 80, A +2, B\n[A]\n| G | D |\n[B]\n| A | E |';
    const { occurrences, parts } = partsOf(readChart(chart).song);
    expect(occurrences.map((one) => one.part.letter)).toEqual([
      'A',
      'A⁺²',
      'A',
      'A⁻¹',
      'A⁺²',
      'A⁺²',
    ]);
    expect(parts.map((part) => part.letter)).toEqual(['A', 'A⁺²', 'A⁻¹']);
    const timed = partsOf(readChart(chart.replaceAll('tempo 80', 'tempo 100')).song);
    expect(timed.parts.map((part) => [part.letter, part.goalBpm as number])).toEqual([
      ['A', 80],
      ['A⁺²', 80],
      ['A·100', 100],
      ['A⁻¹·100', 100],
    ]);
  });
});

describe('endings and repeats', () => {
  const chordsOf = (chart: string): string =>
    timelineOf(readChart(chart).song)
      .occurrences.flatMap((one) => one.bars.map((bar) => bar.chords[0]?.chord))
      .join(' ');

  it('are read as times played, whether the section or the map says how often', () => {
    const endings = '| G |\n1. | C |\n2. | D |';
    expect(chordsOf(`[A] x2\n${endings}`)).toBe('G C G D');
    expect(chordsOf(`map: A x2\n[A]\n${endings}`)).toBe('G C G D');
    expect(readChart(`map: A x2\n[A]\n${endings}`).faults).toEqual([]);
    expect(chordsOf(`map: A x2\n[A] x2\n${endings}`)).toBe('G C G D G C G D');
    expect(chordsOf(`map: A once\n[A]\n${endings}`)).toBe('G D');
  });
});

describe('what is open about a song', () => {
  it('is kept on the map and told of its occurrences', () => {
    const text =
      'map: Vamp x4 until "back in, softly", (Bridge x2), Out x3 fade, Out tempo 90 to 60\n\n[Vamp]\n| G |\n\n[Bridge]\n| C |\n\n[Out]\n| D |\n';
    const { song, faults } = readChart(text);
    expect(faults).toEqual([]);
    const [vamp, bridge, out] = timelineOf(song).occurrences;
    expect([vamp?.until, vamp?.bars.length]).toEqual(['back in, softly', 4]);
    expect([bridge?.sometimes, bridge?.bars.length]).toEqual([true, 2]);
    expect(out?.fade).toBeTrue();
    expect(writeChart(song)).toBe(text.replace('(Bridge x2)', '(Bridge) x2'));
  });
});

describe('the timeline of any song', () => {
  it('lays bars without gaps, and every stroke into its own bar', () => {
    fc.assert(
      fc.property(anyNumberedSong, (song) => {
        const patterns = songPatterns(song);
        const { occurrences, lasts } = timelineOf(song);
        const stretch = stretchOf(occurrences.flatMap((one) => barsInLayer(one, 'full', patterns)));
        expect(stretch.lasts).toBeCloseTo(lasts, 6);
        stretch.bars.forEach(({ bar, from }, index) => {
          expect(stretch.bars[index + 1]?.from ?? stretch.beats).toBe(from + bar.beats);
        });
        strokesIn(stretch).forEach((strokes, index) => {
          const laid = stretch.bars[index];
          for (const { beat, chord, notes } of strokes) {
            expect(beat).toBeGreaterThanOrEqual(laid?.from ?? 0);
            expect(beat).toBeLessThan((laid?.from ?? 0) + (laid?.bar.beats ?? 0));
            // A riff sounds over silence too.
            if (!notes) expect(chord).not.toBe('-');
          }
        });
      }),
      runs(60),
    );
  });
});
