import fc from 'fast-check';
import { chordLabel, chordTones, parseChordName, QUALITIES, transposeChordName } from './index';

describe('a chord name', () => {
  const names: readonly (readonly [string, readonly number[]])[] = [
    ['G', [7, 11, 2]],
    ['F#m7b5', [6, 9, 0, 4]],
    ['F♯m7♭5', [6, 9, 0, 4]],
    ['Bbmaj7', [10, 2, 5, 9]],
    ['D/F#', [2, 6, 9]],
    ['C/D', [0, 4, 7, 2]],
    ['C6/9', [0, 4, 7, 9, 2]],
    ['A7sus4', [9, 2, 4, 7]],
    ['E5', [4, 11]],
  ];
  names.forEach(([name, tones]) => {
    it(`${name} has the tones ${tones.join(' ')}`, () =>
      expect(chordTones(parseChordName(name))).toEqual(tones));
  });

  ['', 'H', 'm7', 'Gx', 'G7/H', 'Cmaj99', 'x'.repeat(100)].forEach((name) => {
    it(`is not read from "${name.slice(0, 12)}"`, () =>
      expect(parseChordName(name)).toBeUndefined());
  });

  it('is written with signs, and a minor or dim suffix is left alone', () => {
    expect(chordLabel('Bb7#9')).toBe('B♭7♯9');
    expect(chordLabel('Ebdim7/Db')).toBe('E♭dim7/D♭');
  });

  const anyName = fc
    .tuple(
      fc.constantFrom('C', 'F#', 'Bb', 'E'),
      fc.constantFrom(...QUALITIES),
      fc.constantFrom('', '/G', '/C#'),
    )
    .map(([root, quality, bass]) => root + (quality.suffixes[0] ?? '') + bass);

  it('moved by semitones has its tones moved by as many', () => {
    fc.assert(
      fc.property(anyName, fc.integer({ min: -11, max: 11 }), (name, semitones) => {
        const moved = chordTones(parseChordName(transposeChordName(name, semitones)));
        expect(moved).toEqual(
          chordTones(parseChordName(name)).map((tone) => (tone + semitones + 24) % 12),
        );
      }),
    );
  });

  it('that is silence is not moved', () => {
    expect(transposeChordName('-', 3)).toBe('-');
    expect(transposeChordName('N.C.', 3)).toBe('N.C.');
  });
});
