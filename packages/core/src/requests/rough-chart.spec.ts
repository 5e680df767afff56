import { readChart } from '../chart';
import { roughChart } from './index';

const rough = (pasted: string) => roughChart(pasted, { tempo: 92, meter: '4/4' });
/** The sections and bars, without the frame. */
const bodyOf = (pasted: string): string => rough(pasted).text.split('\n').slice(2).join(' ');

describe('a chart of pasted chords', () => {
  const cases: readonly (readonly [string, string])[] = [
    ['G D Em C', '[Song] | G | D | Em | C |'],
    ['g d em c', '[Song] | G | D | Em | C |'],
    ['G, D → Em - C', '[Song] | G | D | Em | C |'],
    ['Verse: G D\nChorus: C G x2', '[Verse] | G | D | [Chorus] x2 | C | G |'],
    ['[Verse]\nG D\n[Chorus]\nC', '[Verse] | G | D | [Chorus] | C |'],
    ['Verse G D\nbridge\nAm F', '[Verse] | G | D | [Bridge] | Am | F |'],
    ['Verse: G\nVerse: D', '[Verse] | G | [Verse 2] | D |'],
    ['||: F#m7 | Bm7b5 E7 :||', '[Song] | F#m7 | Bm7b5 E7 | F#m7 | Bm7b5 E7 |'],
    ['| C . . D | % |', '[Song] | C . . D | % |'],
    ['C♯m NC B♭', '[Song] | C#m | N.C. | Bb |'],
    ['Bb Eb x 2', '[Song] | Bb | Eb | Bb | Eb |'],
    ['G D\nwalking down the old canal\nEm', '[Song] | G | D | | Em |'],
  ];
  for (const [pasted, body] of cases) {
    it(`of ${JSON.stringify(pasted)} is ${body}`, () => {
      expect(bodyOf(pasted)).toBe(body);
      expect(readChart(rough(pasted).text).faults).toEqual([]);
    });
  }

  it('takes the capo where it is said, and tells what was no chord', () => {
    const { text, bars, unread } = rough('Capo 2\nG D\nhum along softly');
    expect(text).toContain('capo: 2');
    expect([bars, unread]).toEqual([2, ['hum', 'along', 'softly']]);
  });

  it('is empty where nothing is a chord, and bounded where there is much', () => {
    expect(rough('hello there my friend')).toEqual({
      ...{ text: '', bars: 0, unread: ['hello', 'there', 'my', 'friend'] },
    });
    expect(rough('').text).toBe('');
    expect(rough('G D Em C\n'.repeat(900)).bars).toBe(400);
  });
});
