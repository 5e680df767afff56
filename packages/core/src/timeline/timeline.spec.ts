import fc from 'fast-check';
import { readChart } from '../chart';
import { anySong } from '../testing/any-song';
import {
  changesOf,
  chordRow,
  clicksOf,
  stretchOf,
  timelineOf,
  type PlayedBar,
  type Timeline,
} from './index';
import { partsOf } from '../form';
import { runs } from '../testing/runs';

const played = (text: string): Timeline => timelineOf(readChart(text).song);

describe('the letters of a song', () => {
  const lettersOf = (text: string): readonly string[] =>
    partsOf(readChart(text).song).occurrences.map((one) => one.part.letter);

  it('are shared by sections with the same music', () => {
    expect(lettersOf('[V1]\n| G | C |\n[Ch]\n| D |\n[V2]\n| G | C |\n[V3 = V1]')).toEqual([
      'A',
      'B',
      'A',
      'A',
    ]);
  });

  it('carry a prime where a derived section differs', () => {
    expect(lettersOf('[V1]\n| G | C |\n[V2 = V1]\n2: | D |\n[V3 = V1]\n2: | E |')).toEqual([
      'A',
      'A′',
      'A′′',
    ]);
  });

  it('follow the order of playing, not of writing', () => {
    expect(lettersOf('map: B, A, B\n[A]\n| G |\n[B]\n| C |')).toEqual(['A', 'B', 'A']);
  });

  it('tell which bars of a derived section are new', () => {
    const { parts } = partsOf(readChart('[A]\n| G | C | D |\n[B = A]\n2: | Em |\n4: | G |').song);
    expect(parts.map((part) => part.newBars)).toEqual([
      [1, 2, 3],
      [2, 4],
    ]);
  });

  it('stand alone for sections that derive from each other or from nothing', () => {
    const { song } = readChart('[A = B]\n1: | G |\n[B = A]\n1: | C |\n[C = Z]\n1: | D |');
    expect(partsOf(song).bySection.size).toBe(3);
    // None of them has a bar to be played.
    expect(timelineOf(song).occurrences).toEqual([]);
  });

  it('go on after Z', () => {
    const many = Array.from({ length: 28 }, (_, n) => `[S${n}]\n| ${'G '.repeat(n + 1)}|`).join(
      '\n',
    );
    expect(lettersOf(many).slice(25)).toEqual(['Z', 'A2', 'B2']);
  });
});

