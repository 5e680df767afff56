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
    // Vamps begin at home, whatever they end on.
    ['E A E A', 'E'],
    ['C F C F', 'C'],
    ['G C G C', 'G'],
    ['Am D Am D', 'Am'],
    ['Am D7 Am D7', 'Am'],
    ['Dm G Dm G', 'Dm'],
    ['Em A Em A', 'Em'],
    ['D C G D', 'D'],
    ['A G D A', 'A'],
    ['Am G F G', 'Am'],
    ['Em D C D Em', 'Em'],
    ['Dmaj7 Gmaj7', 'D'],
    ['Fmaj7 Bbmaj7 Fmaj7', 'F'],
    ['Am7 D9', 'Am'],
    // Borrowed chords.
    ['C C7 F Fm', 'C'],
    ['C C7 F Fm C', 'C'],
    ['G Cm G D7 G', 'G'],
    ['C Ab Bb C', 'C'],
    ['C Eb F C', 'C'],
    ['A C D A', 'A'],
    ['G F C G', 'G'],
    ['E G A E', 'E'],
    // Blues.
    ['E7 A7 E7 B7 A7 E7', 'E'],
    ['A7 D7 A7 E7 D7 A7', 'A'],
    ['G7:16 C7:8 G7:8 D7:4 C7:4 G7:8', 'G'],
    ['Am7 Dm7 Am7 E7 Am7', 'Am'],
    // Without thirds.
    ['E5 G5 A5 E5', 'E'],
    ['A5 D5 E5 A5', 'A'],
    ['Dsus2 Asus2 Gsus2 D', 'D'],
    // Turns.
    ['Dm7 G7 Cmaj7', 'C'],
    ['Cmaj7 A7 Dm7 G7', 'C'],
    ['Gm7 C7 Fmaj7', 'F'],
    ['Bm7b5 E7 Am', 'Am'],
    ['Dm7b5 G7 Cm', 'Cm'],
    ['D A Bm F#m G D G A', 'D'],
    ['G D Em C', 'G'],
    ['C G Am F', 'C'],
    ['Am E7 Am Dm Am E7 Am', 'Am'],
    ['F C Dm Bb', 'F'],
    ['Cm Ab Eb Bb Cm', 'Cm'],
    ['Dm Bb F C Dm', 'Dm'],
    ['F#m E D C#7 F#m', 'F#m'],
    ['Ab Db Eb Ab', 'Ab'],
    ['Gb Cb Db Gb', 'F#'],
    ['Em Em7 Am Em B7 Em', 'Em'],
    ['C Cmaj7 C7 F G7 C', 'C'],
    ['D D6 Dmaj7 D', 'D'],
    ['A Asus4 A Asus2 E A', 'A'],
    ['C', 'C'],
    ['Gm', 'Gm'],
  ];
  cases.forEach(([words, key]) => {
    it(`${words} is ${key}`, () => expect(keyOf(words)).toBe(key));
  });

  it('may be a major key or its relative minor where both are heard', () => {
    expect(['C', 'Am']).toContain(keyOf('C E7 Am F'));
    expect(['G', 'Em']).toContain(keyOf('Em C G D'));
    expect(['D', 'Bm']).toContain(keyOf('Bm G D A'));
    expect(['C', 'Am']).toContain(keyOf('Am F C G'));
  });

  it('is that of what sounds, behind a capo', () => {
    expect(keyOf('D Bm7 G A D', 2)).toBe('E');
    expect(keyOf('C F G C', 1)).toBe('Db');
    expect(keyOf('Am G F E7 Am', 1)).toBe('Bbm');
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
    ['E7 A7 E7 B7 A7 E7', 'I7 IV7 I7 V7 IV7 I7'],
    ['C Bdim7 C G7 C', 'I vii°7 I V7 I'],
    ['C F F#dim7 C G7 C', 'I IV #iv°7 I V7 I'],
    ['C C#dim7 Dm G7 C', 'I #i°7 ii V7 I'],
    ['Am F#m7b5 Fmaj7 E7 Am', 'i #viø7 VImaj7 V7 i'],
    ['Am D7 Am D7 Am', 'i IV7 i IV7 i'],
    ['Am G#dim7 Am E7 Am', 'i vii°7 i V7 i'],
    ['C D7 F G C', 'I II7 IV V I'],
    ['C E F G C', 'I III IV V I'],
    ['C Ab Bb C', 'I bVI bVII I'],
    ['C Db C G C', 'I bII I V I'],
    ['G Gsus4 G D7sus4 G', 'I Isus4 I V7sus4 I'],
    ['E5 A5 B5 E5', 'I5 IV5 V5 I5'],
    ['D A/C# Bm D/A G A D', 'I V vi I IV V I'],
  ];
  cases.forEach(([words, numerals]) => {
    it(`of ${words} are ${numerals}`, () =>
      expect(findKey(row(words)).numerals.join(' ')).toBe(numerals));
  });
});
