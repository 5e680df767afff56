import Papa from 'papaparse';
import { writeTable } from './index';

/** What another reader finds in the table. */
function cells(text: string): readonly (readonly string[])[] {
  return Papa.parse<string[]>(text.slice(1)).data;
}

describe('a table', () => {
  it('comes back as it was: commas, quotes, lines, other writings', () => {
    const rows = [
      ['Renn, Odalys', 'she said "hm"', 'two\nlines', 'Łódź 🎸'],
      ['', ' a ', "o'clock", ';'],
    ];
    expect(cells(writeTable(['a', 'b', 'c', 'd'], rows))).toEqual([['a', 'b', 'c', 'd'], ...rows]);
  });

  const DANGEROUS = [
    ...['=1+1', '+1', '-1+1', '@SUM(A1)', "=cmd|' /C calc'!A0", '\t=1', '\r=1', '\n=1', ' =1'],
    ...[
      '=HYPERLINK("http://x","y")',
      '＝1+1',
      '＋1',
      '－1',
      '＠x',
      '\u2212 1',
      '|x',
      '%x',
      '\ufeff=1',
      '\u200b=1',
    ],
    ...['="a,b"', '=1\n=2', '-', '=', '@'],
  ];
  for (const cell of DANGEROUS)
    it(`is no formula: ${JSON.stringify(cell)}`, () => {
      const [, row = []] = cells(writeTable(['a', 'b'], [[cell, 'x']]));
      expect(row[0]).toBe(`'${cell}`);
      expect(row[1]).toBe('x');
    });

  it('leaves figures figures, and what only has such signs inside', () => {
    expect(writeTable(['a'], [[-3], [2.5], [null], [true]])).toBe(
      '\ufeffa\r\n-3\r\n2.5\r\n\r\ntrue',
    );
    expect(writeTable(['a'], [['a=b'], ['G/B'], ['1-2']])).toBe('\ufeffa\r\na=b\r\nG/B\r\n1-2');
  });

  it('is its head alone where there are no rows', () => {
    expect(writeTable(['name', 'bpm'], [])).toBe('\ufeffname,bpm\r\n');
  });
});