describe('a song played through its map', () => {
  it('plays a single ending in its own round alone, and of several the last in later ones', () => {
    const chords = (text: string): string =>
      played(`[A] ${text}`)
        .occurrences.flatMap((one) => one.bars.map((bar) => bar.chords[0]?.chord))
        .join(' ');
    expect(chords('x2\n| G | D |\n2. | C |')).toBe('G D G D C');
    expect(chords('x2\n| G | D |\n1. | C |')).toBe('G D C G D');
    expect(chords('x3\n| G |\n1. | C |\n2. | D |')).toBe('G C G D G D');
  });

  it('multiplies repeats and takes each pass with its ending', () => {
    const [verse] = played('map: A x2\n[A] x2\n| G |\n1. | D |\n2. | E |').occurrences;
    expect(verse?.bars.map((bar) => bar.chords[0]?.chord)).toEqual([
      'G',
      'D',
      'G',
      'E',
      'G',
      'D',
      'G',
      'E',
    ]);
  });

  it('moves chords and tempo where the map says so', () => {
    const [, second] = played('tempo: 120\nmap: A, A +2 tempo 60\n[A]\n| G | D/F# |').occurrences;
    expect(chordRow(second?.bars ?? [])).toEqual(['A', 'E/G#']);
    expect(second?.startsAt).toBeCloseTo(4, 9);
    expect(second?.lasts).toBeCloseTo(8, 9);
  });

  const UNITS: readonly (readonly [bars: string, starts: readonly number[], lasts: number])[] = [
    ['| G | 3/8: D | C |', [0, 2, 2.75], 4.75],
    ['| G | 2/2: D | C |', [0, 2, 4], 6],
    ['| 6/8: G | D |', [0, 1.5], 3.5],
    ['| G | 2/4: D |', [0, 2], 3],
  ];
  for (const [bars, starts, lasts] of UNITS)
    it(`keeps a beat of another unit as long as it is on paper: ${bars}`, () => {
      const played = timelineOf(readChart(`tempo: 120\n[A]\n${bars}`).song);
      const [{ bars: own } = { bars: [] }] = played.occurrences;
      expect(own.map((one) => Math.round(one.startsAt * 1000) / 1000)).toEqual([...starts]);
      expect(played.lasts).toBeCloseTo(lasts, 9);
      const stretch = stretchOf(own);
      expect(stretch.lasts).toBeCloseTo(lasts, 9);
      const clicks = clicksOf(stretch).map((one) => one.atS);
      expect(clicks.at(-1)).toBeLessThan(lasts);
    });

  it('bends its tempo through a bar of another unit', () => {
    const whole = timelineOf(readChart('[A] tempo 120 to 60\n| G | D | C |').song).lasts;
    const split = timelineOf(readChart('[A] tempo 120 to 60\n| G | 8/8: D | C |').song);
    expect(split.lasts).toBeCloseTo(whole, 9);
    expect(stretchOf(split.occurrences[0]?.bars ?? []).lasts).toBeCloseTo(whole, 9);
  });

  it('begins with the pickup', () => {
    const { occurrences, lasts } = played('tempo: 60\npickup: 1\nmeter: 3/4\n[A]\n| G | C |');
    expect(occurrences[0]?.bars.map((bar) => bar.beats)).toEqual([1, 3]);
    expect(lasts).toBeCloseTo(4, 9);
  });

  it('leaves out sections nobody wrote, and stops at 2,000 bars', () => {
    expect(played('map: Nowhere\n[A]\n| G |').occurrences).toEqual([]);
    expect(played('map: A x64\n[A] x64\n| G | C |').barCount).toBe(2000);
  });

  it('plays bars one after the other without gaps, also where the tempo bends', () => {
    /** Counted in small pieces, as one would without a formula. */
    const lastsOf = ({ beats, bend, intoBend, sectionBeats = 1 }: PlayedBar): number => {
      const pieces = 200;
      return Array.from({ length: beats * pieces }, (_, index) => {
        const at = intoBend + ((index + 0.5) / pieces) * sectionBeats;
        const tempo = bend.tempo + ((bend.tempoTo - bend.tempo) * at) / bend.beats;
        return (60 * sectionBeats) / tempo / pieces;
      }).reduce((sum, one) => sum + one, 0);
    };
    fc.assert(
      fc.property(anySong, (song) => {
        const { occurrences, lasts } = timelineOf(song);
        let at = 0;
        for (const bar of occurrences.flatMap((one) => one.bars)) {
          expect(bar.startsAt).toBeCloseTo(at, 3);
          at += lastsOf(bar);
        }
        expect(lasts).toBeCloseTo(at, 3);
      }),
      runs(60),
    );
  });

  it('lists each change once, over silences', () => {
    const bars = played('[A]\n| G | % | - | C | G | C |').occurrences.flatMap((one) => one.bars);
    expect(changesOf(bars)).toEqual([
      { from: 'G', to: 'C' },
      { from: 'C', to: 'G' },
    ]);
  });
});

describe('an entry that is played once', () => {
  it('has the last pass alone, with its ending', () => {
    const chart = 'map: A once, A\n[A] x2\n| G |\n1. | C |\n2. | D |';
    const chords = played(chart).occurrences.map((one) =>
      one.bars.map((bar) => bar.chords[0]?.chord).join(' '),
    );
    expect(chords).toEqual(['G D', 'G C G D']);
  });
});

describe('a song of several guitar parts', () => {
  it('plays the part that is taught, and what all of them share', () => {
    const chart = '[A] part rhythm\n| G |\n[A] part lead\n| Em |\n[B]\n| C |';
    const chords = (text: string) =>
      played(text).occurrences.map((one) => one.bars[0]?.chords[0]?.chord);
    expect(chords(`part: lead\n${chart}`)).toEqual(['Em', 'C']);
    expect(chords(`part: rhythm\n${chart}`)).toEqual(['G', 'C']);
  });
});
