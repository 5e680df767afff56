import { findKey, keyFit, type TimedChord } from './index';

const row = (words: string): readonly TimedChord[] =>
  words.split(' ').map((word) => {
    const [name = '', beats = '4'] = word.split(':');
    return { name, beats: Number(beats) };
  });
const keyOf = (words: string, capo = 0) => findKey(row(words), capo).best?.name ?? '';

describe('the key of chords', () => {
  const cases: readonly (readonly [string, string])[] = [
    ['G C D G', 'G'],
    ['C Am F G C', 'C'],
    ['D Bm7 G A D', 'D'],
    ['E A B7 E', 'E'],
    ['F Bb C7 F', 'F'],
    ['Bb Eb F Bb', 'Bb'],
    ['Am F C G Am', 'Am'],
    ['Am Dm E7 Am', 'Am'],
    ['Em C G D Em', 'Em'],
    ['F#m D A E F#m', 'F#m'],
    ['C A7 Dm G7 C', 'C'],
    ['D G Gm D', 'D'],
  ];
  cases.forEach(([words, key]) => {
    it(`${words} is ${key}`, () => expect(keyOf(words)).toBe(key));
  });

  it('is that of what sounds, behind a capo', () => {
    expect(keyOf('D Bm7 G A D', 2)).toBe('E');
  });

  it('goes by how long each chord sounds', () => {
    expect(keyOf('G:16 D:4 C:4 Am:1')).toBe('G');
  });

  it('has its relative close behind', () => {
    expect(findKey(row('Am F C G Am')).others.map((one) => one.name)).toContain('C');
  });

  it('is none where nothing sounds', () => {
    expect(findKey(row('N.C. -'))).toEqual({ best: undefined, others: [], numerals: ['', ''] });
    expect(keyFit('C', [])).toBe(0);
  });

  it('is told from one that does not fit', () => {
    const chords = row('E A B7 E');
    expect(keyFit('E', chords)).toBeGreaterThan(keyFit('Eb', chords) + 0.2);
    expect(keyFit('nonsense', chords)).toBe(0);
  });
});

describe('numerals', () => {
  const cases: readonly (readonly [string, string])[] = [
    ['C Am F G7 C', 'I vi IV V7 I'],
    ['C A7 Dm7 G7 C', 'I V7/ii ii7 V7 I'],
    ['C D7 G C', 'I V7/V V I'],
    ['C C7 F G C', 'I V7/IV IV V I'],
    ['C Bb F C', 'I bVII IV I'],
    ['C Fm G C', 'I iv V I'],
    ['C Bdim Cmaj7 G C', 'I vii° Imaj7 V I'],
    ['Am Dm E7 Am', 'i iv V7 i'],
    ['Am F G Am', 'i VI VII i'],
    ['C Bm7b5 E7 Am7 C', 'I viiø7 V7/vi vi7 I'],
  ];
  cases.forEach(([words, numerals]) => {
    it(`of ${words} are ${numerals}`, () =>
      expect(findKey(row(words)).numerals.join(' ')).toBe(numerals));
  });
});
