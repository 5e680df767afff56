import { USUAL_CONVENTIONS } from '../conventions';
import { STANDARD_TUNING } from '../pitch';
import { dullAdvice, handWords, parseFingers, parseGrip } from './index';

const SETUP = { tuning: STANDARD_TUNING, capo: 0 };

describe('a string that sounds dull', () => {
  // Grip, fingers, the string counted from the thinnest, and what helps.
  const cases: readonly (readonly [string, string, number, string])[] = [
    ['x32010', '.32.1.', 1, 'Stand finger 1 on string 2 more on its tip: it may lean over.'],
    ['x32010', '.32.1.', 3, 'Stand finger 2 on string 4 more on its tip: it may lean over.'],
    ['x32010', '.32.1.', 5, 'Press finger 3 close behind fret 3, on its tip.'],
    ['320003', '21...3', 2, 'Move finger 3 on string 1 a little away: it may touch.'],
    ['320003', '21...3', 3, 'Look from above which finger touches it, and lift that one a little.'],
    ['133211', '134211', 1, 'Roll finger 1 a little onto its side, close behind fret 1.'],
    ['133211', '134211', 5, 'Press finger 3 close behind fret 3, on its tip.'],
    ['x13331', '.13331', 3, 'Lay finger 3 flatter, close behind fret 3.'],
    ['2x0232', 'T..132', 6, 'Let the thumb reach further over, close behind fret 2.'],
    ['022000', '.12...', 6, 'Move finger 1 on string 5 a little away: it may touch.'],
    ['022000', '.12...', 1, 'Let the palm come away from the neck: it may touch.'],
    ['000232', '...132', 6, 'Let the thumb stay behind the neck: it may touch.'],
    ['x32010', '.32.1.', 6, ''],
    ['x32010', '.32.1.', 9, ''],
  ];
  for (const [grip, fingers, string, advice] of cases) {
    it(`of ${grip} (${fingers}), string ${string}: “${advice}”`, () => {
      const held = { grip: parseGrip(grip) ?? [], fingers: parseFingers(fingers) ?? [] };
      const words = handWords(USUAL_CONVENTIONS, SETUP);
      expect(dullAdvice(held, held.grip.length - string, words)).toBe(advice);
    });
  }

  it('is told in a person’s own words, behind a capo too', () => {
    const words = handWords(
      { ...USUAL_CONVENTIONS, strings: 'letters', frets: 'nut' },
      { tuning: STANDARD_TUNING, capo: 2 },
    );
    const held = { grip: parseGrip('x32010') ?? [], fingers: parseFingers('.32.1.') ?? [] };
    expect(dullAdvice(held, 1, words)).toBe('Press finger 3 close behind fret 5, on its tip.');
    expect(dullAdvice(held, 5, words)).toBe(
      'Stand finger 1 on the B string more on its tip: it may lean over.',
    );
  });
});
