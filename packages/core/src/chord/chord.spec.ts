import fc from 'fast-check';
import { rootName } from '../pitch';
import {
  chordLabel,
  chordTones,
  nameTones,
  parseChordName,
  QUALITIES,
  transposeChordName,
} from './index';

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

  const spellings: readonly (readonly [usual: string, others: string])[] = [
    ['Cdim', 'C° Co Cdiminished'],
    ['Cdim7', 'C°7 Co7'],
    ['Cm7b5', 'Cø Cø7 Cm7-5 C-7b5 Cm7(♭5) Cmin7b5'],
    ['Cmaj7', 'CΔ CM7 Cma7 CMaj7 C^7 Cmajor7'],
    ['Cm7', 'C-7 C−7 Cmin7 Cmi7'],
    ['CmMaj7', 'Cm(maj7) CmM7 C-maj7 Cmin(maj7)'],
    ['Caug', 'C+'],
    ['C7#5', 'C+7 Caug7 C7+5 C7(#5)'],
    ['Cadd9', 'C(add9) Cadd2 C/9'],
    ['C7#9', 'C7(♯9) C7+9'],
    ['Csus4', 'Csus C4'],
    ['Csus2', 'C2'],
    ['C9sus4', 'C9sus Csus9'],
    ['C6/9', 'C69 C6add9'],
    ['C9', 'C7/9'],
    ['C7alt', 'Calt'],
    ['C7b9#11', 'C7(b9,#11) C7(b9)(#11)'],
    ['CmMaj9', 'Cm(maj9)'],
  ];
  spellings.forEach(([usual, others]) => {
    it(`${usual} is read from ${others}, too`, () => {
      for (const other of others.split(' '))
        expect(parseChordName(other)?.quality.suffix)
          .withContext(other)
          .toBe(parseChordName(usual)?.quality.suffix ?? '');
    });
  });

  const composed: readonly (readonly [string, readonly number[]])[] = [
    ['C9#11', [0, 4, 7, 10, 2, 6]],
    ['C13b9', [0, 4, 7, 10, 9, 1]],
    ['C7b5#9', [0, 4, 6, 10, 3]],
    ['Cmaj13#11', [0, 4, 7, 11, 2, 9, 6]],
    ['CmMaj11', [0, 3, 7, 11, 2, 5]],
    ['Cm6/9', [0, 3, 7, 9, 2]],
    ['C7(no3)', [0, 7, 10]],
    ['C7sus4b9', [0, 5, 7, 10, 1]],
    ['C6/9/E', [0, 4, 7, 9, 2]],
  ];
  composed.forEach(([name, tones]) => {
    it(`${name} is composed of ${tones.join(' ')}`, () =>
      expect(chordTones(parseChordName(name))).toEqual(tones));
  });

  it('is not read where something is left that says nothing', () => {
    for (const name of ['Cmaj99', 'C7b', 'Csus7sus', 'Cadd', 'Cmm', 'C7b4', 'Cno'])
      expect(parseChordName(name)).withContext(name).toBeUndefined();
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
    .map(([root, quality, bass]) => root + quality.suffix + bass);

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

describe('the spelling of what sounds', () => {
  const roots: readonly (readonly [key: string, tone: number, isMinor: boolean, name: string])[] = [
    ['E', 6, true, 'F#'],
    ['Db', 6, true, 'Gb'],
    ['Eb', 8, false, 'Ab'],
    ['C', 10, false, 'Bb'],
    ['G', 10, false, 'Bb'],
    ['Am', 8, true, 'G#'],
    ['Dm', 10, false, 'Bb'],
    ['F', 1, true, 'C#'],
    ['C', 6, true, 'F#'],
  ];
  roots.forEach(([key, tone, isMinor, name]) => {
    it(`of a root in ${key} is ${name}`, () => expect(rootName(tone, { key, isMinor })).toBe(name));
  });

  const names: readonly (readonly [tones: readonly number[], name: string])[] = [
    [[1, 5, 8], 'Db'],
    [[1, 4, 8], 'C#m'],
    [[3, 7, 10, 2], 'Ebmaj7'],
    [[2], 'D'],
    [[2, 2, 2], 'D'],
    [[7, 0], 'C5/G'],
    [[0, 7], 'C5'],
  ];
  names.forEach(([tones, name]) => {
    it(`${tones.join(' ')} is ${name}`, () =>
      expect(nameTones({ bass: tones[0] ?? 0, tones })[0]?.name).toBe(name));
  });

  const moved: readonly (readonly [name: string, by: number, to: string])[] = [
    ['C', 1, 'Db'],
    ['Am', 4, 'C#m'],
    ['Gm/D#', 0, 'Gm/D#'],
    ['Em/C', 3, 'Gm/Eb'],
    ['C6/9', 2, 'D6/9'],
    ['C6/9/E', 2, 'D6/9/F#'],
    ['N.C.', 5, 'N.C.'],
  ];
  moved.forEach(([name, by, to]) => {
    it(`${name} moved by ${by} is ${to}`, () => expect(transposeChordName(name, by)).toBe(to));
  });
});
