import fc from 'fast-check';
import { formatClock, parseClock } from './clock-text';

describe('a time on the clock', () => {
  ['', '14', '0:60', '1:7', '-1:00', '0:1.2345', 'a:bc'].forEach((text) => {
    it(`is not read from "${text}"`, () => expect(parseClock(text)).toBeUndefined());
  });

  it('reads back as it was written, to the millisecond', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3_600_000 }), (ms) => {
        expect(parseClock(formatClock(ms / 1000))).toBeCloseTo(ms / 1000, 6);
      }),
    );
  });
});
