import fc from 'fast-check';
import {
  formatPicking,
  parseMeter,
  parsePicking,
  pickedOver,
  readPattern,
  USUAL_PICKING,
  type Pattern,
} from './index';
import { formatSlot } from './slot';

function pattern(strokes: string): Pattern {
  const slots = strokes.split(' ');
  const read = readPattern(
    parseMeter(`${slots.length}/4`) ?? { beats: 4, unit: 4, groups: [4] },
    slots,
  );
  if (!read.ok) throw new Error(read.message);
  return read.pattern;
}

const over = (strokes: string, sounding: readonly number[], hand = USUAL_PICKING): string =>
  pickedOver(pattern(strokes), { hand, sounding }).slots.map(formatSlot).join(' ');

describe('the strings of the picking hand', () => {
  it('are read and written as they are said', () => {
    for (const text of ['p654 i3 m2 a1', 'p5 i4 m3 a12', 'p7 i3 m2 a1'])
      expect(formatPicking(parsePicking(text) ?? USUAL_PICKING)).toBe(text);
  });

  it('are refused where a finger is missing or told twice, or a string has two', () => {
    for (const text of ['', 'p654 i3 m2', 'p654 i3 m2 a2', 'p654 p3 m2 a1', 'p9 i3 m2 a1', 'x1'])
      expect(parsePicking(text)).withContext(text).toBeUndefined();
  });

  it('settle notes that say only a finger or only a string', () => {
    expect(over('p i m a', [])).toBe('6p 3i 2m 1a');
    expect(over('5 3 2 1+4', [])).toBe('5p 3i 2m 1a+4p');
    const moved = { p: [5, 4], i: [3], m: [2], a: [1] };
    expect(over('p i 6 a', [], moved)).toBe('5p 3i 6p 1a');
  });

  it('follow the bass of the grip: the lowest thumb string goes there, the rest stays', () => {
    expect(over('5 3 2 1', [6, 4, 3, 2, 1])).toBe('6p 3i 2m 1a');
    expect(over('5p 4p 5p 4p', [6, 5, 4, 3, 2, 1])).toBe('6p 4p 6p 4p');
    expect(over('6p 4p 5p 4p', [4, 3, 2, 1])).toBe('4p 4p 4p 4p');
    expect(over('D U x -', [4, 3, 2, 1])).toBe('D U x -');
  });

  it('never put the thumb on a string the grip does not sound', () => {
    const strings = fc.uniqueArray(fc.integer({ min: 1, max: 6 }), { minLength: 1 });
    const notes = fc.array(fc.constantFrom('6p', '5p', '4p', 'p', '3i', 'a', '-', '5p+1a'), {
      minLength: 4,
      maxLength: 4,
    });
    fc.assert(
      fc.property(strings, notes, (sounding, written) => {
        const slots = pickedOver(pattern(written.join(' ')), {
          hand: USUAL_PICKING,
          sounding,
        }).slots;
        const thumbs = slots.flatMap((slot) =>
          slot.kind === 'pluck' ? slot.notes.filter((one) => one.finger === 'p') : [],
        );
        expect(slots.length).toBe(4);
        expect(thumbs.every(({ string = 0 }) => sounding.includes(string))).toBeTrue();
      }),
    );
  });
});
