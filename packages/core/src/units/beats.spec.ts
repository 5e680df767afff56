import fc from 'fast-check';
import { beatsToNumber, parseBeats, shareBeats, sumBeats, timesBeats } from './beats';

describe('beats', () => {
  it('keep exact fractions in lowest terms', () => {
    expect(shareBeats(4, 3)).toBe('4/3');
    expect(sumBeats(['1/2', '1/3', '1/6'])).toBe(1);
    expect(timesBeats('2/3', 3)).toBe(2);
  });

  const unreadable: readonly unknown[] = ['', 'a', '1/0', '1/', '1.5', null, {}, NaN, '99999999'];
  unreadable.forEach((value) => {
    it(`are not read from ${JSON.stringify(value)}`, () => {
      expect(parseBeats(value)).toBeUndefined();
    });
  });

  it('shared and put together again are whole', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 1, max: 32 }),
        (beats, parts) => {
          const shares = Array.from({ length: parts }, () => shareBeats(beats, parts));
          expect(sumBeats(shares)).toBe(beats);
          expect(beatsToNumber(shares[0] ?? 0)).toBeCloseTo(beats / parts, 12);
        },
      ),
    );
  });
});
