import { accentedBeats, formatFeel, formatMeter, parseFeel, parseMeter } from './index';

describe('a meter', () => {
  const meters: readonly (readonly [string, readonly number[]])[] = [
    ['4/4', [0]],
    ['3/4', [0]],
    ['6/8', [0, 3]],
    ['12/8', [0, 3, 6, 9]],
    ['7/8', [0, 2, 4]],
    ['7/8 (3+2+2)', [0, 3, 5]],
    ['5/4 (3+2)', [0, 3]],
  ];
  meters.forEach(([text, accents]) => {
    it(`${text} weighs on beats ${accents.join(' ')} and reads back`, () => {
      const meter = parseMeter(text);
      expect(meter && accentedBeats(meter)).toEqual(accents);
      expect(meter && formatMeter(meter)).toBe(text);
    });
  });

  ['', '4', '4/3', '0/4', '25/4', '4/4 (3+2)', '4/4 ()', '3/4 (3+0)'].forEach((text) => {
    it(`is not read from "${text}"`, () => expect(parseMeter(text)).toBeUndefined());
  });
});

describe('a feel', () => {
  it('is straight, or swung by a ratio', () => {
    expect(parseFeel('shuffle')).toEqual({ kind: 'swing', long: 2, short: 1 });
    expect(formatFeel(parseFeel('swing 3:2') ?? { kind: 'straight' })).toBe('swing 3:2');
    expect(parseFeel('swing 1:2')).toBeUndefined();
    expect(parseFeel('lazy')).toBeUndefined();
  });
});
