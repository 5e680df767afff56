import fc from 'fast-check';
import { runs } from '../testing/runs';
import { barOf, placeWithin, placeWords } from './bar-place';

const WORDS: readonly (readonly [beat: number, words: string, pickup?: number])[] = [
  [0, 'bar 1'],
  [3, 'bar 1 beat 4'],
  [4, 'bar 2'],
  [5.5, 'bar 2 the & of 2'],
  [6.25, 'bar 2 beat 3'],
  [2, 'bar 1', 2],
  [6, 'bar 2', 2],
];

const WITHIN: readonly (readonly [beat: number, begins: number, words: string])[] = [
  [2, 0, 'beat 3'],
  [10, 8, 'beat 3'],
  [12, 8, 'bar 2'],
  [14, 8, 'bar 2 beat 3'],
  // A phrase that begins late in a bar leads into its first.
  [12, 11, 'beat 1'],
  [16, 11, 'bar 2'],
  // One that begins a little behind the bar line has that bar for its first.
  [12, 9, 'bar 2'],
];

describe('the place of a beat in a riff', () => {
  for (const [beat, words, pickup] of WORDS) {
    it(`is ${words} for beat ${beat}${pickup === undefined ? '' : ` behind a pickup of ${pickup}`}`, () => {
      const meter = { meterBeats: 4, ...(pickup !== undefined && { pickup }) };
      expect(placeWords(beat, meter)).toBe(words);
    });
  }

  for (const [beat, begins, words] of WITHIN) {
    it(`is ${words} for beat ${beat} of what begins at ${begins}`, () => {
      expect(placeWithin({ beat, begins }, { meterBeats: 4 })).toBe(words);
    });
  }

  it('is in bar 0 within a pickup, and never a bar further than it is long', () => {
    expect(barOf(1, { meterBeats: 4, pickup: 2 })).toBe(0);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 1, max: 12 }),
        (beat, meterBeats) => {
          const bar = barOf(beat, { meterBeats });
          expect((bar - 1) * meterBeats <= beat && beat < bar * meterBeats).toBeTrue();
        },
      ),
      runs(60),
    );
  });
});
