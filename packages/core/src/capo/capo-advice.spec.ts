import fc from 'fast-check';
import { readChart, writeChart } from '../chart';
import { parseChordName, transposeChordName } from '../chord';
import { withCommand } from '../edits';
import { soundingTones } from '../fretboard/sounding';
import { USUAL_STUDENT } from '../player';
import { settledFrame, type SongDocument } from '../song';
import { timelineOf } from '../timeline';
import { capoAdvice, type CapoOption } from './index';

const songOf = (bars: string, head = ''): SongDocument =>
  readChart(`tempo: 90\n${head}[A]\n${bars}`).song;
const shapeNames = ({ shapes }: CapoOption): string => shapes.map(({ name }) => name).join(' ');
const first = (bars: string, head = ''): CapoOption => {
  const [best] = capoAdvice(songOf(bars, head));
  if (!best) throw new Error('no place for the capo');
  return best;
};

describe('places for the capo', () => {
  // What a teacher says at once to these chords.
  const best: readonly (readonly [string, number, string])[] = [
    ['| F | Bb | C |', 3, 'D G A'],
    ['| Bb | Eb | F | Gm |', 3, 'G C D Em'],
    ['| G | D | Em | C |', 0, 'G D Em C'],
    ['| Fm | Ab | Eb | Bb |', 1, 'Em G D A'],
    ['| F#m | D | A | E |', 2, 'Em C G D'],
    ['| A7 | D7 | E7 |', 0, 'A7 D7 E7'],
    ['| Ab | Db | Eb |', 1, 'G C D'],
    ['| B | E | F# |', 2, 'A D E'],
  ];
  for (const [bars, capo, shapes] of best) {
    it(`of ${bars} begin with ${capo}: ${shapes}`, () => {
      const option = first(bars);
      expect([option.capo, shapeNames(option), option.barres]).toEqual([capo, shapes, 0]);
    });
  }

  it('are the frets from none to the ninth, each once, what weighs least first', () => {
    const all = capoAdvice(songOf('| C#m | A | E | B |'));
    expect(all.map(({ capo }) => capo).toSorted((a, b) => a - b)).toEqual([
      0, 1, 2, 3, 4, 5, 6, 7, 8, 9,
    ]);
    const costs = all.map(({ cost }) => cost);
    expect(costs).toEqual(costs.toSorted((a, b) => a - b));
    expect(all.filter(({ isNow }) => isNow).map(({ capo }) => capo)).toEqual([0]);
    // Four barres are no advice, however alike they are.
    expect(all.slice(0, 3).every(({ barres }) => barres <= 2)).toBeTrue();
  });

  it('sound as the song does, whatever the shapes are', () => {
    const chord = fc.constantFrom('C', 'Dm', 'E7', 'F', 'Gsus4', 'Am7', 'Bb', 'F#m', 'Ebmaj7');
    fc.assert(
      fc.property(fc.array(chord, { minLength: 1, maxLength: 4 }), fc.nat(7), (names, capo) => {
        const song = songOf(`| ${names.join(' | ')} |`, `capo: ${capo}\n`);
        const sounds = (chords: readonly string[], at: number) =>
          chords.map((one) => parseChordName(transposeChordName(one, at))?.root);
        for (const option of capoAdvice(song)) {
          expect(sounds(option.chords, option.capo)).toEqual(sounds(names, capo));
        }
      }),
      { numRuns: 12 },
    );
  });

  it('weigh less for who owns the grips, and say so', () => {
    const song = songOf('| Bm | G | D | A |');
    const student = { ...USUAL_STUDENT, ownedGrips: ['Bm', 'G', 'D', 'A'] };
    const [option] = capoAdvice(song, { student });
    expect(option?.capo).toBe(0);
    expect(option?.why).toContain('all known already');
  });

  it('tell what is lost', () => {
    const all = capoAdvice(songOf('| E | A | B7 |'));
    expect(all.find(({ capo }) => capo === 7)?.lost).toEqual([
      'its lowest note is B2 instead of E2',
      'high on the neck it sounds thin',
    ]);
    expect(all.find(({ isNow }) => isNow)?.lost).toEqual([]);
  });

  it('of a song without chords weigh nothing, and keep it as it is', () => {
    const [option] = capoAdvice(readChart('tempo: 90').song);
    expect([option?.capo, option?.cost, option?.why]).toEqual([0, 0, 'No chord is written yet.']);
  });
});

describe('a capo moved under the sound', () => {
  const riffed = songOf('riff walk\n| Am | F |', 'riff walk 4/4: 5: 0 2 3 . | 6: 1 3 . .\n');

  it('takes riffs along the neck, over to the string below where one ends', () => {
    const moved = withCommand(riffed, { kind: 'move-capo', capo: 2, keeps: 'sounds' });
    // The open fifth string lies under the capo now: it is the sixth at fret 3. The lowest note is gone.
    expect(moved.riffs?.[0]?.body).toBe('6: 3 5: 0 1 . | - 6: 1 . .');
  });

  it('sounds higher where a voice wants it, and the key goes with it', () => {
    const song = songOf('| G | C |', 'key: G\n');
    const moved = withCommand(song, { kind: 'move-capo', capo: 0, keeps: 'sounds', higher: 2 });
    expect(writeChart(moved)).toContain('| A | D |');
    expect(moved.frame.key).toBe('A');
    const bars = timelineOf(moved).occurrences.flatMap((one) => one.bars);
    expect(bars.flatMap((bar) => bar.chords.map(({ chord }) => chord))).toEqual(['A', 'D']);
  });

  it('spells shapes by the key they come to stand in', () => {
    const moved = withCommand(songOf('| A | D | E | F#m |'), {
      ...{ kind: 'move-capo', capo: 0, keeps: 'sounds', higher: -1 },
    });
    expect(writeChart(moved)).toContain('| Ab | Db | Eb | Fm |');
  });

  it('leaves what is left to the student left to the student', () => {
    const song = songOf('| G | D |', 'grip G: any\n');
    const moved = withCommand(song, { kind: 'move-capo', capo: 2, keeps: 'sounds' });
    expect(moved.anyGrips).toEqual(['F']);
    expect(settledFrame(moved).capo).toBe(2);
    expect(soundingTones([3, 2, 0, 0, 0, 3], settledFrame(song)).length).toBe(3);
  });
});
