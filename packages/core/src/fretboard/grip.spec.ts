import fc from 'fast-check';
import {
  formatFingers,
  formatGrip,
  parseFingers,
  parseGrip,
  gripWords,
  soundingNotes,
} from './index';
import { soundingTones } from './sounding';
import { STANDARD_TUNING } from '../pitch';

const anyGrip = fc.array(fc.oneof(fc.constant(null), fc.integer({ min: 0, max: 24 })), {
  minLength: 4,
  maxLength: 8,
});

describe('a grip', () => {
  it('reads back as it is written, whatever its frets', () => {
    fc.assert(fc.property(anyGrip, (grip) => expect(parseGrip(formatGrip(grip))).toEqual(grip)));
  });

  ['', 'x0221', 'x0221y', '99-0-0-0', 'x-10-12', '320003320', '3-2-0-0-0-25'].forEach((text) => {
    const fits = text === 'x0221';
    it(`${fits ? 'of five strings is read from' : 'is not read from'} "${text}"`, () => {
      expect(parseGrip(text) !== undefined).toBe(fits);
    });
  });

  it('has its fingers read and written low to high', () => {
    expect(parseFingers('T1.234')).toEqual(['T', 1, null, 2, 3, 4]);
    expect(formatFingers(['T', 1, null, 2, 3, 4])).toBe('T1.234');
    expect(parseFingers('5.....')).toBeUndefined();
  });

  it('sounds higher by the capo', () => {
    const open = soundingNotes([0, 0, 0, 0, 0, 0], { tuning: STANDARD_TUNING, capo: 5 });
    expect(open).toEqual([45, 50, 55, 60, 64, 69] as never);
    expect(
      soundingTones([null, null, null, null, null, null], { tuning: STANDARD_TUNING, capo: 0 }),
    ).toEqual([]);
  });

  it('is said string by string', () => {
    expect(gripWords([3, 2, 0, null], ['T', 1, null, null])).toBe(
      'string 4 fret 3, thumb; string 3 fret 2, finger 1; string 2 open; string 1 muted',
    );
  });
});
