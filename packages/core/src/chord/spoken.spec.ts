import { chordSpoken } from './spoken';

const CASES: readonly (readonly [name: string, spoken: string])[] = [
  ['G', 'G'],
  ['F#m7', 'F sharp minor 7'],
  ['F♯m7', 'F sharp minor 7'],
  ['Bb', 'B flat'],
  ['Bbmaj7', 'B flat major 7'],
  ['Am', 'A minor'],
  ['A5', 'A 5'],
  ['Dsus4', 'D sus 4'],
  ['D7sus4', 'D 7 sus 4'],
  ['Cadd9', 'C add 9'],
  ['C6/9', 'C 6 9'],
  ['Bm7b5', 'B minor 7 flat 5'],
  ['E7#9', 'E 7 sharp 9'],
  ['Bdim7', 'B diminished 7'],
  ['Caug', 'C augmented'],
  ['C+', 'C augmented'],
  ['D/F#', 'D over F sharp'],
  ['Gm6/Bb', 'G minor 6 over B flat'],
  ['Ammaj7', 'A minor major 7'],
  ['G7(b9)', 'G 7 flat 9'],
  ['Ebmaj13', 'E flat major 13'],
  ['Ano3', 'A no 3'],
  ['-', 'silent'],
  ['N.C.', 'no chord'],
];

describe('a chord as it is spoken', () => {
  for (const [name, spoken] of CASES) {
    it(`says ${spoken} for ${name}`, () => {
      expect(chordSpoken(name)).toBe(spoken);
    });
  }

  it('says what sounds to whoever hears by that', () => {
    expect(chordSpoken('Em7', { raised: 2, names: 'sounding' })).toBe('F sharp minor 7');
  });

  it('never goes on for ever, whatever stands there', () => {
    for (const odd of ['', 'H', 'Gnobody', 'C°ø+', 'D((', 'E/', '🎸']) {
      expect(typeof chordSpoken(odd)).toBe('string');
    }
  });
});
