import fc from 'fast-check';
import { runs } from '../testing/runs';
import { costOfRows, rowsOf } from './rows';

const rowsIn = (bars: string): readonly number[] => rowsOf(bars.split(' '));

describe('bars without rows', () => {
  const cases: readonly (readonly [bars: string, rows: readonly number[], why: string])[] = [
    ['G D Em C', [4], 'four bars'],
    ['G D Em C G D Em C G D Em C G D Em D', [4, 4, 4, 4], 'a cell four times, ending otherwise'],
    ['Am F C G Am F C E Am F C G Am F E E', [4, 4, 4, 4], 'lines of four with other endings'],
    ['C C F F G C G D Em', [4, 5], 'a bar over stays with its line'],
    ['G D C G D C G D Am', [3, 3, 3], 'threes that come again'],
    ['A B C D E F A B C D E G', [6, 6], 'sixes that come again'],
    ['C F C G Am F G G C F C G Am F C C', [8, 8], 'eights that differ in their last bars alone'],
    ['E E E E A A E E B A E E', [4, 4, 4], 'twelve bars'],
    ['G', [1], 'one bar'],
    ['A B C D E F G H I J', [4, 6], 'nothing that comes again'],
  ];
  cases.forEach(([bars, rows, why]) => {
    it(`are cut where the same comes again: ${why}`, () => {
      expect(rowsIn(bars)).toEqual(rows);
    });
  });

  it('are all in some row of one to eight, however many they are', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('G', 'C', 'D'), { maxLength: 60 }), (texts) => {
        const rows = rowsOf(texts);
        expect(rows.reduce((sum, one) => sum + one, 0)).toBe(texts.length);
        expect(rows.every((one) => one >= 1 && one <= 8)).toBe(true);
        const fours = rowsOf(texts.map((_, at) => String(at)));
        expect(costOfRows(texts, rows)).toBeLessThanOrEqual(costOfRows(texts, fours));
      }),
      runs(200),
    );
  });
});
